<script setup lang="ts">
import type { SizeCups } from '#core/scale'
import { useCatalogue } from '~/stores/catalogue'

// Cups in other sizes, in words: 12 × 500 mL.
const props = defineProps<{ sizes: readonly SizeCups[] }>()
const catalogue = useCatalogue()
const { n } = useFormat()
const text = computed(() =>
  props.sizes
    .filter((s) => s.cups > 0)
    .map((s) => `${n(s.cups)} × ${catalogue.cups.find((c) => c.id === s.cupId)?.name ?? '?'}`)
    .join(' · '),
)
</script>

<template>{{ text }}</template>
