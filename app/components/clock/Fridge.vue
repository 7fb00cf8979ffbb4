<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { busySpan, levelsOf, type DayTask, type Plan, type Problem } from '#core/schedule'

// What stands cold by the clock: litres in the fridge as they come, and each batch as its vessel, to scale.
const props = defineProps<{
  tasks: readonly DayTask[]
  plan: Plan
  problem: Problem
  at: (minute: number) => number
  fromMin: number
  fillOf: (making: string) => string
  nameOf: (making: string) => string
}>()
const { t } = useI18n({ useScope: 'global' })
const { amount } = useFormat()
const [H, TALLEST] = [64, 46]
const levels = computed(() => levelsOf(props.problem, props.plan, 'fridge').filter((l) => l.fromMin <= 0))
const peakMl = computed(() => Math.max(0, ...levels.value.map((l) => l.amount)))
const roomMl = computed(() => props.problem.resources.find((r) => r.key === 'fridge')?.capacity ?? Infinity)
const scaleMl = computed(() => (Number.isFinite(roomMl.value) ? Math.max(roomMl.value, peakMl.value) : peakMl.value))
const y = (ml: number): number => H - (H * ml) / Math.max(1, scaleMl.value)
/** Litres as steps: up where a batch comes in. */
const area = computed(() => {
  let path = `M${props.at(props.fromMin)} ${H}`
  for (const l of levels.value) path += `H${props.at(l.fromMin)}V${y(l.amount)}`
  return `${path}H100V${H}Z`
})
const vessels = computed(() => {
  const kept = props.tasks.flatMap((task) => {
    const use = task.uses.find((u) => u.resource === 'fridge')
    const placed = props.plan.get(task.id)
    if (!use || !placed) return []
    const { fromMin } = busySpan(task, use, placed.startMin, props.problem.endMin)
    return [{ making: task.making, ml: use.amount, minute: fromMin }]
  })
  const most = Math.max(1, ...kept.map((k) => k.ml))
  return kept.map((k) => ({ ...k, px: TALLEST * Math.cbrt(k.ml / most) }))
})
const words = computed(() => {
  const peak = amount(peakMl.value / 1000, 'L', 1)
  return Number.isFinite(roomMl.value)
    ? t('clock.fridgeOf', { peak, room: amount(roomMl.value / 1000, 'L', 0) })
    : t('clock.fridgePeak', { peak })
})
</script>

<template>
  <section v-if="vessels.length" class="rail" data-test="rail-fridge">
    <h3 class="small">{{ t('clock.piece.fridge') }}</h3>
    <div class="cold">
      <svg :viewBox="`0 0 100 ${H}`" preserveAspectRatio="none" role="img" :aria-label="words">
        <path :d="area" fill="#dcebea" />
      </svg>
      <i
        v-for="v in vessels"
        :key="v.making"
        :title="`${nameOf(v.making)}, ${amount(v.ml / 1000, 'L', 1)}`"
        :style="{
          left: `${at(v.minute)}%`,
          height: `${v.px}px`,
          width: `${v.px * 0.7}px`,
          background: `linear-gradient(transparent 10%, ${fillOf(v.making)} 10%)`,
        }"
      />
      <p class="small">{{ words }}</p>
    </div>
  </section>
</template>

<style scoped>
.rail {
  position: relative;
  display: grid;
  grid-template-columns: var(--head) minmax(0, 1fr);
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}
h3 {
  margin: 0;
  padding-top: 6px;
}
.cold {
  position: relative;
}
svg {
  display: block;
  width: 100%;
  height: 64px;
}
.cold i {
  position: absolute;
  bottom: 26px;
  border: 2px solid var(--ink);
  border-top: 0;
  border-radius: 0 0 5px 5px;
  transform: translateX(-50%);
}
.cold p {
  margin: 4px 0 0;
  text-align: right;
}
</style>
