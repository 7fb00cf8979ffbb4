<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { HOLDS, type Glass, type Hold } from '~/composables/useGlass'

// Figures that stay while something else is changed, and the way back.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, amount, money } = useFormat()
const shown = computed(() => HOLDS.filter((h) => h !== 'cost' || props.glass.cost.value?.total))
const isHeld = (h: Hold): boolean => props.glass.holds.value[h] !== undefined
function valueOf(h: Hold): string {
  const v = props.glass.holds.value[h]!
  if (h === 'cost') return money(v)
  if (h === 'volume') return amount(v, 'mL', 0)
  return h === 'brix' ? `${n(v, 1)} °Bx` : `${n(v, 1)} : 1`
}
const missed = computed(() => {
  const found = props.glass.finding.answer.value
  return found?.missed.length ? found : null
})
</script>

<template>
  <div class="holds" role="group" :aria-label="t('hold.label')">
    <span class="small quiet">{{ t('hold.label') }}</span>
    <button
      v-for="h in shown"
      :key="h"
      type="button"
      :aria-pressed="isHeld(h)"
      :data-test="`hold-${h}`"
      @click="glass.toggleHold(h)"
    >
      {{ t(`hold.${h}`) }}<template v-if="isHeld(h)"> {{ valueOf(h) }}</template>
    </button>
    <span class="back">
      <button
        type="button"
        :disabled="!glass.canUndo.value"
        :title="t('do.undo')"
        :aria-label="t('do.undo')"
        data-test="undo-change"
        @click="glass.undo"
      >
        ↶</button
      ><button
        type="button"
        :disabled="!glass.canRedo.value"
        :title="t('do.redo')"
        :aria-label="t('do.redo')"
        data-test="redo-change"
        @click="glass.redo"
      >
        ↷
      </button>
    </span>
  </div>
  <p v-if="missed" class="caution" role="alert" data-test="hold-missed">
    {{ t('hold.missed') }}
    <DrinksReasons :missed="missed.missed" :reasons="missed.reasons" :evaluation="glass.evaluation.value!" />
  </p>
  <p v-if="glass.finding.said.value" class="caution" role="alert">{{ glass.finding.said.value }}</p>
</template>

<style scoped>
.holds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
button {
  min-height: 44px;
  min-width: 44px;
  padding: 0 12px;
  border: 1.5px solid var(--rule);
  border-radius: 22px;
  background: var(--sheet);
  color: var(--ink);
  font: 500 15px var(--text);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
  border-color: var(--ink);
}
button:disabled {
  opacity: 0.45;
  cursor: default;
}
.back {
  margin-left: auto;
  display: flex;
  gap: 6px;
}
.back button {
  font-size: 20px;
  padding: 0;
  border-radius: 12px;
}
</style>
