<script setup lang="ts">
// A kept amount in the stand's own units: a number, and its unit small behind it.
const props = defineProps<{
  value: number
  /** the unit that it is kept in */
  unit: string
  digits?: number
  /** it was reckoned, not weighed */
  guessed?: boolean
}>()
const { parts } = useFormat()
const text = computed(() => parts(props.value, props.unit, props.digits))
const gap = computed(() => (text.value.unit.startsWith('/') ? '' : '\u00a0'))
</script>

<template>
  <span class="num"
    ><template v-if="guessed">≈&nbsp;</template>{{ text.number
    }}<span v-if="text.unit" class="unit">{{ gap }}{{ text.unit }}</span></span
  >
</template>
