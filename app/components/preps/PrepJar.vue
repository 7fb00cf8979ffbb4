<script setup lang="ts">
// A jar to scale among all jars of the shelf: what is there, and up to where today's and tomorrow's need go.
const props = defineProps<{
  onHandMl: number
  todayMl: number
  needMl: number
  /** what the jar of the shelf holds that holds most */
  scaleMl: number
  fill: string
  label: string
}>()
const [H, W] = [150, 110]
const capacityMl = computed(() => Math.max(props.onHandMl, props.needMl, props.scaleMl / 12) * 1.08)
const size = computed(() => Math.cbrt(capacityMl.value / (props.scaleMl * 1.08)))
const height = computed(() => H * size.value)
const width = computed(() => W * size.value)
const y = (ml: number): number => 164 - (height.value * ml) / capacityMl.value
const left = computed(() => 70 - width.value / 2)
const right = computed(() => 70 + width.value / 2)
</script>

<template>
  <svg viewBox="0 0 140 170" class="jar" role="img" :aria-label="label">
    <rect
      v-if="onHandMl > 0"
      :x="left"
      :y="y(onHandMl)"
      :width="width"
      :height="164 - y(onHandMl)"
      :fill="fill"
      stroke="#15302B"
      stroke-width="1"
    />
    <path
      :d="`M${left} ${164 - height}V156q0 8 8 8H${right - 8}q8 0 8 -8V${164 - height}`"
      fill="none"
      stroke="#15302B"
      stroke-width="4"
      stroke-linecap="round"
    />
    <path
      :d="`M${left - 4} ${164 - height - 6}H${right + 4}`"
      stroke="#15302B"
      stroke-width="5"
      stroke-linecap="round"
    />
    <g v-if="needMl > 0" :stroke="onHandMl + 0.5 < needMl ? '#A3274F' : '#15302B'" stroke-dasharray="5 4">
      <path v-if="todayMl > 0" :d="`M${left - 9} ${y(todayMl)}H${right + 9}`" stroke-width="1.600" />
      <path :d="`M${left - 9} ${y(needMl)}H${right + 9}`" stroke-width="2.600" />
    </g>
  </svg>
</template>

<style scoped>
.jar {
  height: 150px;
  display: block;
  margin: 0 auto;
}
</style>
