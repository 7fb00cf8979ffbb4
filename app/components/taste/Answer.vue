<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  RIGHTNESS,
  STEPS,
  TASTE_WORDS,
  type Answer,
  type Rightness,
  type RightStep,
  type SeatView,
  type TasteWord,
} from '#core/sensory/words'

// What one taster says of the cups before them: big answers for a thumb, and nothing that says which cup is which.
const props = defineProps<{ view: SeatView; busy: boolean }>()
const emit = defineEmits<{ answer: [answer: Answer] }>()
const { t } = useI18n({ useScope: 'global' })
const { unitOf } = useTasteWords()
const chosen = ref('')
const order = ref<string[]>([])
const right = reactive<Record<string, Partial<Record<Rightness, RightStep>>>>({})
const word = reactive<Record<string, string>>({})
const guessText = reactive<Record<string, string>>({})
const guess = reactive<Record<string, number | null>>({})
const items = useChoices()
const isIncomplete = ref(false)
const question = computed(() => {
  const { kind, known, asked } = props.view
  if (kind === 'triangle') return t('taste.answer.odd')
  if (kind === 'duo-trio') return t('taste.answer.same', { code: known ?? '' })
  if (kind === 'which-is-more') return t('taste.answer.more', { what: t(`taste.property.${asked ?? 'sweet'}`) })
  if (kind === 'preference') return t('taste.answer.liked')
  return kind === 'ranking' ? t('taste.answer.order') : ''
})
const isChosen = computed(() => ['triangle', 'duo-trio', 'which-is-more', 'preference'].includes(props.view.kind))
/** What is asked of each cup: one thing, or all of them. */
const properties = computed((): readonly Rightness[] => (props.view.asked ? [props.view.asked] : RIGHTNESS))
function rank(code: string): void {
  order.value = order.value.includes(code) ? order.value.slice(0, order.value.indexOf(code)) : [...order.value, code]
}
function setRight(code: string, property: Rightness, step: string | null): void {
  right[code] = { ...right[code], [property]: Number(step) as RightStep }
}
const answer = computed((): Answer | null => {
  const { kind, codes } = props.view
  if (isChosen.value) return chosen.value ? { kind: 'chosen', code: chosen.value } : null
  if (kind === 'ranking')
    return order.value.length === codes.length
      ? { kind: 'ranked', places: Object.fromEntries(order.value.map((code, i) => [code, i + 1])) }
      : null
  if (kind === 'just-right')
    return codes.every((c) => properties.value.every((p) => right[c]?.[p] !== undefined))
      ? { kind: 'right', steps: Object.fromEntries(codes.map((c) => [c, { ...right[c] }])) }
      : null
  return codes.every((c) => word[c])
    ? { kind: 'guessed', cups: Object.fromEntries(codes.map((c) => [c, { word: word[c]!, guess: guess[c] ?? null }])) }
    : null
})
function send(): void {
  isIncomplete.value = !answer.value
  if (answer.value) emit('answer', answer.value)
}
const stepItems = STEPS.map((s) => ({ value: String(s), title: t(`taste.step.${s}`) }))
</script>

<template>
  <form class="answer stack" novalidate data-test="taste-answer" @submit.prevent="send">
    <p class="small quiet">{{ t('taste.answer.start') }}</p>
    <p v-if="view.known" class="known">
      <b class="code num">{{ view.known }}</b> {{ t('taste.answer.known') }}
    </p>
    <h2 v-if="question">{{ question }}</h2>
    <div v-if="isChosen || view.kind === 'ranking'" class="cups" role="group" :aria-label="question">
      <button
        v-for="code in view.codes"
        :key="code"
        type="button"
        class="cup"
        :aria-pressed="view.kind === 'ranking' ? order.includes(code) : chosen === code"
        :data-test="`cup-${code}`"
        @click="view.kind === 'ranking' ? rank(code) : (chosen = code)"
      >
        <b class="code num">{{ code }}</b>
        <span v-if="order.includes(code)" class="small">{{
          t('taste.answer.place', { n: order.indexOf(code) + 1 })
        }}</span>
      </button>
    </div>
    <section v-for="code in view.kind === 'just-right' ? view.codes : []" :key="code" class="stack one">
      <h2>{{ t('taste.answer.rightFor', { code }) }}</h2>
      <FieldChoice
        v-for="p in properties"
        :key="p"
        :model-value="right[code]?.[p] === undefined ? null : String(right[code]![p])"
        :label="t(`taste.property.${p}`)"
        :items="stepItems"
        :test="`right-${code}-${p}`"
        @update:model-value="(step: string | null) => setRight(code, p, step)"
      />
    </section>
    <section v-for="code in view.kind === 'guess' ? view.codes : []" :key="code" class="stack one">
      <FieldChoice
        :model-value="(word[code] as TasteWord) ?? null"
        :label="t('taste.answer.wordFor', { code })"
        :items="items(TASTE_WORDS, 'taste.answer.words')"
        :test="`word-${code}`"
        @update:model-value="(w: string | null) => (word[code] = w ?? '')"
      />
      <FieldAmountField
        :model-value="guessText[code] ?? ''"
        :label="t('taste.answer.guessFor', { unit: unitOf(view.asked) })"
        :unit="unitOf(view.asked)"
        :test="`guess-${code}`"
        @update:model-value="(v: string) => (guessText[code] = v)"
        @number="(v: number | null) => (guess[code] = v)"
      />
    </section>
    <p class="small quiet">{{ t('taste.answer.rest') }}</p>
    <p v-if="isIncomplete" class="caution" role="alert">{{ t('taste.answer.incomplete') }}</p>
    <v-btn type="submit" color="primary" height="72" :loading="busy" data-test="taste-send">{{
      t('taste.answer.send')
    }}</v-btn>
  </form>
</template>

<style scoped>
.cups {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(96px, 1fr));
  gap: 12px;
}
.cup {
  min-height: 128px;
  border: 3px solid var(--ink);
  border-top-width: 0;
  border-radius: 0 0 18px 18px;
  background: linear-gradient(to top, var(--sand) 62%, transparent 62%);
  color: var(--ink);
  font: 400 16px var(--text);
  display: grid;
  place-content: center;
  gap: 4px;
  cursor: pointer;
}
.cup[aria-pressed='true'] {
  background: linear-gradient(to top, var(--zest) 62%, transparent 62%);
}
.code {
  font: 700 30px var(--num, var(--head));
}
.known {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.one {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
</style>
