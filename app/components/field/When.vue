<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { clockOf, dayOf, instantOfClock, readClock, type Day } from '#core/time'
import { useSession } from '~/stores/session'

// When it was, if not now, by the clock of the stand, wherever the tablet is.
const session = useSession()
const at = defineModel<string | null>({ default: null })
const props = defineProps<{ error?: string }>()
const { t } = useI18n()
const { time } = useFormat()
const day = ref<Day | ''>(at.value ? dayOf(at.value, session.zone) : '')
const clock = ref(at.value ? time(at.value) : '')
const isWrong = computed(() => clock.value.trim() !== '' && readClock(clock.value) === null)
watch([day, clock], () => {
  const read = readClock(clock.value)
  // A day alone is noon of it; a time alone is of today.
  if (!day.value && !read) at.value = null
  else
    at.value = instantOfClock(
      `${day.value || dayOf(session.now(), session.zone)}T${read ?? clockOf(session.now(), session.zone).slice(11)}`,
      session.zone,
    )
})
</script>

<template>
  <fieldset class="when">
    <legend class="small quiet">{{ t('field.when') }}</legend>
    <FieldDay v-model="day" :label="t('field.day')" test="when" clearable />
    <v-text-field
      v-model="clock"
      :label="t('field.time')"
      :placeholder="time(session.now().toISOString())"
      :error-messages="isWrong ? t('problem.time-unreadable', { typed: clock }) : ''"
      autocomplete="off"
      data-test="when-time"
    />
    <span v-if="props.error" class="wrong" role="alert">{{ props.error }}</span>
  </fieldset>
</template>

<style scoped>
.when {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  border: 0;
  padding: 0;
  margin: 0;
}
.wrong {
  grid-column: 1 / -1;
  color: var(--hibiscus);
  font-size: 13px;
}
</style>
