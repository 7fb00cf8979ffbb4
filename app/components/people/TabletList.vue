<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { DeviceRow } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

// Tablets on which crew sign in by PIN: this one can be enrolled, any can be struck off.
const { t } = useI18n()
const { day } = useFormat()
const session = useSession()
const devices = ref<DeviceRow[]>([])
const name = ref('')
/** The stand whose crew it shows; nothing: everybody. */
const standId = ref<string | null>(session.stand?.id ?? null)
const places = computed(() => [
  ...session.openStands.map((s) => ({ title: s.name, value: s.id as string | null })),
  { title: t('people.everyone'), value: null },
])
const isMany = computed(() => session.openStands.length > 1)
function aboutOf({ standId: till, tabletStandId, current, enrolledAt, by }: DeviceRow): string {
  const at = session.stands.find((s) => s.id === (till ?? tabletStandId))?.name
  return [
    ...(till ? [t('people.till')] : []),
    ...(at && session.stands.length > 1 ? [at] : []),
    ...(current ? [t('people.thisTablet')] : []),
    t('people.enrolled', { day: day(enrolledAt), who: by }),
  ].join(' · ')
}
const load = async (): Promise<void> => {
  devices.value = await api('devices')
}
onMounted(() => void load())
const form = useSubmit(async () => {
  await api('enrol', { body: { id: uuid(), name: name.value.trim(), standId: isMany.value ? standId.value : null } })
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
          ><small class="quiet">{{ aboutOf(d) }}</small></span
        ><v-btn data-test="strike" @click="strike(d.id)">{{ t('people.strike') }}</v-btn>
      </li>
    </ul>
    <form v-if="!devices.some((d) => d.current)" class="stack" novalidate @submit.prevent="enrol">
      <v-text-field
        v-model="name"
        :label="t('people.tabletName')"
        maxlength="80"
        :error-messages="form.fields.value.name"
        data-test="tablet-name"
      />
      <v-select
        v-if="isMany"
        v-model="standId"
        :items="places"
        :label="t('people.tabletAt')"
        data-test="tablet-stand"
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
