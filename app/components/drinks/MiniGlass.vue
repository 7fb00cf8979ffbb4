<script setup lang="ts">
import type { Evaluation } from '#core/recipe'
import { fillOf } from '~/utils/colours'
import { glassShape, heightAt, radiusAt, slicePath } from '~/utils/glass'

// A drink on the shelf, drawn to scale in mL; all cups of the shelf share the scale.
const props = defineProps<{ evaluation: Evaluation; capacityMl: number; scaleMl: number }>()
const H = 190
const shape = computed(() => glassShape(props.capacityMl, H * Math.cbrt(props.capacityMl / props.scaleMl)))
const CX = 70
const BOTTOM = 196
const layers = computed(() => {
  let at = 0
  return ordered(props.evaluation).map((l) => {
    const from = at
    at += l.volume.value
    return { key: l.stream, fill: fillOf(l.key), path: slicePath(shape.value, from, at, CX, BOTTOM) }
  })
})
const drinkMl = computed(() => props.evaluation.sumOfLayers.value)
const filledMl = computed(() => drinkMl.value + (props.evaluation.cup?.displaced.value ?? 0))
</script>

<template>
  <svg viewBox="0 0 140 204" class="mini" aria-hidden="true">
    <path
      v-if="filledMl > drinkMl"
      :d="slicePath(shape, drinkMl, Math.min(filledMl, capacityMl), CX, BOTTOM)"
      fill="#EDF6F7"
    />
    <path v-for="l in layers" :key="l.key" :d="l.path" :fill="l.fill" stroke="#15302B" stroke-width=".7" />
    <path
      :d="`M${CX - shape.topR - 1} ${BOTTOM - shape.height - 8}L${CX - shape.bottomR} ${BOTTOM}H${CX + shape.bottomR}L${CX + shape.topR + 1} ${BOTTOM - shape.height - 8}`"
      fill="none"
      stroke="#15302B"
      stroke-width="3.200"
      stroke-linejoin="round"
      stroke-linecap="round"
    />
    <g v-if="filledMl > drinkMl" fill="#FFFDF8" stroke="#15302B" stroke-width="1.200">
      <rect
        :x="CX - radiusAt(shape, filledMl) * 0.62"
        :y="BOTTOM - heightAt(shape, filledMl) + 3"
        width="20"
        height="18"
        rx="5"
        transform-origin="center"
      />
      <rect
        :x="CX + radiusAt(shape, filledMl) * 0.1"
        :y="BOTTOM - heightAt(shape, filledMl) + 1"
        width="20"
        height="18"
        rx="5"
      />
    </g>
  </svg>
</template>

<style scoped>
.mini {
  height: 170px;
  display: block;
  margin: 0 auto;
}
</style>
