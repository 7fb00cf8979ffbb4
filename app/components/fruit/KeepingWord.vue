<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Feel, Keeping } from '#core/yield'

// In a word: use first, good until, ripening, or past. A mark and a word, never colour alone.
const props = defineProps<{ keeping: Keeping; feel: Feel | null; juice?: boolean }>()
const { t } = useI18n()
const { day } = useFormat()
const text = computed(() => {
  const { state, readyFrom, bestUntil } = props.keeping
  if (state === 'ripening') return readyFrom ? t('keeping.ripening', { day: day(readyFrom) }) : t('keeping.waits')
  return t(`keeping.${state === 'past' && props.juice ? 'juicePast' : state}`, { day: day(bestUntil!) })
})
const MARK = { ripening: '◷', ready: '', soon: '▲', past: '▲' } as const
</script>

<template>
  <b class="word" :class="keeping.state" data-test="keeping"
    >{{ MARK[keeping.state] }} {{ text
    }}<template v-if="feel && keeping.state !== 'past' && (feel !== 'firm' || keeping.state === 'ripening')"
      >, {{ t(`feel.${feel}`) }}</template
    ></b
  >
</template>

<style scoped>
.word {
  font-weight: 400;
  color: var(--quiet);
}
.soon {
  font-weight: 700;
  color: var(--ink);
}
.past {
  font-weight: 700;
  color: var(--hibiscus);
}
</style>
