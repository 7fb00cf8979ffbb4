<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { MOST_SHIFTS } from '#core/schedule/service'
import { readClock } from '#core/time'
import type { ServiceDay } from '#shared/contract'
import type { Told } from '~/composables/useDayService'
import { ApiProblem } from '~/utils/api'

// When the stand opens, and who is there: saved whole, and the day is worked out from it.
const props = defineProps<{
  service: ServiceDay | null
  day: string
  put: (told: Told, key: string, from: ServiceDay | null) => Promise<void>
}>()
const { t } = useI18n({ useScope: 'global' })

type Row = ServiceDay['shifts'][number]
const USUAL: Told = { opensAt: '10:00', closesAt: '16:00', shifts: [] }
const told = reactive<{ opensAt: string; closesAt: string; shifts: Row[] }>({ ...USUAL, shifts: [] })
/** What is typed over, and how it stood then: what somebody else says meanwhile does not wipe out what is typed. */
let from: ServiceDay | null = null
let asRead = ''
function read(): void {
  from = props.service?.day === props.day ? props.service : null
  const { opensAt, closesAt, shifts } = from ?? USUAL
  Object.assign(told, { opensAt, closesAt, shifts: shifts.map((x) => ({ ...x })) })
  asRead = JSON.stringify(told)
}
watch(
  [() => props.service, () => props.day],
  (_, before) => {
    if (before?.[1] !== props.day || JSON.stringify(told) === asRead) read()
  },
  { immediate: true },
)
const add = (): void => void told.shifts.push({ name: '', before: false, from: '07:00', to: told.opensAt })
/** 7.30 and 7:30 are 07:30; what is no time goes as it was typed, and is refused. */
const asClock = (text: string): string => readClock(text) ?? text.trim().slice(0, 5)
const form = useSubmit(async (key) => {
  const shifts = told.shifts.map((s) => ({ ...s, name: s.name.trim(), from: asClock(s.from), to: asClock(s.to) }))
  try {
    await props.put({ opensAt: asClock(told.opensAt), closesAt: asClock(told.closesAt), shifts }, key, from)
  } catch (e) {
    // Said once that somebody was faster: who presses again means their own.
    if (e instanceof ApiProblem && e.code === 'stale') from = e.problem.current as ServiceDay
    throw e
  }
})
async function save(): Promise<void> {
  if (await form.submit()) read()
}
</script>

<template>
  <form class="stack" novalidate data-test="hours" @submit.prevent="save">
    <h2>{{ t('clock.hours') }}</h2>
    <div class="two">
      <v-text-field
        v-model="told.opensAt"
        :label="t('clock.opens')"
        :error-messages="form.fields.value.opensAt"
        autocomplete="off"
        data-test="opens"
      />
      <v-text-field
        v-model="told.closesAt"
        :label="t('clock.closes')"
        :error-messages="form.fields.value.closesAt"
        autocomplete="off"
        data-test="closes"
      />
    </div>
    <fieldset v-for="(s, i) in told.shifts" :key="i" class="shift" :data-test="`shift-${i}`">
      <legend class="small quiet">{{ t('clock.who') }}</legend>
      <v-text-field
        v-model="s.name"
        :label="t('clock.name')"
        :error-messages="form.fields.value[`shifts.${i}.name`]"
        maxlength="80"
        autocomplete="off"
        :data-test="`shift-name-${i}`"
      />
      <v-btn
        variant="text"
        :aria-label="t('clock.remove', { name: s.name })"
        :data-test="`shift-remove-${i}`"
        @click="told.shifts.splice(i, 1)"
        >×</v-btn
      >
      <v-text-field
        v-model="s.from"
        :label="t('clock.from')"
        :error-messages="form.fields.value[`shifts.${i}.from`]"
        autocomplete="off"
        :data-test="`shift-from-${i}`"
      />
      <v-text-field
        v-model="s.to"
        :label="t('clock.to')"
        :error-messages="form.fields.value[`shifts.${i}.to`]"
        autocomplete="off"
        :data-test="`shift-to-${i}`"
      />
      <v-checkbox v-model="s.before" :label="t('clock.before')" hide-details :data-test="`shift-before-${i}`" />
    </fieldset>
    <div class="row">
      <v-btn v-if="told.shifts.length < MOST_SHIFTS" data-test="add-shift" @click="add">{{ t('clock.add') }}</v-btn>
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save-hours">{{
        t('clock.save')
      }}</v-btn>
    </div>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
  </form>
</template>

<style scoped>
.two,
.shift {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.shift {
  border: 0;
  border-top: 1px solid var(--rule);
  padding: 8px 0 0;
  grid-template-columns: 1fr 92px;
}
.shift > :last-child {
  grid-column: 1 / -1;
}
</style>
