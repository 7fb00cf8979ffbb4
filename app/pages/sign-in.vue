<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { api, noAnswer } from '~/utils/api'

definePageMeta({ layout: 'door' })
const { t, locale } = useI18n()
const login = ref('')
const password = ref('')
const form = useSubmit(async () => {
  await api('signIn', { body: { login: login.value, password: password.value } })
})
const demo = ref(false)
// Once, as the page appears: a field that asks for the focus whenever it comes into sight takes it from the next one.
const loginField = ref<{ $el: HTMLElement } | null>(null)
onMounted(() => loginField.value?.$el.querySelector('input')?.focus())
const crew = ref<{ id: string; name: string }[]>([])
const byPin = ref(false)
onMounted(async () => {
  try {
    const [setup, pin] = await Promise.all([api('getSetup'), api('getPin')])
    demo.value = setup.demo
    crew.value = pin.people
    byPin.value = pin.people.length > 0
  } catch (e) {
    if (!noAnswer(e)) throw e
    form.message.value = t('problem.no-answer')
  }
})

async function enter(): Promise<void> {
  if (!login.value.trim()) return form.refuse('login', t('problem.login-missing'))
  if (!password.value) return form.refuse('password', t('problem.password-missing'))
  if (await form.submit()) await navigateTo('/')
}
</script>

<template>
  <DoorFrame>
    <DoorPinPad v-if="byPin" :people="crew" @other="byPin = false" @inside="navigateTo('/')" />
    <form v-else class="stack" novalidate @submit.prevent="enter">
      <h1>{{ t('signIn.title') }}</h1>
      <v-text-field
        ref="loginField"
        v-model="login"
        :label="t('signIn.login')"
        autocomplete="username"
        autocapitalize="none"
        :error-messages="form.fields.value.login"
        data-test="login"
      />
      <v-text-field
        v-model="password"
        :label="t('signIn.password')"
        type="password"
        autocomplete="current-password"
        :error-messages="form.fields.value.password"
        data-test="password"
      />
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="enter">{{ t('signIn.enter') }}</v-btn>
      <v-btn v-if="crew.length" data-test="by-pin" @click="byPin = true">{{ t('signIn.pinWay') }}</v-btn>
      <p v-if="demo" class="small quiet">{{ t('signIn.demo') }}</p>
      <button type="button" class="tongue" @click="locale = locale === 'es' ? 'en' : 'es'">
        {{ locale === 'es' ? 'English' : 'Español' }}
      </button>
    </form>
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
