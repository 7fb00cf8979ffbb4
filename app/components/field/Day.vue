<script setup lang="ts">
import { firstDayOf } from '#core/region'
import { dayFrom, isDay, type Day } from '#core/time'
import { useSession } from '~/stores/session'
import { dayOrder } from '~/utils/format'

// A calendar day, typed in the order of the region or chosen from a month; the same wherever the tablet is.
defineProps<{ label: string; error?: string; hint?: string; test?: string; clearable?: boolean }>()
const day = defineModel<Day | ''>({ default: '' })
const session = useSession()
/** The field itself is an input like the others: what it opens is no state of the box around it. */
const QUIET = { 'aria-haspopup': null, 'aria-expanded': null, 'aria-controls': null, 'aria-owns': null }
const order = computed(() => dayOrder(session.region))
/** Noon, so that no clock change moves the day. */
const date = computed(() => {
  if (!isDay(day.value)) return null
  const [y, m, d] = day.value.split('-').map(Number) as [number, number, number]
  return new Date(y, m - 1, d, 12)
})
/** The month, while it is open beside the field: Enter takes what was typed, and both keys close it. */
const isOpen = ref(false)
const close = (): void => void nextTick(() => (isOpen.value = false))
function chosen(to: unknown): void {
  if (!(to instanceof Date) || Number.isNaN(to.getTime())) {
    day.value = ''
    return
  }
  // The framework's field speaks in dates of the machine, at whatever hour: its day is the one that was chosen.
  // eslint-disable-next-line no-restricted-syntax -- it is the date that the framework's field was given above
  day.value = dayFrom(to.getFullYear(), to.getMonth() + 1, to.getDate()) ?? ''
}
</script>

<template>
  <v-date-input
    v-model:menu="isOpen"
    :model-value="date"
    :label="label"
    :input-format="order"
    :first-day-of-week="firstDayOf(session.region)"
    :error-messages="error"
    :hint="hint"
    :persistent-hint="!!hint"
    :clearable="clearable"
    :data-test="test"
    :menu-props="{ activatorProps: QUIET }"
    prepend-icon=""
    prepend-inner-icon="$calendar"
    autocomplete="off"
    @update:model-value="chosen"
    @keydown.enter="close"
    @keydown.esc="close"
  />
</template>
