<script setup lang="ts">
// A vessel at the hatch to scale among those beside it: how high it stands, its ice afloat, its tap. A touch of it says
// how high it really stands.
const props = defineProps<{
  capacityMl: number
  levelMl: number
  iceMl: number
  fill: string
  /** mL of the largest vessel beside it */
  scaleMl: number
  label: string
  /** L, or what the stand reads it in */
  marks: { ml: number; text: string }[]
  /** without a tap and feet: a jug or a jar */
  isJug?: boolean
}>()
const emit = defineEmits<{ level: [volumeMl: number] }>()
const [W, H, FOOT] = [190, 206, 22]
const tallest = H - FOOT - 26
const height = computed(() => tallest * Math.cbrt(props.capacityMl / Math.max(props.scaleMl, props.capacityMl)))
const width = computed(() => height.value * 0.62)
const left = computed(() => (W - width.value) / 2 - 8)
const base = H - FOOT
const top = computed(() => base - height.value)
const y = (ml: number): number => base - (Math.min(ml, props.capacityMl) / props.capacityMl) * height.value
/** As many cubes as the ice takes of the vessel, afloat in rows from the top. */
const CUBE = 13
const cubes = computed(() => {
  const across = Math.max(1, Math.floor((width.value - 12) / (CUBE + 5)))
  const areaMl = (props.iceMl / props.capacityMl) * height.value * width.value
  const count = props.iceMl > 0 ? Math.max(1, Math.min(36, Math.round(areaMl / (CUBE * CUBE * 1.6)))) : 0
  return Array.from({ length: count }, (_, i) => {
    const [row, column] = [Math.floor(i / across), i % across]
    return {
      x: left.value + 7 + column * ((width.value - 14 - CUBE) / Math.max(1, across - 1 || 1)),
      y: y(props.levelMl) + 3 + row * (CUBE + 4) + ((column * 5) % 4),
      turn: ((i * 37) % 30) - 15,
    }
  }).filter((c) => c.y + CUBE < base - 2)
})
/** The height that is touched, to the twentieth part of what it holds. */
function touch(e: MouseEvent): void {
  const box = (e.currentTarget as SVGElement).getBoundingClientRect()
  const at = ((e.clientY - box.top) / box.height) * H
  const share = Math.min(1, Math.max(0, (base - at) / height.value))
  emit('level', (Math.round(share * 20) / 20) * props.capacityMl)
}
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" class="vessel" role="img" :aria-label="label" data-test="hold-vessel" @click="touch">
    <rect
      class="in"
      :x="left"
      :y="y(levelMl)"
      :width="width"
      :height="Math.max(0, base - y(levelMl))"
      :fill="fill"
      rx="3"
    />
    <g fill="#EDF6F7" stroke="#15302B" stroke-width="1.2">
      <rect
        v-for="(c, i) in cubes"
        :key="i"
        :x="c.x"
        :y="c.y"
        :width="CUBE"
        :height="CUBE"
        rx="3"
        :transform="`rotate(${c.turn} ${c.x + CUBE / 2} ${c.y + CUBE / 2})`"
      />
    </g>
    <path v-if="levelMl > 0" :d="`M${left} ${y(levelMl)}H${left + width}`" stroke="#15302B" stroke-width="2" />
    <rect :x="left" :y="top" :width="width" :height="height" fill="none" stroke="#15302B" stroke-width="4" rx="5" />
    <path :d="`M${left - 5} ${top - 5}H${left + width + 5}`" stroke="#15302B" stroke-width="6" stroke-linecap="round" />
    <path
      v-if="!isJug"
      :d="`M${left + width} ${base - 13}h15v9M${left + width + 9} ${base - 20}v7M${left + width + 4} ${base - 20}h10`"
      fill="none"
      stroke="#15302B"
      stroke-width="4"
      stroke-linecap="round"
    />
    <path
      v-if="!isJug"
      :d="`M${left + 6} ${base + 4}v${FOOT - 8}M${left + width - 6} ${base + 4}v${FOOT - 8}`"
      stroke="#15302B"
      stroke-width="4"
      stroke-linecap="round"
    />
    <g v-for="m in marks" :key="m.ml">
      <path :d="`M${left + 2} ${y(m.ml)}h8`" stroke="#15302B" stroke-width="1.6" />
      <text :x="left - 8" :y="y(m.ml) + 4" class="mark" text-anchor="end">{{ m.text }}</text>
    </g>
  </svg>
</template>

<style scoped>
.vessel {
  width: 100%;
  max-width: 210px;
  display: block;
  cursor: pointer;
}
.in {
  transition:
    y 0.2s,
    height 0.2s;
}
.mark {
  font: 12px var(--num);
  fill: #15302b;
}
@media (prefers-reduced-motion: reduce) {
  .in {
    transition: none;
  }
}
</style>
