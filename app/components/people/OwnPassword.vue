<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { api } from '~/utils/api'

const { t } = useI18n()
const f = reactive({ current: '', next: '' })
const done = ref(false)
const form = useSubmit(async () => {
  await api('putPassword', { body: { ...f } })
})
async function change(): Promise<void> {
  done.value = false
  form.clear()
  if (!f.current) return form.refuse('current', t('problem.password-missing'))
  if (f.next.length < 8) return form.refuse('next', t('problem.password-short'))
  if (!(await form.submit())) return
  Object.assign(f, { current: '', next: '' })
  done.value = true
}
</script>

<template>
  <form class="stack" novalidate @submit.prevent="change">
    <h2>{{ t('people.own') }}</h2>
    <v-text-field
      v-model="f.current"
      :label="t('people.current')"
      type="password"
      autocomplete="current-password"
      :error-messages="form.fields.value.current"
      data-test="password-now"
    />
    <v-text-field
      v-model="f.next"
      :label="t('people.next')"
      type="password"
      autocomplete="new-password"
      :error-messages="form.fields.value.next"
      data-test="password-next"
    />
    <p v-if="form.message.value || form.fields.value.password" class="caution" role="alert">
      {{ form.message.value || form.fields.value.password }}
    </p>
    <p v-if="done" role="status" data-test="password-changed">{{ t('people.changed') }}</p>
    <v-btn type="submit" :loading="form.busy.value" data-test="password-change">{{ t('people.change') }}</v-btn>
  </form>
</template>
