<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Stand } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

// All stands of the business: one more, which begins as this one is; and those that serve no more.
const emit = defineEmits<{ saved: [] }>()
const session = useSession()
const { t } = useI18n()
const name = ref('')
let id = uuid()
const adding = useSubmit(async (key) => {
  const { id: _, bench: __, version: ___, ...settings } = session.stand!
  await api('putStand', {
    key,
    params: { id },
    body: { ...settings, name: name.value.trim(), closed: false, version: 0 },
  })
})
async function add(): Promise<void> {
  adding.clear()
  if (!name.value.trim()) return adding.refuse('name', t('problem.name-missing'))
  if (!(await adding.submit())) return
  id = uuid()
  name.value = ''
  emit('saved')
}
/** The one that is closed or opened again. */
const asked = ref<Stand | null>(null)
const closing = useSubmit(async (key) => {
  const { id, ...values } = asked.value!
  await api('putStand', { key, params: { id }, body: { ...values, closed: !values.closed } })
})
async function turn(stand: Stand): Promise<void> {
  asked.value = stand
  if (await closing.submit()) emit('saved')
}
</script>

<template>
  <div class="stack" data-test="stand-list">
    <ul class="list">
      <li v-for="s in session.stands" :key="s.id" class="spread" :data-test="`stand-${s.name}`">
        <span
          ><b>{{ s.name }}</b> <small class="quiet">{{ s.timeZone }}</small>
          <small v-if="s.closed" class="quiet"> · {{ t('store.stands.closed') }}</small></span
        >
        <v-btn
          v-if="s.closed || session.openStands.length > 1"
          :loading="closing.busy.value && asked?.id === s.id"
          variant="text"
          data-test="stand-turn"
          @click="turn(s)"
          >{{ t(s.closed ? 'store.stands.open' : 'store.stands.close') }}</v-btn
        >
        <p
          v-if="asked?.id === s.id && (closing.fields.value.closed || closing.message.value)"
          class="caution"
          role="alert"
        >
          {{ closing.fields.value.closed || closing.message.value }}
        </p>
      </li>
    </ul>
    <form class="add" novalidate @submit.prevent="add">
      <v-text-field
        v-model="name"
        :label="t('store.stands.name')"
        :error-messages="adding.fields.value.name"
        data-test="stand-name"
      />
      <v-btn type="submit" color="primary" height="56" :loading="adding.busy.value" data-test="stand-add">{{
        t('store.stands.add')
      }}</v-btn>
    </form>
    <p v-if="adding.message.value" class="caution" role="alert">{{ adding.message.value }}</p>
    <p class="small quiet">{{ t('store.stands.why', { name: session.stand?.name ?? '' }) }}</p>
  </div>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  align-items: center;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
.list .caution {
  flex-basis: 100%;
}
.add {
  display: grid;
  grid-template-columns: minmax(0, 320px) auto;
  justify-content: start;
  gap: 10px;
}
</style>
