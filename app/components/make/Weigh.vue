<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isAllOf, shareThere, type Job, type Weigh } from '#core/batch'
import { isAllergen } from '#core/safety'
import { TAP } from '#core/substances'
import { isMassUnit } from '#core/units'
import { useAmounts } from '~/forms/useAmounts'
import type { BatchInHand } from '~/composables/useBatch'
import { useBench } from '~/stores/bench'
import { fillOf } from '~/utils/colours'

// One thing is weighed in: how much is still to add, out of which lot; taken by a touch, by R, or by a pedal.
const props = defineProps<{ hand: BatchInHand; job: Job; weigh: Weigh }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, parts, name, typed, calendarDay, n } = useFormat()
const bench = useBench()
const { stepName } = useRunWords()
const of = useWeighing(
  () => props.hand.view.value,
  () => props.weigh,
)
const unit = computed(() => props.weigh.wanted.unit)
const fine = computed(() => (isMassUnit(unit.value) ? 'g' : 'mL'))
/** what somebody types; else what is still to add */
const { text, number, bind } = useAmounts(['amount'])
const isTyping = ref(false)
const first = computed(() => of.takes.value?.eachG.length ?? 1)
const perTake = computed(() => {
  const g = of.takes.value?.eachG[0]
  return first.value > 1 && g !== undefined && of.gPerUnit.value ? g / of.gPerUnit.value : props.weigh.rest
})
/** Whole grams and millilitres beneath a litre, so that a figure is as long as a glance. */
const shown = (v: number): { number: string; unit: string } => parts(v, unit.value, v >= 100 ? 0 : 1)
const big = computed(() => shown(perTake.value))
const scale = computed(() => {
  const r = bench.readings.scale
  return r && r.state === 'ok' && r.value !== null ? r : null
})
/** It spoke, and says nothing any more: what it said last is not taken. */
const isLost = computed(() => bench.readings.scale?.state === 'lost')
const scaleG = computed(() => (scale.value ? bench.inGrams(scale.value) : null))
const toGoG = computed(() => {
  const wantG = of.gPerUnit.value === null ? null : perTake.value * of.gPerUnit.value
  return scaleG.value === null || wantG === null ? null : wantG - scaleG.value
})

/** So much is in. @param value in the unit of what is wanted */
async function take(value: number): Promise<void> {
  const { take: out, rest } = props.weigh
  const isOpen = first.value > 1 && !isAllOf(value, rest)
  const events = of.weighed(out, unit.value, of.outOf(value), isOpen)
  if (await props.hand.tell(events)) {
    text.amount = ''
    isTyping.value = false
  }
}
/** No more lots than a glance takes in. */
const SHOWN_LOTS = 4
function takeShown(): void {
  if (isTyping.value && number.amount !== null) return void take(number.amount)
  if (isTyping.value) return
  void take(perTake.value)
}
/** What the scale says, in the unit of what is wanted. */
function takeScale(g: number): void {
  if (of.gPerUnit.value) void take(g / of.gPerUnit.value)
}
// R takes what the scale says, without a field.
const target = { device: 'scale' as const, unit: 'g' as const, take: takeScale }
onMounted(() => {
  bench.wanted(1)
  bench.target = target
})
onBeforeUnmount(() => {
  bench.wanted(-1)
  if (bench.target === target) bench.target = null
})
usePedal(() => (scale.value?.steady ? bench.take('scale') : takeShown()))
/** What some guests may not have, and only this lot brings. */
const brought = computed(() => {
  const known = props.hand.view.value?.evaluation?.cautions ?? []
  const of0 = of.isAs(of.ordered.value[0]?.id ?? null).as
  return (of0?.cautions ?? []).filter((c) => isAllergen(c) && !known.includes(c))
})
/** What none of its lots has. */
const inNoLot = computed(() =>
  of.key.value === TAP ? 0 : (of.outOf(perTake.value).find((x) => x.lotId === null)?.amount ?? 0),
)
/** Of what is wanted, what its lots have, where that is less: the rest of the batch can follow it. */
const onHandShare = computed(() => {
  const view = props.hand.view.value
  if (!view || !of.lots.value.length || first.value > 1) return null
  return shareThere(props.weigh.rest, inNoLot.value, view.actual)
})
function openField(): void {
  isTyping.value = true
  text.amount = typed(perTake.value, fine.value, 1)
}
const lotText = (l: (typeof of.lots.value)[number]): string =>
  t('make.lotLeft', {
    left: l.unit === 'mL' && l.onHand >= 1000 ? amount(l.onHand / 1000, 'L', 1) : amount(l.onHand, l.unit, 0),
    until: l.useBy ? t('make.until', { day: calendarDay(l.useBy) }) : '',
  })
</script>

