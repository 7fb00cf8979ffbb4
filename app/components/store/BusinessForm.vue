<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Reply } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api } from '~/utils/api'
import { currenciesBy, regionsBy } from '~/utils/regions'

// What the business is called, where it is, and what it counts in: the last only until something has a price.
const session = useSession()
const { t, locale } = useI18n()
const settings = shallowRef<Reply<'business'> | null>(null)
const f = reactive({ name: '', region: '', currency: '' })
const saved = ref(false)
async function load(): Promise<void> {
  const found = await api('business')
  settings.value = found
  Object.assign(f, { name: found.name, region: found.region, currency: found.currency })
}
onMounted(() => void load().catch(() => undefined))
const regions = computed(() => regionsBy(locale.value))
const currencies = computed(() => currenciesBy(locale.value))
const form = useSubmit(async (key) => {
  await api('putBusiness', { key, body: { ...f, name: f.name.trim(), version: settings.value!.version } })
})
async function save(): Promise<void> {
  form.clear()
  saved.value = false
  if (!f.name.trim()) return form.refuse('name', t('problem.name-missing'))
  if (!(await form.submit())) return
  saved.value = true
  await Promise.all([load(), session.load()])
}
</script>

<template>
  <form v-if="settings" class="doc" novalidate data-test="business-form" @submit.prevent="save">
    <v-text-field
      v-model="f.name"
      :label="t('store.name')"
      :error-messages="form.fields.value.name"
      maxlength="80"
      data-test="business-name"
    />
    <v-autocomplete
      v-model="f.region"
      :items="regions"
      :label="t('firstRun.region')"
      :hint="t('store.regionWhy')"
      persistent-hint
      :error-messages="form.fields.value.region"
      data-test="business-region"
    />
    <v-autocomplete
      v-model="f.currency"
      :items="currencies"
      :label="t('firstRun.currency')"
      :hint="settings.mayChangeCurrency ? t('store.currencyWhy') : t('problem.currency-has-prices')"
      persistent-hint
      :readonly="!settings.mayChangeCurrency"
      :error-messages="form.fields.value.currency"
      data-test="business-currency"
    />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <v-btn type="submit" color="secondary" :loading="form.busy.value" data-test="save-business">{{
      t('do.save')
    }}</v-btn>
    <p v-if="saved" class="small quiet" role="status">{{ t('draft.saved') }}</p>
  </form>
</template>

<style scoped>
.doc {
  display: grid;
  grid-template-columns: minmax(0, 560px);
  gap: 20px;
  padding: 12px 0;
}
</style>
