<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Missed, Reason } from '#core/balance'
import type { Evaluation } from '#core/recipe'

/** What is not met, and what would have to give way for it. */
const props = defineProps<{ missed: readonly Missed[]; reasons: readonly Reason[]; evaluation: Evaluation }>()
const { t } = useI18n()
const { name } = useFormat()
const layerOf = (stream: string): string =>
  name(props.evaluation.layers.find((l) => l.stream === stream)?.key ?? stream)
const sentences = computed(() =>
  props.reasons.map((r) => {
    if (r.why === 'target') return t('notMet.target', { name: t(`notMet.of.${r.name}`) })
    return t(`notMet.${r.why}`, { name: 'stream' in r ? layerOf(r.stream) : '' })
  }),
)
</script>

<template>
  <span
    >{{ t('notMet.missed', { list: missed.map((m) => t(`notMet.of.${m}`)).join(', ') }) }}
    {{ sentences.join(' ') }}</span
  >
</template>
