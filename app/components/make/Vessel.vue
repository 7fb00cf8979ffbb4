<script setup lang="ts">
import type { Evaluation } from '#core/recipe'
import { fillOf, mainOf } from '~/utils/colours'

// A vessel to scale among those beside it, with what is in it by now and the line that it is to come to.
const props = defineProps<{
  capacityMl: number
  /** what is in it; null while nothing is */
  pot: Evaluation | null
  /** mL that it is to come to */
  plannedMl: number
  /** mL of the largest vessel beside it */
  scaleMl: number
  label: string
  tall?: boolean
}>()
const [W, BASE] = [132, 160]
const full = computed(() => Math.max(props.capacityMl, 1))
const height = computed(() => 150 * Math.cbrt(full.value / Math.max(props.scaleMl, full.value)))
const width = computed(() => height.value * 0.72)
const left = computed(() => W / 2 - width.value / 2)
const y = (ml: number): number => BASE - (Math.min(ml, full.value) / full.value) * height.value
const layers = computed(() => {
  const { pot } = props
  const all = pot?.layers.reduce((n, l) => n + l.volume.value, 0) ?? 0
  if (!pot || !(all > 0)) return []
  // Sugar contracts in water: together the layers are as high as the mix.
  const scale = pot.jug.volume.value / all
  // What went in of the same thing again and again is one layer.
  const of = new Map<string, number>()
  for (const l of [...pot.layers].sort((a, b) => Number(a.fillsUp) - Number(b.fillsUp))) {
    const key = l.item ? l.key : mainOf(pot.document, l.stream)
    of.set(key, (of.get(key) ?? 0) + l.volume.value * scale)
  }
  let ml = 0
  return [...of].map(([key, volumeMl]) => {
    const from = ml
    ml += volumeMl
    return { key, y: y(ml), h: y(from) - y(ml), fill: fillOf(key) }
  })
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} 170`" class="vessel" :class="{ tall }" role="img" :aria-label="label">
    <g stroke="#15302B">
      <rect
        v-for="l in layers"
        :key="l.key"
        class="in"
        :x="left"
        :y="l.y"
        :width="width"
        :height="Math.max(0, l.h)"
        :fill="l.fill"
        stroke-width="1"
      />
    </g>
    <path
      :d="`M${left - 2} ${BASE - height}V152q0 10 10 10h${width - 16}q10 0 10 -10V${BASE - height}`"
      fill="none"
      stroke="#15302B"
      :stroke-width="tall ? 3 : 4"
      stroke-linecap="round"
    />
    <path
      v-if="plannedMl > 0"
      :d="`M${left - 8} ${y(plannedMl)}H${left + width + 8}`"
      stroke="#15302B"
      stroke-dasharray="5 4"
      :stroke-width="tall ? 1.4 : 2"
    />
  </svg>
</template>

<style scoped>
.vessel {
  width: 132px;
  display: block;
}
.tall {
  width: 100%;
  max-height: 380px;
}
.in {
  transition:
    y 0.25s,
    height 0.25s;
}
@media (prefers-reduced-motion: reduce) {
  .in {
    transition: none;
  }
}
</style>
