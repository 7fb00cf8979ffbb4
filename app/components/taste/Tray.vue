<script setup lang="ts">
import type { Cup } from '#core/sensory/words'

// A tray of small cups with their codes; coloured by what stands in them only where that is no secret.
const props = defineProps<{ cups: readonly Cup[]; isBlank: boolean }>()
const TONES = ['var(--zest)', 'var(--leaf)', 'var(--hibiscus)', 'var(--sky, #7fb2c9)', 'var(--sand)', 'var(--rule)']
const WIDTH = 40
const fill = (c: Cup): string => (props.isBlank ? 'var(--sand)' : TONES[c.sample % TONES.length]!)
</script>

<template>
  <svg
    :viewBox="`0 0 ${cups.length * WIDTH} 56`"
    class="tray"
    aria-hidden="true"
    :style="{ maxWidth: `${cups.length * 44}px` }"
  >
    <g v-for="(c, i) in cups" :key="c.code" :transform="`translate(${i * WIDTH} 0)`">
      <path d="M7 14 L11 40 H29 L33 14" :style="{ fill: fill(c) }" class="liquid" />
      <path d="M5 4 L11 42 H29 L35 4" class="glass" />
      <text x="20" y="55" class="code">{{ c.code }}</text>
    </g>
  </svg>
</template>

<style scoped>
.tray {
  width: 100%;
  display: block;
}
.glass {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.liquid {
  stroke: none;
}
.code {
  font: 700 12px var(--text);
  text-anchor: middle;
  fill: var(--ink);
}
</style>
