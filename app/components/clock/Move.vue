<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { minuteOf, type DayTask, type Placed, type Row } from '#core/schedule'
import { clockOf, dayOf, instantAt, readClock, shiftDay } from '#core/time'
import { useSession } from '~/stores/session'

// A task is put at another time, or on other hands: typed, for whoever cannot drag it.
const props = defineProps<{ row: Row<DayTask>; people: readonly string[]; opens: string }>()
const emit = defineEmits<{ move: [to: Placed]; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { ofCode } = useSentence()
const { zone } = useSession()
const momentOfRow = new Date(Date.parse(props.opens) + props.row.startMin * 60_000).toISOString()
const text = ref(clockOf(momentOfRow, zone))
const person = ref(props.row.personId)
const error = ref('')
/** That time of the clock on the day that is nearest to where it stands. */
function minuteTyped(clock: string): number {
  const on = dayOf(props.opens, zone)
  const minutes = [on, shiftDay(on, -1)].map((d) => minuteOf(props.opens, instantAt(d, clock, zone)))
  const far = (m: number): number => Math.abs(m - props.row.startMin)
  return minutes.reduce((best, m) => (far(m) < far(best) ? m : best))
}
function put(): void {
  const clock = readClock(text.value)
  error.value = clock ? '' : ofCode('no-clock', {})
  if (clock) emit('move', { startMin: minuteTyped(clock), personId: person.value })
}
</script>

<template>
  <form class="move" novalidate data-test="move" @submit.prevent="put">
    <v-text-field
      v-model="text"
      :label="t('clock.moveTo')"
      :error-messages="error"
      density="compact"
      autocomplete="off"
      data-test="move-to"
    />
    <FieldChoice
      v-if="people.length > 1"
      v-model="person"
      :label="t('clock.who')"
      :items="people.map((p) => ({ value: p, title: p }))"
      test="move-who"
    />
    <div class="row">
      <v-btn type="submit" color="primary" height="48" data-test="move-put">{{ t('clock.put') }}</v-btn>
      <v-btn variant="text" height="48" @click="$emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.move {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: start;
  padding: 8px 0;
}
.move > :first-child {
  max-width: 150px;
}
</style>
