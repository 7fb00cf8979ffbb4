<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Entry } from '~/outbox/tablet-db'
import { useFruit } from '~/stores/fruit'
import { FACTS, factOf } from '#shared/facts'
import { useOutbox } from '~/stores/outbox'

// What this tablet has not sent yet: each with what was typed, how it stands, and what can be done about it.
const outbox = useOutbox()
const { t, te } = useI18n()
const { n, name, amount, money, time, calendarDay } = useFormat()
const { ofCode, ofField } = useSentence()
onMounted(() => void outbox.open())

const fruit = useFruit()
/** Of a weigh-in what came; of a press the fruit of its crate. */
function fruitOf(b: Record<string, unknown>): string {
  const key = b.ingredientKey ?? b.goods ?? fruit.lots.find((l) => l.id === b.lotId)?.itemKey
  return key ? name(String(key)) : ''
}
function titleOf(e: Entry): string {
  const b = e.body as Record<string, never> & { juice?: { value: number; unit: string } }
  const event = b.event as { kind: string } | undefined
  const words = {
    did: event ? t(`event.${event.kind}.do`) : '',
    fruit: fruitOf(event ? { lotId: e.params.id } : b),
    kg: amount(Number(b.kg ?? b.takenKg ?? 0), 'kg'),
    juice: amount(b.juice?.value ?? 0, b.juice?.unit ?? 'mL'),
    name: b.name ?? '',
    cups: b.cups ?? '',
    day: b.day ? calendarDay(b.day) : '',
    packs: n(Number(b.packs ?? 0)),
    price: money(Number(b.packPrice ?? 0)),
  }
  return te(`outbox.what.${e.route}`) ? t(`outbox.what.${e.route}`, words) : `${t('outbox.what.other')} ${words.name}`
}
/** Whether it waits for a person. */
const isPersons = (e: Entry): boolean => ['stale', 'refused', 'doubt', 'failed'].includes(e.state)
const stateOf = (e: Entry): string =>
  outbox.held(e) ? t('outbox.state.held') : t(`outbox.state.${e.state}`, { n: e.tries ?? 0 }, e.tries ?? 0)
/** Why it waits is said too where it is more than that nobody answers: a full disk, a failure. */
const sentences = (e: Entry): string[] =>
  !e.problem || ['sending', 'signin', 'stale'].includes(e.state) || (e.state === 'waiting' && e.problem.status === 0)
    ? []
    : e.problem.errors?.length
      ? e.problem.errors.map(ofField)
      : [ofCode(e.problem.code)]
const currentOf = (e: Entry): Record<string, unknown> => (e.problem?.current ?? {}) as Record<string, unknown>
/** Both values of what was changed by two: names and plain numbers. */
function both(e: Entry): { field: string; mine: string; theirs: string }[] {
  const current = currentOf(e)
  return Object.entries(e.body)
    .filter(
      ([k, v]) =>
        k !== 'version' &&
        ['string', 'number', 'boolean'].includes(typeof v) &&
        k in current &&
        String(current[k]) !== String(v),
    )
    .map(([k, v]) => ({
      field: te(`history.field.${k}`) ? t(`history.field.${k}`) : k,
      mine: String(v),
      theirs: String(current[k] ?? '–'),
    }))
}
const mine = (e: Entry): Promise<void> => outbox.again(e.seq, { version: Number(currentOf(e).version ?? 0) })
const confirm = (e: Entry): Promise<void> =>
  outbox.again(e.seq, { confirm: (e.problem?.errors ?? []).map((x) => x.code) })
const dropping = ref<number | null>(null)

const mending = ref<number | null>(null)
const typed = ref('')
const number = ref<number | null>(null)
/** The number that an entry can be mended by. */
function mendedBy(e: Entry): string | undefined {
  const kind = factOf(e.route, e)
  return kind ? FACTS[kind].mendedBy : e.route === 'putPlanLine' ? 'cups' : undefined
}
function mend(e: Entry): void {
  mending.value = e.seq
  typed.value = String(e.body[mendedBy(e)!] ?? '')
}
async function mended(e: Entry): Promise<void> {
  if (number.value === null) return
  mending.value = null
  await outbox.again(e.seq, { [mendedBy(e)!]: number.value })
}
</script>

