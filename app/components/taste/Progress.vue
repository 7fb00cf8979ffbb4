<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { guessesOf, thresholdOf, wordsOf, type Threshold } from '#core/sensory'
import type { Training } from '#shared/contract'
import { useTaste } from '~/stores/taste'

// What tongues have learned: one's own, and everybody's for the owner.
const { t } = useI18n({ useScope: 'global' })
const { day, n, time } = useFormat()
const taste = useTaste()
onMounted(() => void taste.loadTrainings())
const { tongue } = useTongue()
/** Of steps, the smallest that was told; of words, what the one that was used most stood for, and the guesses. */
function saidOf(x: Training, threshold: Threshold | null): string {
  const [unit, digits] = x.unit === 'ta' ? (['g/100 mL', 2] as const) : (['°Bx', 1] as const)
  if (threshold) return tongue(threshold, unit, digits)
  const [guesses, most] = [guessesOf(x.named), wordsOf(x.named)[0]]
  const between = (low: number, high: number): string => `${n(low, digits)}–${n(high, digits)} ${unit}`
  return [
    most
      ? t('taste.trainer.word', { word: t(`taste.answer.words.${most.word}`), between: between(most.low, most.high) })
      : '',
    guesses ? t('taste.trainer.spread', { times: n(guesses.times, 2), spread: n(guesses.spread, 2) }) : '',
  ].join(' ')
}
const rows = computed(() => taste.trainings.map((x) => ({ ...x, said: saidOf(x, thresholdOf(x.answers)) })))
</script>

<template>
  <section v-if="rows.length" class="sheet stack" data-test="progress">
    <h2>{{ t('taste.trainer.progress') }}</h2>
    <p class="small quiet">{{ t('taste.trainer.whose') }}</p>
    <table class="rows">
      <tbody>
        <tr v-for="r in rows" :key="r.id" data-test="training">
          <td>{{ r.by }}</td>
          <td>{{ t(`taste.property.${r.of}`) }}</td>
          <td>{{ r.said }}</td>
          <td class="r small quiet">{{ day(r.at) }} {{ time(r.at) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
