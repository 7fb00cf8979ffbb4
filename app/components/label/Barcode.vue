<script setup lang="ts">
import { code128, drawingSVG } from 'bwip-js/browser'

// A code as bars, for whoever has a scanner that types.
const props = defineProps<{ code: string }>()
const svg = computed(() =>
  code128({ bcid: 'code128', text: props.code, height: 9, scale: 2, paddingwidth: 6 }, drawingSVG()),
)
const source = computed(() => `data:image/svg+xml;utf8,${encodeURIComponent(svg.value)}`)
</script>

<template>
  <img class="bars" :src="source" alt="" data-test="barcode" />
</template>

<style scoped>
.bars {
  display: block;
  height: 11mm;
  max-width: 100%;
}
</style>
