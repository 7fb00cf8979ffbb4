<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Evaluation } from '#core/recipe'

/** Whether amounts are shown for a cup or for the pot that was typed, and what the pot comes to. */
defineProps<{ evaluation: Evaluation; view: 'cup' | 'pot'; editable: boolean }>()
const emit = defineEmits<{ show: [view: 'cup' | 'pot']; asCup: [] }>()
const { t } = useI18n()
const { amount, n } = useFormat()
</script>

<template>
  <div v-if="editable || evaluation.pot" class="for">
    <FieldChoice
      :model-value="view"
      :label="t('pot.amounts')"
      :items="[
        { value: 'cup', title: t('pot.forCup') },
        { value: 'pot', title: t('pot.forPot') },
      ]"
      test="cup-or-pot"
      @update:model-value="$event && emit('show', $event)"
    />
    <p v-if="evaluation.pot" class="small" data-test="pot-makes">
      {{
        t('pot.makes', {
          l: amount(evaluation.pot.volume.value / 1000, 'L', 1),
          cups: n(evaluation.pot.cups.value, 1),
          ml: amount(evaluation.jug.volume.value, 'mL', 0),
        })
      }}
      <template v-if="view === 'cup' && editable">
        {{ t('pot.typedFor') }}
        <v-btn variant="text" size="small" height="40" data-test="as-cup" @click="emit('asCup')">{{
          t('pot.asCup')
        }}</v-btn></template
      >
    </p>
  </div>
</template>

<style scoped>
.for {
  display: flex;
  gap: 6px 14px;
  align-items: center;
  flex-wrap: wrap;
}
.for :deep(.v-label:has(.quiet)) {
  display: none;
}
.for p {
  flex: 1 1 220px;
}
</style>
