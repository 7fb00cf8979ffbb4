<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { DeviceRow } from '#shared/contract'
import { api, uuid } from '~/utils/api'

// Tablets on which crew sign in by PIN: this one can be enrolled, any can be struck off.
const { t } = useI18n()
const { day } = useFormat()
const devices = ref<DeviceRow[]>([])
const name = ref('')
const load = async (): Promise<void> => {
  devices.value = await api('devices')
}
onMounted(() => void load())
const form = useSubmit(async () => {
  await api('enrol', { body: { id: uuid(), name: name.value.trim() } })
})
async function enrol(): Promise<void> {
  form.clear()
  if (!name.value.trim()) return form.refuse('name', t('problem.name-missing'))
  if (await form.submit()) name.value = ''
  await load()
}
async function strike(id: string): Promise<void> {
  await api('endDevice', { params: { id } })
  await load()
}
</script>

<template>
  <div>
    <h2>{{ t('people.tablets') }}</h2>
    <p class="quiet small">{{ t('people.tabletsWhy') }}</p>
    <p v-if="!devices.length" class="small none">{{ t('people.noTablets') }}</p>
    <ul class="list">
      <li v-for="d in devices" :key="d.id" data-test="tablet">
        <span
          ><b>{{ d.name }}</b
          ><small class="quiet"
            >{{ d.standId ? `${t('people.till')} · ` : '' }}{{ d.current ? `${t('people.thisTablet')} · ` : ''
            }}{{ t('people.enrolled', { day: day(d.enrolledAt), who: d.by }) }}</small
          ></span
        ><v-btn data-test="strike" @click="strike(d.id)">{{ t('people.strike') }}</v-btn>
      </li>
    </ul>
    <form v-if="!devices.some((d) => d.current)" class="row" novalidate @submit.prevent="enrol">
      <v-text-field
        v-model="name"
        :label="t('people.tabletName')"
        maxlength="80"
        :error-messages="form.fields.value.name"
        data-test="tablet-name"
      />
      <v-btn type="submit" :loading="form.busy.value" data-test="enrol">{{ t('people.enrol') }}</v-btn>
    </form>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
  </div>
</template>

<style scoped>
.none {
  padding: 8px 0;
}
.list {
  list-style: none;
  margin: 6px 0 10px;
  padding: 0;
}
.list li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid var(--rule);
  padding: 7px 0;
}
.list small {
  display: block;
}
</style>
