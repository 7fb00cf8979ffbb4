<script setup lang="ts">
import { isOver, type Evaluation } from '#core/recipe'
import type { Cup } from '#shared/contract'

/** What is worth a look in this drink: what steps flag, a cup too full, prices that are missing. */
const props = defineProps<{ evaluation: Evaluation; cup: Cup | undefined; missing: readonly string[] }>()
const { ofCode } = useSentence()

const over = computed(() => {
  const inCup = props.evaluation.cup
  return inCup && props.cup && isOver(inCup.filled.value, props.cup.fillLineMl) ? inCup : null
})
</script>

<template>
  <p v-for="f in evaluation.flags" :key="f.code" class="caution" role="alert" data-test="flag">
    {{ ofCode(f.code, f.numbers) }}
  </p>
  <p v-if="over && cup" class="caution" role="alert">
    {{
      ofCode('over-fill-line', {
        filled: Math.round(over.filled.value),
        line: cup.fillLineMl,
        ice: Math.round(over.displaced.value),
      })
    }}
  </p>
  <DrinksMissingPrices v-if="missing.length" :missing="missing" />
</template>
