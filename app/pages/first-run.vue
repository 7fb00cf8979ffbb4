<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Where } from '~/components/door/WhereFields.vue'
import { api } from '~/utils/api'
import { usualOf } from '#core/region'
import { likelyRegion } from '~/utils/regions'

definePageMeta({ layout: 'door' })
const { t, locale } = useI18n()
const f = reactive({ business: '', stand: '', owner: '', login: '', password: '' })
const archive = ref(false)
const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'
const region = likelyRegion(timeZone, navigator.languages)
const where = ref<Where>({ timeZone, region, ...usualOf(region) })
const form = useSubmit(async () => {
  await api('setup', { body: { ...f, ...where.value, locale: locale.value as 'en' | 'es' } })
})

async function begin(): Promise<void> {
  form.clear()
  for (const key of ['business', 'stand', 'owner'] as const)
    if (!f[key].trim()) form.refuse(key, t('problem.name-missing'))
  if (f.login.trim().length < 2) form.refuse('login', t('problem.login-short'))
  if (f.password.length < 8) form.refuse('password', t('problem.password-short'))
  if (Object.keys(form.fields.value).length) return
  if (await form.submit()) await navigateTo('/')
}
</script>

<template>
  <DoorFrame>
    <DoorReadArchive v-if="archive" @inside="navigateTo('/')" />
    <form v-else class="stack" novalidate @submit.prevent="begin">
      <h1>{{ t('firstRun.title') }}</h1>
      <p class="quiet">{{ t('firstRun.why') }}</p>
      <v-text-field
        v-model="f.business"
        :label="t('firstRun.business')"
        :error-messages="form.fields.value.business"
        data-test="business"
      />
      <v-text-field
        v-model="f.stand"
        :label="t('firstRun.stand')"
        :error-messages="form.fields.value.stand"
        data-test="stand"
      />
      <DoorWhereFields v-model="where" :errors="form.fields.value" />
      <v-text-field
        v-model="f.owner"
        :label="t('firstRun.owner')"
        autocomplete="name"
        :error-messages="form.fields.value.owner"
        data-test="owner"
      />
      <v-text-field
        v-model="f.login"
        :label="t('signIn.login')"
        autocomplete="username"
        autocapitalize="none"
        :error-messages="form.fields.value.login"
        data-test="login"
      />
      <v-text-field
        v-model="f.password"
        :label="t('firstRun.password')"
        type="password"
        autocomplete="new-password"
        :error-messages="form.fields.value.password"
        data-test="password"
      />
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="begin">{{
        t('firstRun.begin')
      }}</v-btn>
      <button type="button" class="tongue" @click="locale = locale === 'es' ? 'en' : 'es'">
        {{ locale === 'es' ? 'English' : 'Español' }}
      </button>
    </form>
    <v-btn variant="text" data-test="other-way" @click="archive = !archive">{{
      archive ? t('firstRun.title') : t('archive.import')
    }}</v-btn>
  </DoorFrame>
</template>

<style scoped>
.tongue {
  justify-self: start;
  min-height: 48px;
  background: none;
  border: 0;
  font: 600 15px var(--text);
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 4px;
  cursor: pointer;
  padding: 0;
}
</style>
