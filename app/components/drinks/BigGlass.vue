<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Cost } from '#core/cost'
import { isOver, type Evaluation, type Layer, type Sip } from '#core/recipe'
import { fillOf } from '~/utils/colours'
import { glassShape, heightAt, marksOf, radiusAt, slicePath, volumeAt } from '~/utils/glass'
import { useSession } from '~/stores/session'

export type Lens = 'volume' | 'sugar' | 'acid' | 'money'

// The glass, to scale in mL. In the volume lens each layer's upper edge can be dragged; the other lenses stack shares.
const props = defineProps<{
  evaluation: Evaluation
  cost: Cost | null
  lens: Lens
  capacityMl: number
  fillLineMl: number
  iceG: number
  /** the cup as it is now; null where nothing is served */
  sip: Sip | null
  editable: boolean
}>()
const emit = defineEmits<{ drag: [layer: Layer, ml: number]; select: [layer: Layer] }>()
const { t } = useI18n()
const { n, name, amount, money } = useFormat()
const session = useSession()

const W = 350
const HEIGHT = 400
const CX = 200
const BOTTOM = 424
const shape = computed(() => glassShape(props.capacityMl, HEIGHT))
const layers = computed(() => ordered(props.evaluation))
const drinkMl = computed(() => props.evaluation.sumOfLayers.value)
const iceLeft = computed(() => Math.max(0, props.iceG - (props.sip?.melted.value ?? 0)))
// The layers stand unmixed; what is above them is what the cup holds by then.
const filledMl = computed(() => Math.max(drinkMl.value, props.sip?.filled.value ?? 0))

interface Slice {
  layer: Layer
  from: number
  to: number
  amount: number
  text: string
  fill: string
}
const valueOf = (l: Layer): number => {
  if (props.lens === 'sugar') return l.sugars.value
  if (props.lens === 'acid') return l.acid.value
  if (props.lens === 'money')
    return props.cost?.lines.find((c) => c.kind === 'layer' && c.key === l.stream)?.cost?.value ?? 0
  return l.volume.value
}
const total = computed(() => layers.value.reduce((s, l) => s + valueOf(l), 0))
const textOf = (v: number): string =>
  props.lens === 'volume'
    ? amount(v, 'mL', 0)
    : props.lens === 'money'
      ? money(v)
      : amount(v, 'g', props.lens === 'acid' ? 2 : 1)
const slices = computed((): Slice[] => {
  let at = 0
  const scale = props.lens === 'volume' ? 1 : total.value > 0 ? props.fillLineMl / total.value : 0
  return layers.value.map((layer) => {
    const amount = valueOf(layer)
    const from = at
    at += amount * scale
    return { layer, from, to: at, amount, text: textOf(amount), fill: fillOf(layer.key) }
  })
})
const overBrim = computed(() => filledMl.value > props.capacityMl)
const overLine = computed(() => isOver(filledMl.value, props.fillLineMl))
/** In the volume lens ticks stand in mL or fl oz; in the others the axis runs over the shares. */
const ticks = computed(() => {
  if (props.lens === 'volume') {
    const { step, times } = marksOf(props.capacityMl, session.units)
    return Array.from({ length: Math.floor(props.capacityMl / (step / times)) + 1 }, (_, i) => ({
      y: BOTTOM - heightAt(shape.value, (i * step) / times),
      text: i % 2 === 0 ? n(i * step) : '',
      long: i % 2 === 0,
    }))
  }
  if (total.value <= 0) return []
  return [0, 0.25, 0.5, 0.75, 1].map((s) => ({
    y: BOTTOM - heightAt(shape.value, s * props.fillLineMl),
    text: props.lens === 'money' ? money(total.value * s) : n(total.value * s, total.value < 5 ? 2 : 1),
    long: true,
  }))
})
const cubes = computed(() => {
  const count = Math.min(6, Math.ceil(iceLeft.value / 22))
  const top = BOTTOM - heightAt(shape.value, Math.min(filledMl.value, props.capacityMl))
  const r = radiusAt(shape.value, filledMl.value)
  return Array.from({ length: count }, (_, i) => ({
    x: CX - r * 0.8 + ((i % 3) * (r * 1.6 - 36)) / 2 + (i > 2 ? 14 : 0),
    y: top + (i % 2 ? 8 : 4) + (i > 2 ? 38 : 0),
    turn: [-8, 5, 9, 12, -5, 3][i],
  }))
})

/** A label that is wider than the glass at its height gives up its name: the rows beside the glass have it too. */
const LETTER_PX = 6.9
const labelOf = (s: Slice): string => {
  const full = `${name(s.layer.key)} ${s.text}`
  return full.length * LETTER_PX < 2 * radiusAt(shape.value, (s.from + s.to) / 2) - 12 ? full : s.text
}

