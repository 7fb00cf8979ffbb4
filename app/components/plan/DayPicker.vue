<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { usePlan } from '~/stores/plan'
import { isDay, shiftDay } from '#core/time'
import { capital } from '~/utils/words'

/** The day that is planned or bought for: one of the next, or another. */
const props = defineProps<{ next: number; test: string }>()
const plan = usePlan()
const { t } = useI18n()
const { weekday } = useFormat()

// Beside "Today" and "Tomorrow" a day begins with a capital in both languages.
const labelOf = (day: string, ahead: number): string =>
  ahead === 0 ? t('plan.today') : ahead === 1 ? t('plan.tomorrow') : capital(weekday(day))
const days = computed(() =>
  Array.from({ length: props.next }, (_, ahead) => {
    const day = shiftDay(plan.today, ahead)
    return { day, label: labelOf(day, ahead) }
  }),
)
async function go(day: string): Promise<void> {
  if (!isDay(day)) return
  plan.day = day
  await plan.load()
}
</script>

<template>
  <div class="days" :class="{ two: next > 3 }" role="group" :aria-label="t('plan.day')">
    <button v-for="d in days" :key="d.day" type="button" :aria-pressed="plan.day === d.day" @click="go(d.day)">
      {{ d.label }}
    </button>
  </div>
  <FieldDay
    :model-value="plan.day"
    :label="t('plan.other')"
    :test="test"
    :data-day="plan.day"
    :data-today="plan.today"
    @update:model-value="go"
  />
</template>

<style scoped>
.days {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: 6px;
}
.days.two {
  grid-auto-flow: row;
  grid-template-columns: 1fr 1fr;
}
.days button {
  min-height: 48px;
  border: 0;
  border-radius: 12px;
  background: var(--sand);
  font: 600 15px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.days button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>
