<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { OUNCE_MEANINGS, parseNumber, type OunceMeaning } from '#core/units'
import type { Question } from '~/forms/useAmount'

// What nobody can know of an amount but who typed it: asked at its field, and remembered.
const props = defineProps<{
  question: Question
  typed: string
  meanings: readonly { text: string; label: string }[]
  of?: string
}>()
const emit = defineEmits<{
  meant: [text: string]
  ounces: [meaning: OunceMeaning]
  weighs: [of: 'pieceG' | 'cupG', g: number]
}>()
const { t } = useI18n()
const { name } = useFormat()
const weight = ref('')
const grams = computed(() => {
  const parsed = parseNumber(weight.value)
  return parsed.ok && parsed.value > 0 ? parsed.value : null
})
function weighed(): void {
  if (grams.value !== null) emit('weighs', props.question === 'piece' ? 'pieceG' : 'cupG', grams.value)
}
</script>

<template>
  <div v-if="question === 'three-digits'" class="ask" role="alert" data-test="three-digits">
    <span>{{ t('problem.amount-three-digits', { typed }) }}</span>
    <span class="row">
      <v-btn
        v-for="m in meanings"
        :key="m.text"
        size="small"
        height="44"
        @mousedown.prevent
        @click="emit('meant', m.text)"
        >{{ m.label }}</v-btn
      >
    </span>
  </div>
  <div v-else-if="question === 'ounce'" class="ask" role="alert" data-test="ask-ounce">
    <span>{{ t('amount.ounce') }}</span>
    <span class="row">
      <v-btn
        v-for="m in OUNCE_MEANINGS"
        :key="m"
        size="small"
        height="44"
        :data-test="`ounce-${m}`"
        @mousedown.prevent
        @click="emit('ounces', m)"
        >{{ t(`amount.ounceIs.${m}`) }}</v-btn
      >
    </span>
  </div>
  <div v-else class="ask" role="alert" :data-test="`ask-${question}`">
    <span>{{ t(`amount.${question}`, { name: of ? name(of) : '' }) }}</span>
    <span class="row">
      <v-text-field
        v-model="weight"
        suffix="g"
        inputmode="decimal"
        autocomplete="off"
        :label="t(`amount.${question}Weighs`)"
        data-test="weighs"
        @keydown.enter.prevent.stop="weighed"
      />
      <v-btn :disabled="grams === null" height="48" data-test="weighed" @click="weighed">{{
        t('amount.weighed')
      }}</v-btn>
    </span>
  </div>
</template>

<style scoped>
.ask {
  white-space: normal;
  text-align: left;
  min-width: 0;
  display: grid;
  gap: 6px;
  font-size: 14px;
  padding: 6px 2px;
}
.row {
  align-items: center;
  flex-wrap: wrap;
}
</style>
