<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  MOMENTS,
  TARGETS,
  figureOf,
  findAmounts,
  mixAt,
  takenLayers,
  type AmountsAsk,
  type Bounds,
  type Found,
  type Moment,
  type TargetName,
} from '#core/balance'
import { fillsUp, volumeOf, type RecipeContext } from '#core/recipe'
import { useAmounts } from '~/forms/useAmounts'
import type { Glass } from '~/composables/useGlass'
import { useDrinks } from '~/stores/drinks'

// Amounts for what is wanted of a drink, at a moment that is chosen: in the jug, or with its ice at a sip.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, name, typed } = useFormat()
const drinks = useDrinks()
const ready = useWords('balance')
const { document, evaluation, cost } = props.glass

const moment = ref<Moment>('jug')
const moments = computed(() => MOMENTS.map((value) => ({ value, title: t(`sip.${value}`) })))
const amounts = useAmounts([...TARGETS, 'cost', 'room', 'minutes', 'cups'] as const)
const layers = computed(() => {
  const filler = document.value && fillsUp(document.value)
  return document.value ? takenLayers(document.value).filter((s) => s.out !== filler) : []
})
const limits = reactive<Record<string, { least: string; most: string }>>({})
const limitNumbers = reactive<Record<string, Partial<Bounds>>>({})
watch(
  layers,
  (all) => {
    for (const { out } of all) {
      limits[out] ??= { least: '', most: '' }
      limitNumbers[out] ??= {}
    }
  },
  { immediate: true },
)
const held = ref<ReadonlySet<string>>(new Set(props.glass.held.value))
function toggle(stream: string): void {
  const next = new Set(held.value)
  if (!next.delete(stream)) next.add(stream)
  held.value = next
}
const UNIT_OF: Readonly<Record<TargetName, string>> = {
  brix: '°Bx',
  ta: 'g/100 mL',
  ratio: ': 1',
  sweetness: 'g/100 mL',
}
const DIGITS: Readonly<Record<TargetName, number>> = { brix: 1, ta: 2, ratio: 1, sweetness: 1 }
const now = computed(() => evaluation.value && mixAt(evaluation.value, moment.value))

/** Today's juice, where somebody read it: its evaluation stands for the shelf's. */
const today = shallowRef<RecipeContext | null>(null)
const inRoom = computed((): RecipeContext => {
  const { room, minutes } = amounts.number
  const base = today.value ?? drinks.context
  return {
    ingredient: (key) => base.ingredient(key),
    prep: (id) => base.prep(id),
    sip: { ...drinks.sip, ...(room === null ? {} : { roomC: room }), ...(minutes === null ? {} : { minutes }) },
  }
})
/** Who asks for strength alone wants the same drink, stronger or weaker: sugar to acid stays, unless it is let go. */
const keepsBalance = ref(true)
const strengthOnly = computed(() => asked.value.length === 1 && asked.value[0] === 'brix')
const finding = useFind<Found>()
const form = useSubmit(async () => {})
const { triesIn } = useTries()
const asked = computed(() => TARGETS.filter((name) => amounts.number[name] !== null))
async function find(): Promise<void> {
  form.clear()
  finding.clear()
  amounts.guard(form)
  if (Object.keys(form.fields.value).length) return
  if (!asked.value.length && amounts.number.cost === null) return form.refuse('brix', t('target.nothing'))
  const ask: AmountsAsk = {
    wanted: {
      ...Object.fromEntries(asked.value.map((name) => [name, amounts.number[name]])),
      ...(strengthOnly.value && keepsBalance.value && now.value!.ratio ? { ratio: now.value!.ratio.value } : {}),
    },
    moment: moment.value,
    // A pot is poured by the cup, whatever it comes to.
    ...(document.value!.pot ? {} : { volumeMl: volumeOf(document.value!) || evaluation.value!.jug.volume.value }),
    ...(amounts.number.cost === null ? {} : { mostCost: amounts.number.cost }),
    bounds: Object.fromEntries(
      Object.entries(limitNumbers).flatMap(([stream, b]) =>
        b.leastG === undefined && b.mostG === undefined
          ? []
          : [[stream, { leastG: b.leastG ?? 0, mostG: b.mostG ?? Infinity }]],
      ),
    ),
    held: held.value,
  }
  await finding.find((solve) => findAmounts(document.value!, ask, triesIn(inRoom.value), solve))
}
/** What was measured of today's juice: the standard's figures are what is wanted of it. */
async function holdStandard(context: RecipeContext): Promise<void> {
  today.value = context
  moment.value = 'jug'
  for (const name of ['brix', 'ta'] as const) {
    amounts.text[name] = n(figureOf(evaluation.value!.jug, name), 2)
    amounts.number[name] = figureOf(evaluation.value!.jug, name)
  }
  await find()
}
/** What is on hand, shared by so many cups, is the most of each. */
const { gramsOf } = useOnHand()
watch(
  () => amounts.number.cups,
  (cups) => {
    if (!cups || cups <= 0 || !evaluation.value) return
    for (const { out } of layers.value) {
      const layer = evaluation.value.layers.find((l) => l.stream === out)
      const onHandG = layer?.item && gramsOf(layer.item, layer.mlPerG.value)
      if (onHandG) limits[out]!.most = typed(Math.floor((onHandG / cups) * 10) / 10, 'g', 1)
    }
  },
)
function setLimit(stream: string, side: keyof Bounds, v: number | null): void {
  limitNumbers[stream] = { ...limitNumbers[stream], [side]: v ?? undefined }
  if (v === null) delete limitNumbers[stream]![side]
}
function take(): void {
  props.glass.edit(finding.answer.value!.document)
  finding.clear()
}
</script>

