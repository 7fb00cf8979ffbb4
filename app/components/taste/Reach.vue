<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { GuessReach, WordReach } from '#core/sensory'

// How far words reach: what each of them stood for, and how far guesses lie from the truth.
defineProps<{ words: readonly WordReach[]; guesses: GuessReach | null; unit: string; digits: number }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
</script>

<template>
  <p v-for="w in words" :key="w.word" data-test="word-meant">
    {{
      t('taste.wordMeant', {
        word: t(`taste.answer.words.${w.word}`),
        n: w.n,
        low: n(w.low, digits),
        high: n(w.high, digits),
        mean: `${n(w.mean, digits)} ${unit}`,
      })
    }}
  </p>
  <p v-if="guesses" class="small" data-test="guesses">
    {{ t('taste.guesses', { times: n(guesses.times, 2), spread: n(guesses.spread, 2) }) }}
  </p>
</template>
