<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { daysBetween, shiftDay } from '#core/time'
import { MOST_DAYS } from '#shared/lists'
import { SPANS } from '~/utils/spans'

// Which days: one, seven or thirty until a day, or from any day until it.
const until = defineModel<string>('until', { required: true })
const days = defineModel<number>('days', { required: true })
const { t } = useI18n({ useScope: 'global' })
const { ofCode } = useSentence()
const from = ref('')
const fault = ref('')
watch([until, days], () => (from.value = until.value && shiftDay(until.value, 1 - days.value)), { immediate: true })
watch(from, (day) => {
  fault.value = ''
  if (!day || !until.value) return
  const asked = daysBetween(day, until.value) + 1
  if (asked < 1) fault.value = ofCode('days-backwards')
  else if (asked > MOST_DAYS) fault.value = ofCode('days-too-many', { most: MOST_DAYS })
  else days.value = asked
})
</script>

<template>
  <div class="spans no-print">
    <div class="choice" role="group" :aria-label="t('count.spanLabel')">
      <button
        v-for="s in SPANS"
        :key="s"
        type="button"
        :aria-pressed="days === s"
        :data-test="`span-${s}`"
        @click="days = s"
      >
        {{ t(`count.span.${s}`) }}
      </button>
    </div>
    <FieldDay v-model="from" :label="t('count.from')" :error="fault" test="count-from" class="until" />
    <FieldDay v-model="until" :label="t('count.day')" test="count-day" class="until" />
  </div>
</template>

<style scoped>
.spans {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.choice {
  display: grid;
  grid-auto-flow: column;
  gap: 6px;
}
.choice button {
  min-height: 48px;
  padding: 0 14px;
  border: 0;
  border-radius: 12px;
  background: var(--sand);
  font: 600 15px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.choice button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.until {
  width: 210px;
  flex: 0 0 auto;
}
@media (max-width: 600px) {
  .choice,
  .until {
    width: 100%;
  }
}
</style>