<template>
  <div v-if="ready && evaluation && document && now" class="stack" data-test="target">
    <p class="quiet">{{ t('target.why') }}</p>
    <form class="stack" novalidate @submit.prevent="find">
      <FieldChoice v-model="moment" :label="t('target.at')" :items="moments" test="target-moment" />
      <div class="fields">
        <FieldAmountField
          v-for="f in TARGETS"
          :key="f"
          v-bind="amounts.bind(f)"
          :label="t(`target.${f}`)"
          :unit="f === 'ratio' ? '1' : UNIT_OF[f]"
          metric
          :error="form.fields.value[f] || (finding.field.value === f ? finding.said.value : '')"
          :hint="t('target.now', { v: `${n(figureOf(now, f), DIGITS[f])} ${UNIT_OF[f]}` })"
          :test="`target-${f}`"
        />
        <FieldAmountField
          v-if="cost"
          v-bind="amounts.bind('cost')"
          :label="t('target.cost')"
          unit="money"
          paid
          :error="form.fields.value.cost || (finding.field.value === 'cost' ? finding.said.value : '')"
          test="target-cost"
        />
        <template v-if="moment !== 'jug'">
          <FieldAmountField
            v-bind="amounts.bind('room')"
            :label="t('target.room')"
            unit="°C"
            :hint="t('target.stands', { v: n(drinks.sip.roomC) + ' °C' })"
            test="target-room"
          />
          <FieldAmountField
            v-bind="amounts.bind('minutes')"
            :label="t('target.minutes')"
            unit="min"
            :hint="t('target.stands', { v: n(drinks.sip.minutes) + ' min' })"
            test="target-minutes"
          />
        </template>
      </div>
      <v-checkbox
        v-if="strengthOnly && now.ratio"
        v-model="keepsBalance"
        :label="t('target.keeps', { v: `${n(now.ratio.value, 1)} : 1` })"
        hide-details
        data-test="keeps-balance"
      />
      <FieldMore :label="t('target.limits')" test="target-limits">
        <FieldAmountField
          v-bind="amounts.bind('cups')"
          class="cups"
          :label="t('target.cups')"
          unit="1"
          :hint="t('target.cupsWhy')"
          test="target-cups"
        />
        <table class="rows">
          <thead>
            <tr>
              <th>{{ t('layer.perCup') }}</th>
              <th class="r">{{ t('target.least') }}</th>
              <th class="r">{{ t('target.most') }}</th>
              <th class="r">{{ t('target.held') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="s in layers" :key="s.out">
              <td>{{ name('ingredient' in s.item ? s.item.ingredient : `prep:${s.item.prep}`) }}</td>
              <td v-for="side in ['least', 'most'] as const" :key="side" class="limit">
                <FieldAmountField
                  v-model="limits[s.out]![side]"
                  label=""
                  dense
                  unit="g"
                  :aria-label="t(`target.${side}`)"
                  :disabled="held.has(s.out)"
                  :test="`${side}-${s.out}`"
                  @number="setLimit(s.out, side === 'least' ? 'leastG' : 'mostG', $event)"
                />
              </td>
              <td class="r">
                <v-checkbox-btn
                  :model-value="held.has(s.out)"
                  :aria-label="
                    t('layer.hold', { name: name('ingredient' in s.item ? s.item.ingredient : `prep:${s.item.prep}`) })
                  "
                  :data-test="`target-held-${s.out}`"
                  @update:model-value="toggle(s.out)"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </FieldMore>
      <div class="row">
        <v-btn type="submit" color="primary" :loading="finding.busy.value" data-test="find-amounts">{{
          t('target.find')
        }}</v-btn>
        <v-btn v-if="finding.busy.value" @click="finding.cancel">{{ t('do.cancel') }}</v-btn>
      </div>
      <p v-if="finding.said.value && !finding.field.value" class="caution" role="alert">{{ finding.said.value }}</p>
    </form>
    <DrinksFound
      v-if="finding.answer.value"
      :found="finding.answer.value"
      :before="evaluation"
      :cost="cost?.total?.value ?? null"
      :moment="moment"
      :is-today="!!today"
      @take="take"
      @leave="finding.clear"
    />
    <DrinksToday :evaluation="evaluation" @read="holdStandard" />
    <DrinksSwap :glass="glass" />
    <DrinksSquare :evaluation="evaluation" />
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 12px;
}
.cups {
  max-width: 300px;
}
.limit {
  width: 110px;
}
</style>
