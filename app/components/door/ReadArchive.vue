<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { api } from '~/utils/api'

// A business that comes from another Olvex, in place of the first-run form.
const emit = defineEmits<{ inside: [] }>()
const { t } = useI18n()
const file = ref<File | null>(null)
const login = ref('')
const password = ref('')
const form = useSubmit(async () => {
  await api('readArchive', { file: file.value!, body: { login: login.value.trim(), password: password.value } })
})
async function read(): Promise<void> {
  form.clear()
  if (!file.value) form.refuse('archive', t('problem.archive-unreadable'))
  if (login.value.trim().length < 2) form.refuse('login', t('problem.login-short'))
  if (password.value.length < 8) form.refuse('password', t('problem.password-short'))
  if (Object.keys(form.fields.value).length) return
  if (await form.submit()) emit('inside')
}
</script>

<template>
  <form class="stack" novalidate data-test="read-archive" @submit.prevent="read">
    <h1>{{ t('archive.import') }}</h1>
    <p class="quiet">{{ t('archive.importWhy') }}</p>
    <v-file-input
      :label="t('archive.file')"
      accept=".zip"
      prepend-icon=""
      :error-messages="form.fields.value.archive"
      data-test="archive-file"
      @update:model-value="file = Array.isArray($event) ? ($event[0] ?? null) : $event"
    />
    <v-text-field
      v-model="login"
      :label="t('archive.ownerLogin')"
      autocapitalize="none"
      :error-messages="form.fields.value.login"
      data-test="archive-login"
    />
    <v-text-field
      v-model="password"
      :label="t('firstRun.password')"
      type="password"
      autocomplete="new-password"
      :error-messages="form.fields.value.password"
      data-test="archive-password"
    />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="archive-read">{{
      t('archive.import')
    }}</v-btn>
  </form>
</template>
