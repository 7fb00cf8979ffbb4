<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { mayBeAnother, toldAgain, type BatchEvent } from '#core/batch'
import { itemKey } from '#core/recipe'
import type { RunView } from '~/stores/make'

// All that was told of a batch, newest first, with who told it; what was taken back is struck out. Told a second time,
// something that was done says so, and can have been another time; what nothing else tells is written down.
const props = defineProps<{ view: RunView; isUnderWay?: boolean }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name, n, time } = useFormat()
const { stepName } = useRunWords()
const hand = useBatch(props.view.run.id)
const { said: refused, doubts, busy, confirm, mend } = hand
const SHOWN = 60
const all = ref(false)
const again = computed(() => toldAgain(props.view.run.events))
const gone = computed(() => new Set(props.view.run.events.flatMap((e) => (e.kind === 'void' ? [e.event] : []))))
const takes = computed(() => {
  const steps = [...props.view.run.planned.steps, ...props.view.actual.document.steps]
  return new Map(steps.flatMap((s) => (s.op === 'take' ? [[s.out, itemKey(s.item)] as const] : [])))
})
const takeName = (out: string): string => name(takes.value.get(out) ?? out)
function stepOf(out: string): string {
  const job = props.view.jobs.find((j) => j.step === out)
  if (job) return stepName({ ...job, weighs: [] })
  const step = props.view.run.planned.steps.find((s) => s.out === out)
  return step && step.op !== 'take' ? t(`step.${step.op}`) : out
}
function readingOf(reading: Extract<BatchEvent, { kind: 'read' }>['reading']): string {
  const { massG, volumeMl, brix, ta, tempC, ph } = reading
  return [
    massG === undefined ? '' : amount(massG, 'g', 0),
    volumeMl === undefined ? '' : amount(volumeMl / 1000, 'L', 2),
    brix === undefined ? '' : amount(brix, '°Bx', 1),
    ta === undefined ? '' : `${n(ta, 2)} g/100 mL`,
    ph === undefined ? '' : `pH ${n(ph, 2)}`,
    tempC === undefined ? '' : amount(tempC, '°C', 1),
  ]
    .filter(Boolean)
    .join(', ')
}
function said(e: BatchEvent): string {
  const of = (key: string, words: Record<string, string> = {}): string => t(`make.event.${key}`, words)
  switch (e.kind) {
    case 'weighed':
      return of('weighed', { amount: amount(e.amount.value, e.amount.unit, 0), name: takeName(e.take) })
    case 'left-out':
      return of('left-out', { name: takeName(e.take) })
    case 'swapped':
      return of('swapped', { amount: amount(e.amount.value, e.amount.unit, 0), name: name(itemKey(e.item)) })
    case 'wanted':
      return of('wanted', {
        list: e.takes.map((w) => `${takeName(w.take)} ${amount(w.amount.value, w.amount.unit, 0)}`).join(', '),
      })
    case 'rescaled':
      return of('rescaled', { percent: n(e.times * 100) })
    case 'added':
      return of('added', {
        amount: amount(e.amount.value, e.amount.unit, e.amount.value < 10 ? 1 : 0),
        name: name(itemKey(e.item)),
      })
    case 'begun':
    case 'skipped':
      return of(e.kind, { step: stepOf(e.step) })
    case 'done':
      return of(e.another ? 'another' : again.value.has(e.id) ? 'again' : 'done', { step: stepOf(e.step) })
    case 'read':
      return of('read', { list: readingOf(e.reading) })
    case 'spilled':
      return of('spilled', { amount: amount(e.massG, 'g', 0) })
    case 'overruled':
      return of('overruled', { reason: e.reason })
    case 'note':
      return e.text
    case 'timer':
      return of('timer', { min: n(e.minutes, e.minutes < 1 ? 1 : 0) })
    case 'heard':
      return of('heard')
    case 'closed':
      return of(e.how, { reason: e.reason ?? '' })
    case 'void':
      return of('void')
  }
}
const inOrder = computed(() =>
  [...props.view.run.events].sort((a, b) => a.at.localeCompare(b.at) || (a.id < b.id ? -1 : 1)),
)
const shown = computed(() => {
  const rows = inOrder.value.toReversed().filter((e) => e.kind !== 'heard' && e.kind !== 'void')
  return all.value ? rows : rows.slice(0, SHOWN)
})
const another = computed(() => (props.isUnderWay ? mayBeAnother(props.view.run.events) : new Set<string>()))
async function wasAnother(e: BatchEvent): Promise<void> {
  if (e.kind === 'done') await hand.tell([{ kind: 'done', step: e.step, another: true }])
}
const note = ref('')
async function write(): Promise<void> {
  const text = note.value.trim()
  if (text && (await hand.tell([{ kind: 'note', text }]))) note.value = ''
}
const count = computed(() => inOrder.value.filter((e) => e.kind !== 'heard' && e.kind !== 'void').length)
</script>

<template>
  <ol class="events" data-test="events">
    <li v-for="e in shown" :key="e.id" :class="{ gone: gone.has(e.id) }" :data-test="`event-${e.kind}`">
      <span class="num small">{{ time(e.at) }}</span>
      <span
        >{{ said(e) }}<span v-if="gone.has(e.id)" class="small"> · {{ t('make.event.void') }}</span></span
      >
      <span class="small quiet">{{ e.hands ?? e.by }}</span>
      <v-btn
        v-if="another.has(e.id)"
        class="act"
        height="56"
        :disabled="busy"
        data-test="another"
        @click="wasAnother(e)"
        >{{ t('make.wasAnother') }}</v-btn
      >
    </li>
  </ol>
  <p v-if="!count" class="quiet">{{ t('make.noEvents') }}</p>
  <v-btn v-if="!all && count > SHOWN" data-test="all-events" @click="all = true">{{
    t('make.allEvents', { n: n(count) })
  }}</v-btn>
  <form v-if="isUnderWay" class="stack" novalidate @submit.prevent="write">
    <v-text-field v-model="note" :label="t('make.note')" maxlength="600" hide-details data-test="note" />
    <div class="row">
      <v-btn type="submit" height="56" :disabled="!note.trim() || busy" data-test="note-save">{{
        t('make.putDown')
      }}</v-btn>
    </div>
  </form>
  <p v-if="refused" class="caution" role="alert">{{ refused }}</p>
  <FieldDoubtBox :doubts="doubts" @mend="mend" @confirm="confirm" />
</template>

<style scoped>
.events {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
  max-height: 420px;
  overflow-y: auto;
}
.events li {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.act {
  grid-column: 2 / -1;
  justify-self: start;
}
.gone > :nth-child(2) {
  text-decoration: line-through;
  color: var(--quiet);
}
</style>
