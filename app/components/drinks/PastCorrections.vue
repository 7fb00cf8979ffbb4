<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { itemKey } from '#core/recipe'
import type { Work, WorkBody } from '#shared/contract'

/** What pots of this drink took before. */
defineProps<{ past: readonly (Work & { body: Extract<WorkBody, { kind: 'correction' }> })[] }>()
const { t } = useI18n()
const { amount, name, day } = useFormat()
const SHOWN = 5
</script>

<template>
  <section class="stack" data-test="past-corrections">
    <h2>{{ t('correct.before') }}</h2>
    <ul>
      <li v-for="w in past.slice(0, SHOWN)" :key="w.id" class="small">
        <b>{{ day(w.at) }}</b> {{ w.by }} · {{ amount(w.body.potMl / 1000, 'L', 2)
        }}<template v-if="w.body.words.length">
          · {{ w.body.words.map((word) => t(`correct.word.${word}`)).join(', ') }}</template
        >: {{ w.body.added.map((a) => `${name(itemKey(a.item))} ${amount(a.massG, 'g', 1)}`).join(' · ') || '–' }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
</style>
