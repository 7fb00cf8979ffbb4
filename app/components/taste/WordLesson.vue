<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  guessesOf,
  TASTE_WORDS,
  wordLessonOf,
  wordsOf,
  type Ladder,
  type LadderOf,
  type TasteWord,
} from '#core/sensory'
import type { Called } from '~/composables/useTraining'
import { useTaste } from '~/stores/taste'

// The words are learned: a cup at a time gets a word and a guess, and then says what it is.
const props = defineProps<{ of: LadderOf; ladder: Ladder; unit: string; digits: number }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const items = useChoices()
const { measured, seed, save, said } = useTraining(props.of, props.ladder)
const lesson = wordLessonOf(measured.length, seed, useTaste().codesToday)
const isSet = ref(false)
const named = ref<Called[]>([])
const word = ref<TasteWord | null>(null)
const guessText = ref('')
const guess = ref<number | null>(null)
const isIncomplete = ref(false)
const rung = computed(() => lesson.cups[named.value.length] ?? null)
const last = computed(() => named.value.at(-1) ?? null)
async function say(): Promise<void> {
  isIncomplete.value = !word.value
  if (!word.value) return
  const cup: Called = { word: word.value, guess: guess.value, truth: kept(measured[rung.value!]!) }
  named.value = [...named.value, cup]
  ;[word.value, guessText.value, guess.value] = [null, '', null]
  if (rung.value === null) await save({ named: named.value })
}
const isOver = computed(() => named.value.length > 0 && rung.value === null)
const words = computed(() => wordsOf(named.value))
const guesses = computed(() => guessesOf(named.value))
/** The same of each half: whether the second went better. */
const halves = computed(() => {
  const half = Math.floor(lesson.cups.length / 2)
  return [guessesOf(named.value.slice(0, half)), guessesOf(named.value.slice(half))] as const
})
const lastSaid = computed(() => {
  if (!last.value) return ''
  const truth = `${n(last.value.truth, props.digits)} ${props.unit}`
  const called = { word: t(`taste.answer.words.${last.value.word}`), truth }
  return last.value.guess === null
    ? t('taste.trainer.was', called)
    : t('taste.trainer.wasGuessed', { ...called, guess: n(last.value.guess, props.digits) })
})
</script>

<template>
  <section class="sheet stack" data-test="word-lesson">
    <h2>{{ t('taste.trainer.wordTitle') }}</h2>
    <TasteLessonCups v-if="!isSet" :codes="lesson.codes" :why="t('taste.trainer.wordSet')" @set="isSet = true" />
    <template v-else>
      <p v-if="last" role="status" class="was" data-test="word-last">{{ lastSaid }}</p>
      <form v-if="rung !== null" class="stack" novalidate @submit.prevent="say">
        <p class="small quiet">{{ t('taste.trainer.cupOf', { n: named.length + 1, of: lesson.cups.length }) }}</p>
        <h3>
          <b class="num code" data-test="word-cup" :data-rung="rung">{{ lesson.codes[rung] }}</b>
        </h3>
        <FieldChoice
          v-model="word"
          :label="t('taste.answer.wordFor', { code: lesson.codes[rung] })"
          :items="items(TASTE_WORDS, 'taste.answer.words')"
          test="lesson-word"
        />
        <FieldAmountField
          v-model="guessText"
          :label="t('taste.answer.guessFor', { unit })"
          :unit="unit"
          test="lesson-guess"
          @number="(v: number | null) => (guess = v)"
        />
        <p v-if="isIncomplete" class="caution" role="alert">{{ t('taste.trainer.noWord') }}</p>
        <p class="small quiet">{{ t('taste.answer.rest') }}</p>
        <v-btn type="submit" height="72" color="primary" data-test="lesson-say">{{ t('taste.trainer.say') }}</v-btn>
      </form>
      <div v-if="isOver" class="stack" data-test="word-end">
        <TasteReach :words="words" :guesses="guesses" :unit="unit" :digits="digits" />
        <p v-if="halves[0] && halves[1]" class="small">
          {{ t('taste.trainer.halves', { first: n(halves[0].spread, 2), second: n(halves[1].spread, 2) }) }}
        </p>
        <p v-if="said" class="caution" role="alert">{{ said }}</p>
      </div>
    </template>
  </section>
</template>

<style scoped>
.was {
  font: 700 20px/1.25 var(--head);
}
.code {
  font-size: 30px;
}
</style>
