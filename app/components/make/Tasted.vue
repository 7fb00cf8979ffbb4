<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useTaste, type PanelView } from '~/stores/taste'

// Blind tests of a batch against its standard, and what became of it.
const props = defineProps<{ runId: string }>()
const { t } = useI18n({ useScope: 'global' })
const { time, day } = useFormat()
const ready = useWords('taste')
const taste = useTaste()
useTasteLive()
const tests = computed(() =>
  taste.views.filter(({ panel: { about } }) => about?.kind === 'run' && about.id === props.runId),
)
function said({ result, now }: PanelView): string {
  const of = result && 'told' in result ? result.told : null
  const sentence = of && t('taste.about.found', { right: of.right, n: of.n })
  return [sentence, now.decided && t(`taste.decide.did.${now.decided.as}`, { name: '' })].filter(Boolean).join(' ')
}
</script>

<template>
  <section v-if="ready && tests.length" class="sheet stack" data-test="tasted">
    <h2>{{ t('taste.about.tests') }}</h2>
    <p v-for="v in tests" :key="v.panel.id">
      <NuxtLink :to="`/taste/${v.panel.id}`">{{ day(v.panel.at) }} {{ time(v.panel.at) }}</NuxtLink> {{ said(v) }}
    </p>
  </section>
</template>
