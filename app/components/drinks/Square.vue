<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { pearsonSquare, type Square } from '#core/balance'
import { ProcessLimit } from '#core/process'
import type { Evaluation } from '#core/recipe'
import { useAmounts } from '~/forms/useAmounts'

// Two parts to a target between them, as a square that can be read: by mass.
defineProps<{ evaluation: Evaluation }>()
const { t } = useI18n()
const { typed } = useFormat()
const plain = (v: number): string => typed(v, '1', 1)
const { ofLimit } = useSentence()
const { number, bind } = useAmounts(['weak', 'strong', 'wanted'] as const)
const square = computed((): Square | string | null => {
  const { weak, strong, wanted } = number
  if (weak === null || strong === null || wanted === null) return null
  try {
    return pearsonSquare(weak, strong, wanted)
  } catch (e) {
    if (e instanceof ProcessLimit) return ofLimit(e)
    throw e
  }
})
const drawn = computed(() => (typeof square.value === 'object' ? square.value : null))
</script>

<template>
  <FieldMore :label="t('square.title')" test="square">
    <p class="small quiet">{{ t('square.why') }}</p>
    <div class="fields">
      <FieldAmountField v-bind="bind('weak')" :label="t('square.weak')" unit="°Bx" metric test="square-weak" />
      <FieldAmountField v-bind="bind('strong')" :label="t('square.strong')" unit="°Bx" metric test="square-strong" />
      <FieldAmountField v-bind="bind('wanted')" :label="t('square.wanted')" unit="°Bx" metric test="square-wanted" />
    </div>
    <p v-if="typeof square === 'string'" class="caution" role="alert">{{ square }}</p>
    <figure v-if="drawn" data-test="square-drawn">
      <svg viewBox="0 0 320 150" role="img" :aria-label="t('square.title')">
        <path d="M74 34L246 116M74 116L246 34" stroke="#566864" stroke-width="1.5" />
        <circle cx="160" cy="75" r="27" fill="#FFFDF8" stroke="#15302B" stroke-width="2" />
        <text x="160" y="80" text-anchor="middle">{{ plain(number.wanted!) }}</text>
        <text x="66" y="38" text-anchor="end">{{ plain(number.weak!) }}</text>
        <text x="66" y="120" text-anchor="end">{{ plain(number.strong!) }}</text>
        <text x="254" y="38" class="part">{{ t('square.parts', { n: plain(drawn.weakParts) }) }}</text>
        <text x="254" y="120" class="part">{{ t('square.parts', { n: plain(drawn.strongParts) }) }}</text>
      </svg>
      <figcaption>
        {{
          t('square.said', {
            weak: plain(drawn.weakParts),
            strong: plain(drawn.strongParts),
            p: plain(100 * drawn.strongShare),
          })
        }}
      </figcaption>
    </figure>
  </FieldMore>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 12px;
}
figure {
  margin: 0;
}
svg {
  max-width: 340px;
  width: 100%;
}
text {
  font: 600 15px var(--text);
  fill: var(--ink);
}
.part {
  font-weight: 400;
}
</style>
