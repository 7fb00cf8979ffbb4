<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { lateGuest, readingOf } from '#core/balance'
import { ProcessLimit } from '#core/process'
import { USUAL_ZONE, type Evaluation, type Family, type MixFigures } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// Where a drink sits: its path from the jug to the last sip, in the zone where drinks of its family usually are and in
// the stand's own; what early and late guests get; and how that reads, sweet and sour each a number.
const props = defineProps<{
  evaluation: Evaluation
  family: Family
  others: readonly { name: string; family: Family; jug: MixFigures; isStandard: boolean }[]
  /** of the stand's trials with drinks of the family, those that were kept */
  kept: readonly MixFigures[]
  now?: MixFigures | null
}>()
const { t } = useI18n()
const { unit } = useFormat()
const drinks = useDrinks()
const session = useSession()

const usual = computed(() => USUAL_ZONE[props.family])
const known = useKeptPoints(
  () => props.family,
  () => [...props.others.filter((o) => o.isStandard && o.family === props.family).map((o) => o.jug), ...props.kept],
)
const own = useOwnZone(
  () => props.family,
  () => known.value.points,
)
const placed = (key: string, m: MixFigures, fill: string) => ({
  key,
  ratio: m.ratio?.value ?? null,
  brix: m.brix.value,
  fill,
  title: t(`sip.${key}`),
})
const path = computed(() => {
  const { jug, cup } = props.evaluation
  return [placed('jug', jug, '#15302B'), ...(cup ? [placed('last', cup.lastSip, '#BFDDE3')] : [])]
})
/** The same drink for a guest who comes late, where ice stands in the dispenser. */
const late = computed(() => {
  const dispenser = props.evaluation.document.serve?.dispenser
  if (!dispenser || dispenser.iceG <= 0) return null
  try {
    return lateGuest(props.evaluation, dispenser, drinks.sip.roomC, (document) =>
      drinks.evaluateOrThrow(drinks.live(document)),
    )
  } catch (e) {
    if (e instanceof ProcessLimit) return null
    throw e
  }
})
const marks = computed(() => (late.value?.cup ? [placed('late', late.value.cup.firstSip, '#E2A100')] : []))
const beside = computed(() =>
  props.others.map(({ name, jug }) => ({ name, ratio: jug.ratio?.value ?? null, brix: jug.brix.value })),
)
const current = computed(() => props.now && { ratio: props.now.ratio?.value ?? null, brix: props.now.brix.value })
const rows = computed((): [string, MixFigures][] => {
  const { jug, cup } = props.evaluation
  return [
    ['jug', jug],
    ...(cup
      ? ([
          ['first', cup.firstSip],
          ['last', cup.lastSip],
        ] as [string, MixFigures][])
      : []),
    ...(late.value?.cup
      ? ([
          ['late', late.value.cup.firstSip],
          ['lateLast', late.value.cup.lastSip],
        ] as [string, MixFigures][])
      : []),
  ]
})
/** How the first sip reads, against the stand's own zone where it has one. */
const reading = computed(() => readingOf(props.evaluation.jug, own.value ?? usual.value))
</script>

<template>
  <div class="stack" style="gap: 8px">
    <h2>{{ t('sits.title') }}</h2>
    <p v-if="evaluation.jug.mass.value > 0" data-test="reads">
      <b>{{ t(`reads.${reading.strength}.${reading.balance}`) }}</b>{{ ' ' }}
      <span class="small quiet">
        {{ t('reads.sweet') }}
        <FigureButton :figure="evaluation.jug.sweetness" :digits="1" unit="" :label="t('reads.sweet')" /> ·
        {{ t('reads.sour') }}
        <FigureButton :figure="evaluation.jug.ta" :digits="2" unit="" :label="t('reads.sour')" /> g/100 mL
      </span>
    </p>
    <DrinksMap
      :label="t('sits.title')"
      :path="path"
      :marks="marks"
      :others="beside"
      :zone="usual"
      :own="own"
      :now="current"
    />
    <table class="rows close sips">
      <thead>
        <tr>
          <th class="sr">{{ t('sip.when') }}</th>
          <th>°Bx</th>
          <th>{{ t('sip.acid') }}</th>
          <th>{{ t('sip.ratio') }}</th>
          <th>{{ unit('°C') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row[0]" :data-test="`sip-${row[0]}`">
          <th>{{ t(`sip.${row[0]}`) }}</th>
          <td><FigureButton :figure="row[1].brix" unit="" :label="t(`sip.${row[0]}`) + ' °Bx'" /></td>
          <td><FigureButton :figure="row[1].ta" unit="" :label="t(`sip.${row[0]}`) + ' ' + t('sip.acid')" /></td>
          <td>
            <FigureButton
              v-if="row[1].ratio"
              :figure="row[1].ratio"
              :digits="1"
              unit=""
              :label="t(`sip.${row[0]}`) + ' ' + t('sip.ratio')"
            /><span v-else>–</span>
          </td>
          <td>
            <FigureButton
              v-if="row[0] !== 'jug'"
              :figure="row[1].temp"
              :digits="0"
              unit=""
              :label="t(`sip.${row[0]}`) + ' °C'"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet key">
      <i class="zone" aria-hidden="true" /> {{ t('sits.zone', { family: t(`family.${family}`) })
      }}<template v-if="own">
        · <i class="own" aria-hidden="true" /> {{ t('sits.own', { stand: session.stand?.name }) }}</template
      ><template v-if="beside.length"> · <i class="dot" aria-hidden="true" /> {{ t('sits.others') }}</template
      ><template v-if="marks.length"> · <i class="late" aria-hidden="true" /> {{ t('sip.late') }}</template>
    </p>
    <p v-if="own" class="small quiet" data-test="zone-rests">
      {{ t('sits.rests', { drinks: known.drinks, batches: known.batches, liked: known.liked }) }}
    </p>
    <p class="small quiet">{{ t('sits.note') }}</p>
  </div>
</template>

<style scoped>
.key i {
  display: inline-block;
  width: 14px;
  height: 10px;
  border-radius: 3px;
  background: rgb(226 161 0 / 30%);
}
.key .own {
  background: none;
  border: 2px dashed var(--leaf);
}
.key .dot {
  width: 10px;
  border-radius: 50%;
  background: rgb(86 104 100 / 45%);
}
.key .late {
  width: 10px;
  background: var(--zest);
  border: 1px solid var(--ink);
  transform: rotate(45deg);
}
.sips td,
.sips thead th {
  text-align: right;
}
.sips td {
  font-size: 15px;
}
</style>
