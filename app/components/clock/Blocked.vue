<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Blocked, Relief, SharedPiece } from '#core/schedule'

// Why a day does not fit, and what would do, each by itself.
const props = defineProps<{ blocked: Blocked; reliefs: readonly Relief[]; taskOf: (id: string) => string }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const pieceOf = (key: string | undefined): string => (key ? t(`clock.piece.${key as SharedPiece}`) : '')
const why = computed(() => {
  const { task, resource, shortMin } = props.blocked
  const sentence = t(`clock.blocked.${props.blocked.why}`, { task: props.taskOf(task), piece: pieceOf(resource) })
  return shortMin ? `${sentence} ${t('clock.blocked.shortBy', { min: n(shortMin) })}` : sentence
})
const wordsOf = (r: Relief): string => {
  if (r.kind === 'earlier') return t('clock.relief.earlier', { min: n(r.minutes) })
  if (r.kind === 'hands' || r.kind === 'same-day') return t(`clock.relief.${r.kind}`)
  if (r.kind === 'evening') return t('clock.relief.evening', { h: n(r.minutes / 60, 1) })
  if (r.kind === 'fewer') return t('clock.relief.fewer', { p: n(r.percent) })
  return t('clock.relief.resource', { piece: pieceOf(r.resource), amount: n(r.amount, 0) })
}
</script>

<template>
  <article class="sheet stack" data-test="clock-blocked">
    <p class="caution" role="alert">{{ why }}</p>
    <template v-if="reliefs.length">
      <p>{{ t('clock.relief.title') }}</p>
      <ul>
        <li v-for="r in reliefs" :key="r.kind" :data-test="`relief-${r.kind}`">{{ wordsOf(r) }}</li>
      </ul>
    </template>
    <p v-else>{{ t('clock.relief.none') }}</p>
  </article>
</template>
