<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { fillOf } from '~/utils/colours'
import type { Batch, Load } from '#core/scale'

// What a vessel takes of a batch, to scale, with headspace.
const props = defineProps<{ load: Load; batch: Batch; scaleMl: number }>()
const { t } = useI18n()
const { amount } = useFormat()
const headMl = computed(() => props.load.vessel.capacityMl - props.load.fillMl)
const H = 150
const height = computed(() => H * Math.cbrt(props.load.vessel.capacityMl / props.scaleMl))
const width = computed(() => height.value * 0.72)
const layers = computed(() => {
  const total = props.batch.rows.reduce((s, r) => s + r.layer.volume.value, 0)
  const filled = (props.load.fillMl / props.load.vessel.capacityMl) * height.value
  let y = 160
  return [...props.batch.rows]
    .sort((a, b) => Number(a.layer.fillsUp) - Number(b.layer.fillsUp))
    .map((r) => {
      const h = (r.layer.volume.value / total) * filled
      y -= h
      return { key: r.layer.stream, y, h, fill: fillOf(r.layer.key) }
    })
})
</script>

<template>
  <figure class="vessel">
    <svg
      viewBox="0 0 132 170"
      role="img"
      :aria-label="
        t('vessel.label', {
          name: load.vessel.name,
          fill: amount(load.fillMl / 1000, 'L', 1),
          head: amount(headMl / 1000, 'L', 1),
        })
      "
    >
      <g stroke="#15302B">
        <rect
          v-for="l in layers"
          :key="l.key"
          :x="66 - width / 2"
          :y="l.y"
          :width="width"
          :height="l.h"
          :fill="l.fill"
          stroke-width="1"
        />
      </g>
      <path
        :d="`M${66 - width / 2 - 2} ${160 - height}V152q0 10 10 10h${width - 16}q10 0 10 -10V${160 - height}`"
        fill="none"
        stroke="#15302B"
        stroke-width="4"
        stroke-linecap="round"
      />
    </svg>
    <figcaption class="small">
      <b>{{ load.vessel.name }}</b><span class="quiet">{{
        t('vessel.head', { fill: amount(load.fillMl / 1000, 'L'), head: amount(headMl / 1000, 'L') })
      }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.vessel {
  margin: 0;
  display: grid;
  justify-items: center;
  gap: 4px;
  text-align: center;
  width: 150px;
}
svg {
  width: 132px;
  display: block;
}
figcaption {
  display: grid;
  line-height: 1.3;
}
</style>
