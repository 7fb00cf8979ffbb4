<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { DeviceRow } from '#shared/contract'
import { api, uuid } from '~/utils/api'
import { useSession } from '~/stores/session'

// A till that posts its sales by itself: it is let in with a secret, which is shown once, for this stand alone.
const BYTES = 32
const { t } = useI18n({ useScope: 'global' })
const { day } = useFormat()
const session = useSession()
const devices = ref<DeviceRow[]>([])
const mine = computed(() => devices.value.filter((d) => d.standId === session.standId))
const name = ref('')
const shown = ref('')
const load = async (): Promise<void> => {
  devices.value = await api('devices')
}
onMounted(() => void load())
/** 256 bits, in letters that no header minds. */
function newSecret(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(BYTES))
  return btoa(String.fromCharCode(...bytes))
    .replace(/\+/g, '-')
    .replace(/\//g, '_')
    .replace(/=/g, '')
}
let asked = { id: uuid(), secret: newSecret() }
const form = useSubmit(async (key) => {
  const body = { ...asked, name: name.value.trim() }
  await api('pairTill', { params: { id: session.standId }, body, key })
})
async function pair(): Promise<void> {
  form.clear()
  if (!name.value.trim()) return form.refuse('name', t('problem.name-missing'))
  if (!(await form.submit())) return
  shown.value = `${asked.id}.${asked.secret}`
  asked = { id: uuid(), secret: newSecret() }
  name.value = ''
  await load()
}
async function strike(id: string): Promise<void> {
  shown.value = ''
  await api('endDevice', { params: { id } })
  await load()
}
</script>

<template>
  <section class="sheet stack" data-test="till-posts">
    <h2>{{ t('till.posts') }}</h2>
    <p class="small quiet">{{ t('till.postsWhy') }}</p>
    <div v-for="d in mine" :key="d.id" class="spread" data-test="till-device">
      <span
        ><b>{{ d.name }}</b
        >{{ ' ' }}
        <span class="small quiet">{{ t('people.enrolled', { day: day(d.enrolledAt), who: d.by }) }}</span></span
      >
      <v-btn height="56" data-test="till-strike" @click="strike(d.id)">{{ t('people.strike') }}</v-btn>
    </div>
    <template v-if="shown">
      <p role="status">{{ t('till.secret') }}</p>
      <code class="secret num" tabindex="0" data-test="till-secret">{{ shown }}</code>
    </template>
    <form class="row" novalidate @submit.prevent="pair">
      <v-text-field
        v-model="name"
        :label="t('till.name')"
        maxlength="80"
        :error-messages="form.fields.value.name"
        data-test="till-name"
      />
      <v-btn type="submit" height="56" :loading="form.busy.value" data-test="till-pair">{{ t('till.pair') }}</v-btn>
    </form>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
  </section>
</template>

<style scoped>
.secret {
  overflow-wrap: anywhere;
  background: #fff;
  border: 2px solid var(--ink);
  padding: 10px;
}
</style>