const svg = ref<SVGSVGElement | null>(null)
const dragging = ref<{ slice: Slice; from: number } | null>(null)
function yOf(e: PointerEvent): number {
  const box = svg.value!.getBoundingClientRect()
  return ((e.clientY - box.top) / box.height) * (BOTTOM + 20)
}
function grab(e: PointerEvent, slice: Slice): void {
  if (!props.editable || slice.layer.fillsUp) return
  dragging.value = { slice, from: slice.from }
  ;(e.target as Element).setPointerCapture(e.pointerId)
  emit('select', slice.layer)
}
function move(e: PointerEvent): void {
  if (!dragging.value) return
  const ml = volumeAt(shape.value, BOTTOM - yOf(e)) - dragging.value.from
  emit('drag', dragging.value.slice.layer, Math.max(0, ml))
}
function nudge(e: KeyboardEvent, slice: Slice): void {
  const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[e.key]
  if (!by) return
  e.preventDefault()
  emit('drag', slice.layer, Math.max(0, slice.layer.volume.value + by))
}
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${W} ${BOTTOM + 20}`"
    class="glass"
    role="group"
    :aria-label="t('glass.label')"
    @pointermove="move"
    @pointerup="dragging = null"
    @pointercancel="dragging = null"
  >
    <g class="ticks">
      <template v-for="(k, i) in ticks" :key="i">
        <path :d="`M${k.long ? 56 : 66} ${k.y}H84`" stroke="#15302B" :stroke-width="k.long ? 2.2 : 1.4" />
        <text v-if="k.text" x="48" :y="k.y + 5" text-anchor="end">{{ k.text }}</text>
      </template>
    </g>
    <template v-if="lens === 'volume'">
      <path
        v-if="filledMl > drinkMl"
        :d="slicePath(shape, drinkMl, Math.min(filledMl, capacityMl), CX, BOTTOM)"
        fill="#EDF6F7"
      />
    </template>
    <g v-for="s in slices" :key="s.layer.stream">
      <path
        :d="slicePath(shape, s.from, Math.min(s.to, capacityMl), CX, BOTTOM)"
        :fill="s.fill"
        stroke="#15302B"
        stroke-width="1"
        @click="emit('select', s.layer)"
      />
      <text
        v-if="heightAt(shape, s.to) - heightAt(shape, s.from) > 19"
        :x="CX"
        :y="BOTTOM - (heightAt(shape, s.from) + heightAt(shape, Math.min(s.to, capacityMl))) / 2 + 5"
        text-anchor="middle"
        class="in"
      >
        {{ labelOf(s) }}
      </text>
    </g>
    <g v-if="lens === 'volume'" fill="#FFFDF8" fill-opacity=".86" stroke="#15302B" stroke-width="1.300">
      <rect
        v-for="(c, i) in cubes"
        :key="i"
        :x="c.x"
        :y="c.y"
        width="36"
        height="33"
        rx="8"
        :transform="`rotate(${c.turn} ${c.x + 18} ${c.y + 16})`"
      />
    </g>
    <path
      :d="`M${CX - shape.topR - 3} ${BOTTOM - HEIGHT - 16}L${CX - shape.bottomR - 2} ${BOTTOM - 6}q1 9 10 9H${CX + shape.bottomR - 8}q9 0 10 -9L${CX + shape.topR + 3} ${BOTTOM - HEIGHT - 16}`"
      fill="none"
      stroke="#15302B"
      stroke-width="5"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
    <g v-if="lens === 'volume'" :class="{ bad: overLine }">
      <path
        :d="`M92 ${BOTTOM - heightAt(shape, fillLineMl)}H${CX + shape.topR + 14}`"
        stroke="#A3274F"
        :stroke-width="overLine ? 3 : 1.6"
        stroke-dasharray="6 4"
      />
      <text :x="CX + shape.topR - 8" :y="BOTTOM - heightAt(shape, fillLineMl) - 7" text-anchor="end" class="line">
        {{ overBrim ? t('glass.overBrim') : overLine ? t('glass.overLine') : t('glass.fillLine') }}
      </text>
    </g>
    <template v-if="lens === 'volume' && editable">
      <g
        v-for="s in slices.filter((x) => !x.layer.fillsUp)"
        :key="`edge-${s.layer.stream}`"
        class="edge"
        :class="{ held: dragging?.slice.layer.stream === s.layer.stream }"
      >
        <circle
          :cx="CX + radiusAt(shape, s.to)"
          :cy="BOTTOM - heightAt(shape, s.to)"
          r="8"
          fill="#FFFDF8"
          stroke="#15302B"
          stroke-width="3"
        />
        <rect
          role="slider"
          tabindex="0"
          :aria-label="t('glass.edge', { name: name(s.layer.key) })"
          :aria-valuenow="Math.round(s.amount)"
          aria-valuemin="0"
          :aria-valuemax="Math.round(capacityMl)"
          :aria-valuetext="s.text"
          :data-test="`edge-${s.layer.stream}`"
          :x="CX - radiusAt(shape, s.to) - 4"
          :y="BOTTOM - heightAt(shape, s.to) - 13"
          :width="radiusAt(shape, s.to) * 2 + 26"
          height="26"
          fill="transparent"
          @pointerdown.prevent="grab($event, s)"
          @keydown="nudge($event, s)"
        />
      </g>
    </template>
    <text v-if="lens !== 'volume' && total <= 0" :x="CX" :y="BOTTOM - 180" text-anchor="middle" class="none">
      {{ t(`glass.none.${lens}`) }}
    </text>
  </svg>
</template>

<style scoped>
.glass {
  width: 100%;
  max-height: 470px;
  display: block;
  touch-action: none;
  user-select: none;
}
text {
  font: 400 14px var(--text);
  fill: var(--quiet);
  font-variant-numeric: tabular-nums;
}
.in {
  font-weight: 700;
  font-size: 14px;
  fill: var(--ink);
  pointer-events: none;
  paint-order: stroke;
  stroke: rgb(255 253 248 / 0.75);
  stroke-width: 3px;
}
.line {
  fill: var(--hibiscus);
  font-size: 13.5px;
}
.bad .line {
  font-weight: 700;
}
.edge rect {
  cursor: ns-resize;
  outline-offset: -4px;
}
.edge circle {
  pointer-events: none;
}
.edge.held circle {
  fill: var(--zest);
}
.none {
  font-size: 15px;
}
</style>
