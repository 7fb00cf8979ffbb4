<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { CATALOGUE, type StepKind } from '#core/process'
import { itemKey } from '#core/recipe'
import { gPerUnitOf, type EventBody, type Job, type Weigh } from '#core/batch'
import { useAmounts } from '~/forms/useAmounts'
import { useMake } from '~/stores/make'

// A batch on paper: what is weighed and done, with boxes to write into; and the same, to be typed in afterwards in one
// pass.
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('make', 'lab')
const { amount, name, day, time, typed } = useFormat()
const id = String(useRoute().params.id)
const make = useMake()
const hand = useBatch(id)
const { stepName } = useRunWords()
const lots = useLotsOf()
const view = computed(() => make.byId.get(id) ?? null)
/** As it was when the page was opened: what is typed does not move under the hand. */
const jobs = shallowRef<Job[]>([])
watch(view, (v) => v && !jobs.value.length && (jobs.value = v.jobs), { immediate: true })
const texts = reactive<Record<string, string>>({})
const numbers = reactive<Record<string, number | null>>({})
const { number, text, bind } = useAmounts(['litres', 'temp'])
const at = ref<string | null>(null)
const open = computed(() => jobs.value.filter((j) => j.state !== 'done'))
const toWeigh = (j: Job): Weigh[] => j.weighs.filter((w) => !w.isDone && !w.fills)
/** Of what is begun to be weighed, the rest. */
const toCome = (w: Weigh): number => (w.isDone ? w.wanted.value : w.rest)
const minutesOf = (j: Job): number => {
  const of = view.value?.evaluation?.timeline.find((s) => s.out === j.step)
  return of ? Math.round(of.handMin + of.waitMin) : 0
}
const unreadable = computed(() => Object.entries(texts).filter(([k, v]) => v.trim() && numbers[k] === null))
/** So much was weighed, out of the lots that are used up first. */
function weighed(w: Weigh, value: number): EventBody[] {
  const { unit } = w.wanted
  const gPerUnit = gPerUnitOf(w, [view.value?.planned ?? null, view.value?.evaluation ?? null])
  return lots.weighed(w.take, unit, lots.inUnit({ value, unit }, gPerUnit, lots.of(itemKey(w.item))))
}
/** What was written down is told in the order of the sheet; what was left empty went as it was planned. */
async function putDown(): Promise<void> {
  const events = open.value.flatMap((j): EventBody[] => [
    ...toWeigh(j).flatMap((w): EventBody[] => {
      const value = numbers[w.take]
      if (value !== null && value !== undefined) return weighed(w, value)
      // Of what was begun to be weighed, the rest went in too.
      return w.weighed === null ? [] : weighed(w, w.rest)
    }),
    { kind: 'done', step: j.step },
  ])
  const last = open.value.at(-1)?.step
  const { litres, temp } = number
  if (last && (litres !== null || temp !== null))
    events.push({
      kind: 'read',
      of: last,
      reading: { ...(litres === null ? {} : { volumeMl: litres * 1000 }), ...(temp === null ? {} : { tempC: temp }) },
    })
  if (await hand.tell(events, [], at.value)) await navigateTo(`/make/${id}`)
}
const print = (): void => window.print()
</script>

<template>
  <div v-if="ready && view" class="sheet stack paper" data-test="paper-sheet">
    <NuxtLink :to="`/make/${id}`" class="small no-print">← {{ view.run.name }}</NuxtLink>
    <div class="spread">
      <h1>{{ view.run.name }}</h1>
      <v-btn class="no-print" height="56" data-test="print-sheet" @click="print">{{ t('make.sheet.print') }}</v-btn>
    </div>
    <p>
      {{ day(view.run.at) }}, {{ time(view.run.at) }}
      <template v-if="view.run.vessel"> · {{ view.run.vessel.name }}</template>
      <template v-if="view.planned"> · {{ amount(view.planned.jug.volume.value / 1000, 'L', 2) }}</template>
    </p>
    <p class="small quiet no-print">{{ t('make.sheet.why') }}</p>
    <form class="stack" novalidate @submit.prevent="putDown">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('make.sheet.step') }}</th>
            <th class="r">{{ t('make.planned') }}</th>
            <th class="box">{{ t('make.sheet.written') }}</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="j in jobs" :key="j.step">
            <tr v-for="w in j.weighs" :key="w.take" :data-test="`paper-${w.take}`">
              <td>{{ name(itemKey(w.item)) }}</td>
              <td class="r num">{{ w.fills ? '' : amount(toCome(w), w.wanted.unit, 0) }}</td>
              <td class="box">
                <FieldAmountField
                  v-if="!w.isDone && !w.fills"
                  v-model="texts[w.take]"
                  class="no-print"
                  :label="name(itemKey(w.item))"
                  :unit="w.wanted.unit"
                  :placeholder="typed(toCome(w), w.wanted.unit, 0)"
                  dense
                  :test="`paper-field-${w.take}`"
                  @number="numbers[w.take] = $event"
                />
                <span class="print-only frame" />
              </td>
            </tr>
            <tr>
              <td>
                <b>{{ stepName({ ...j, weighs: [] }) }}</b>
                <span class="small quiet">
                  {{ minutesOf(j) ? t('make.min', { n: minutesOf(j) }) + ' · ' : ''
                  }}{{ t(`endSign.${(CATALOGUE[j.op] as unknown as StepKind).endSign}`) }}</span
                >
              </td>
              <td />
              <td class="box"><span class="print-only frame" /></td>
            </tr>
          </template>
          <tr>
            <td>
              <b>{{ t('make.cameOut') }}</b>
            </td>
            <td class="r num">
              {{ view.planned ? amount(view.planned.jug.volume.value / 1000, 'L', 2) : '' }}
            </td>
            <td class="box">
              <FieldAmountField
                v-bind="bind('litres')"
                class="no-print"
                :label="t('make.litres')"
                unit="L"
                dense
                test="paper-litres"
              /><span class="print-only frame" />
            </td>
          </tr>
          <tr>
            <td>
              <b>{{ t('make.temp') }}</b>
            </td>
            <td />
            <td class="box">
              <FieldAmountField
                v-bind="bind('temp')"
                class="no-print"
                :label="t('make.temp')"
                unit="°C"
                dense
                test="paper-temp"
              /><span class="print-only frame" />
            </td>
          </tr>
        </tbody>
      </table>
      <p class="print-only">{{ t('make.sheet.who') }} ______________________</p>
      <FieldWhen v-model="at" class="no-print" />
      <p v-for="[k, v] in unreadable" :key="k" class="caution" role="alert">
        {{ t('problem.amount-not-a-number', { typed: v }) }}
      </p>
      <p v-if="hand.said.value" class="caution" role="alert" data-test="paper-said">{{ hand.said.value }}</p>
      <FieldDoubtBox :doubts="hand.doubts.value" @mend="hand.mend" @confirm="hand.confirm" />
      <v-btn
        type="submit"
        class="no-print"
        color="primary"
        height="72"
        :disabled="
          !open.length || unreadable.length > 0 || hand.busy.value || !!text.litres !== (number.litres !== null)
        "
        data-test="paper-save"
        >{{ t('make.sheet.save') }}</v-btn
      >
    </form>
  </div>
</template>

<style scoped>
.paper {
  max-width: 860px;
  margin: 0 auto;
}
.box {
  width: 190px;
}
.frame {
  border: 1.2pt solid #000;
  height: 9mm;
}
</style>
