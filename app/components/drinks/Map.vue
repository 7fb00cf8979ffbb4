<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Zone } from '#core/recipe'

// Two axes, sugar to acid and strength: zones, the drinks beside, a path of points, and where one is now.
export interface MapPoint {
  key: string
  ratio: number | null
  brix: number
  fill: string
  title: string
}
const props = defineProps<{
  label: string
  path: readonly MapPoint[]
  /** guests, lots: points of their own, off the path */
  marks?: readonly MapPoint[]
  others?: readonly { name: string; ratio: number | null; brix: number }[]
  zone: Zone
  own?: Zone | null
  now?: { ratio: number | null; brix: number } | null
}>()
const { t } = useI18n()

/**
 * Ranges drawn: kept lemonades span about 10 to 22 g of sugar to one of acid, 6 to 17 °Bx. Common practice, no source.
 */
const RATIO = { low: 4, high: 40 }
const BRIX = { low: 4, high: 20 }
const [W, H] = [270, 190]
const within = (share: number): number => Math.min(1, Math.max(0, share))
// A ratio is felt in steps of multiplication: a log axis.
const xOf = (ratio: number): number => within(Math.log(ratio / RATIO.low) / Math.log(RATIO.high / RATIO.low)) * W
const yOf = (brix: number): number => H - within((brix - BRIX.low) / (BRIX.high - BRIX.low)) * H
function placed<P extends { ratio: number | null; brix: number }>(
  points: readonly P[],
): (P & { x: number; y: number })[] {
  return points.flatMap((p) => (p.ratio && p.ratio > 0 ? [{ ...p, x: xOf(p.ratio), y: yOf(p.brix) }] : []))
}
function rectOf({ ratio, brix }: Zone) {
  const [x, y] = [xOf(ratio[0]), yOf(brix[1])]
  return { x, y, width: xOf(ratio[1]) - x, height: yOf(brix[0]) - y }
}
const line = computed(() => placed(props.path))
const current = computed(() => (props.now ? placed([props.now])[0] : undefined))
const xTicks = [5, 10, 20, 40]
const yTicks = [5, 10, 15, 20]
</script>

<template>
  <svg viewBox="-34 -8 318 238" class="map" role="img" :aria-label="label">
    <rect x="0" y="0" :width="W" :height="H" rx="8" fill="#F5F0E3" />
    <rect v-bind="rectOf(zone)" rx="8" fill="#E2A100" fill-opacity=".22" data-test="zone" />
    <rect
      v-if="own"
      v-bind="rectOf(own)"
      rx="6"
      fill="none"
      stroke="#1C6B52"
      stroke-width="2"
      stroke-dasharray="5 4"
      data-test="own-zone"
    />
    <circle v-for="o in placed(others ?? [])" :key="o.name" :cx="o.x" :cy="o.y" r="5" fill="#566864" fill-opacity=".45">
      <title>{{ o.name }}</title>
    </circle>
    <g v-for="k in xTicks" :key="`x${k}`">
      <path :d="`M${xOf(k)} ${H}v5`" stroke="#566864" />
      <text :x="xOf(k)" :y="H + 18" text-anchor="middle">{{ k }}</text>
    </g>
    <g v-for="k in yTicks" :key="`y${k}`">
      <path :d="`M0 ${yOf(k)}h-5`" stroke="#566864" />
      <text x="-9" :y="yOf(k) + 4" text-anchor="end">{{ k }}</text>
    </g>
    <text x="6" :y="H - 8">{{ t('sits.sour') }}</text>
    <text :x="W - 6" :y="H - 8" text-anchor="end">{{ t('sits.sweet') }}</text>
    <text x="6" y="16">{{ t('sits.strong') }}</text>
    <text :x="W / 2" :y="H + 34" text-anchor="middle">{{ t('sits.ratio') }}</text>
    <polyline
      v-if="line.length > 1"
      :points="line.map((p) => `${p.x},${p.y}`).join(' ')"
      fill="none"
      stroke="#15302B"
      stroke-width="3"
    />
    <circle
      v-for="p in line"
      :key="p.key"
      :cx="p.x"
      :cy="p.y"
      r="7"
      :fill="p.fill"
      stroke="#15302B"
      stroke-width="3"
      :data-test="`point-${p.key}`"
    >
      <title>{{ p.title }}</title>
    </circle>
    <rect
      v-for="p in placed(marks ?? [])"
      :key="p.key"
      :x="p.x - 6"
      :y="p.y - 6"
      width="12"
      height="12"
      rx="2"
      :fill="p.fill"
      stroke="#15302B"
      stroke-width="2"
      :transform="`rotate(45 ${p.x} ${p.y})`"
      :data-test="`point-${p.key}`"
    >
      <title>{{ p.title }}</title>
    </rect>
    <circle v-if="current" :cx="current.x" :cy="current.y" r="5" fill="#E2A100" stroke="#15302B" stroke-width="2" />
  </svg>
</template>

<style scoped>
.map {
  width: 100%;
  display: block;
  max-height: 250px;
}
text {
  font: 400 13px var(--text);
  fill: var(--quiet);
}
</style>