<template>
  <article class="sheet weigh" data-test="weigh" :data-take="weigh.take">
    <p class="quiet">{{ stepName({ ...job, weighs: [] }) }}</p>
    <h2><i class="dot" :style="{ background: fillOf(of.key.value) }" aria-hidden="true" />{{ name(of.key.value) }}</h2>
    <p class="big" data-test="to-add">
      <span class="num">{{ big.number }}</span> <span class="unit">{{ big.unit }}</span>
    </p>
    <p v-if="unit === 'mL' && of.restG.value" class="small quiet">
      {{ t('make.orWeigh', { g: amount(of.restG.value, 'g', 0) }) }}
    </p>
    <p v-if="first > 1" class="small" data-test="takes">
      {{ t('make.takes', { n: first, all: amount(weigh.rest, unit, 0) }) }}
    </p>
    <p v-if="of.takes.value?.scale.name" class="small quiet" data-test="on-scale">
      {{ t('make.onScale', { scale: of.takes.value.scale.name }) }}
    </p>
    <p v-if="weigh.weighed" class="small quiet" data-test="so-far">
      {{ t('make.soFar', { is: amount(weigh.weighed, unit, 0), of: amount(weigh.wanted.value, unit, 0) }) }}
    </p>
    <p v-if="isLost" class="caution" role="alert" data-test="scale-lost">{{ t('make.scaleLost') }}</p>
    <div v-if="scaleG !== null" class="scale" data-test="live-scale" role="status">
      <span class="bar" aria-hidden="true"
        ><i :style="{ width: `${Math.max(0, Math.min(100, (100 * scaleG) / Math.max(1, scaleG + (toGoG ?? 0))))}%` }"
      /></span>
      <span>{{
        toGoG === null
          ? amount(scaleG, 'g', 0)
          : toGoG >= 0
            ? t('make.toGo', { is: amount(scaleG, 'g', 0), left: amount(toGoG, 'g', 0) })
            : t('make.over', { is: amount(scaleG, 'g', 0), over: amount(-toGoG, 'g', 0) })
      }}</span>
    </div>
    <div v-if="of.lots.value.length" class="lots" role="group" :aria-label="t('make.from')">
      <button
        v-for="l in of.lots.value.slice(0, SHOWN_LOTS)"
        :key="l.id"
        type="button"
        :aria-pressed="l === of.ordered.value[0]"
        :data-test="`lot-${l.id}`"
        @click="of.chosen.value = l.id"
      >
        {{ t('make.fromLot', { lot: lotText(l) }) }}
      </button>
    </div>
    <p v-for="c in brought" :key="c" class="caution" data-test="lot-brings">{{ t(`caution.${c}`) }}</p>
    <p v-if="inNoLot > 0" class="small quiet" data-test="no-lot">
      {{ of.lots.value.length ? t('make.notAll', { left: amount(inNoLot, unit, 0) }) : t('make.noLot') }}
    </p>
    <v-btn
      v-if="onHandShare !== null"
      height="72"
      :disabled="hand.busy.value"
      data-test="all-there-is"
      @click="hand.tell([{ kind: 'rescaled', times: onHandShare }])"
      >{{ t('make.allThereIs', { percent: n(onHandShare * 100) }) }}</v-btn
    >
    <FieldAmountField
      v-if="isTyping"
      v-bind="bind('amount')"
      :label="t('make.typed')"
      :unit="fine"
      test="weigh-amount"
      @enter="takeShown"
    />
    <div class="act-row">
      <v-btn
        color="primary"
        height="84"
        class="main-act"
        :disabled="hand.busy.value || (isTyping && number.amount === null)"
        data-test="take"
        @click="takeShown"
        >{{ isTyping ? t('make.takeTyped') : t('make.itIsIn', { amount: `${big.number} ${big.unit}` }) }}</v-btn
      >
      <v-btn v-if="!isTyping" height="84" data-test="other-amount" @click="openField">{{
        t('make.otherAmount')
      }}</v-btn>
      <v-btn v-else height="84" @click="isTyping = false">{{ t('do.cancel') }}</v-btn>
    </div>
  </article>
</template>

<style scoped>
.weigh {
  display: grid;
  gap: 12px;
}
h2 {
  font-size: 32px;
  display: flex;
  gap: 12px;
  align-items: center;
}
.dot {
  width: 18px;
  height: 34px;
  border-radius: 5px;
  border: 2px solid var(--ink);
  flex: none;
}
.big .num {
  font-size: 92px;
  line-height: 1;
}
.big .unit {
  font-size: 34px;
}
.scale {
  display: grid;
  gap: 4px;
}
.bar {
  height: 18px;
  border: 2px solid var(--ink);
  border-radius: 9px;
  overflow: hidden;
  display: block;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--zest);
}
.lots {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.lots button {
  min-height: 72px;
  padding: 6px 16px;
  border: 2px solid var(--rule);
  border-radius: 14px;
  background: none;
  color: inherit;
  font: 400 15px/1.3 var(--text);
  text-align: left;
  cursor: pointer;
}
.lots [aria-pressed='true'] {
  border-color: var(--ink);
  font-weight: 700;
}
.act-row {
  display: flex;
  gap: 10px;
}
.main-act {
  flex: 1;
  font-size: 22px;
}
@media (max-width: 700px) {
  .big .num {
    font-size: 72px;
  }
  .act-row {
    flex-wrap: wrap;
  }
}
</style>