<template>
  <section class="sheet stack">
    <div class="spread">
      <h1>{{ t('outbox.title') }}</h1>
      <v-btn v-if="outbox.mine.length" color="primary" data-test="send-now" @click="outbox.flush()">{{
        t('outbox.sendNow')
      }}</v-btn>
    </div>
    <p class="quiet">{{ t('outbox.why') }}</p>
    <p v-if="!outbox.mine.length" data-test="empty">{{ t('outbox.empty') }}</p>
    <ol class="list">
      <li v-for="e in outbox.mine" :key="e.seq" :data-test="`entry-${e.route}`">
        <div class="spread">
          <b>{{ titleOf(e) }}</b><span class="small quiet"
            >{{ time(e.at) }} · <b :class="{ look: isPersons(e) }" data-test="entry-state">{{ stateOf(e) }}</b></span
          >
        </div>
        <p v-for="s in sentences(e)" :key="s" class="caution" role="alert">{{ s }}</p>
        <table v-if="e.state === 'stale'" class="rows close both small">
          <thead>
            <tr>
              <td />
              <th>{{ t('outbox.typed') }}</th>
              <th>{{ t('outbox.there') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in both(e)" :key="d.field">
              <td>{{ d.field }}</td>
              <td>
                <b>{{ d.mine }}</b>
              </td>
              <td>{{ d.theirs }}</td>
            </tr>
          </tbody>
        </table>
        <form v-if="mending === e.seq" class="row" novalidate @submit.prevent="mended(e)">
          <FieldAmountField v-model="typed" :label="titleOf(e)" test="mend-amount" @number="number = $event" />
          <v-btn type="submit" color="primary" data-test="mend-send">{{ t('outbox.again') }}</v-btn>
        </form>
        <div class="row acts">
          <template v-if="e.state === 'stale'"
            ><v-btn data-test="keep-mine" @click="mine(e)">{{ t('outbox.mine') }}</v-btn
            ><v-btn data-test="take-theirs" @click="outbox.drop(e.seq)">{{ t('outbox.theirs') }}</v-btn></template
          >
          <v-btn v-if="e.state === 'doubt'" data-test="confirm-entry" @click="confirm(e)">{{
            t('doubt.confirm')
          }}</v-btn>
          <v-btn v-if="['refused', 'doubt'].includes(e.state) && mendedBy(e)" data-test="mend" @click="mend(e)">{{
            t('outbox.mend')
          }}</v-btn>
          <v-btn
            v-if="['refused', 'failed'].includes(e.state)"
            variant="text"
            data-test="again"
            @click="outbox.again(e.seq)"
            >{{ t('outbox.again') }}</v-btn
          >
          <template v-if="e.state !== 'sending'"
            ><v-btn v-if="dropping !== e.seq" data-test="drop" @click="dropping = e.seq">{{ t('outbox.drop') }}</v-btn
            ><v-btn v-else class="sure" data-test="drop-sure" @click="outbox.drop(e.seq)">{{
              t('outbox.dropSure')
            }}</v-btn></template
          >
        </div>
      </li>
    </ol>
    <p v-if="outbox.ofOthers" class="quiet small">{{ t('outbox.others', { n: outbox.ofOthers }, outbox.ofOthers) }}</p>
  </section>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list > li {
  border-top: 1px solid var(--rule);
  padding: 12px 0;
  display: grid;
  gap: 8px;
}
.look {
  color: var(--hibiscus);
}
.acts {
  flex-wrap: wrap;
  gap: 8px;
}
.both {
  max-width: 460px;
}
.sure {
  background: var(--hibiscus) !important;
  color: #fff !important;
}
</style>
