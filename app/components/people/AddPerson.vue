<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ROLES, type Role } from '#shared/routes'
import type { AtStand } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

const emit = defineEmits<{ changed: [] }>()
const { t } = useI18n()
const roles = computed(() => ROLES.map((r) => ({ value: r, title: t(`role.${r}`) })))
const session = useSession()
const f = reactive({ name: '', login: '', password: '', role: 'crew' as Role, stands: null as AtStand[] | null })
let id = uuid()
const adding = useSubmit(async (key) => {
  await api('postPerson', {
    key,
    body: { id, name: f.name.trim(), login: f.login.trim(), password: f.password, role: f.role, stands: f.stands },
  })
})
async function add(): Promise<void> {
  adding.fields.value = {}
  if (!f.name.trim()) adding.refuse('name', t('problem.name-missing'))
  if (f.login.trim().length < 2) adding.refuse('login', t('problem.login-short'))
  if (f.password.length < 8) adding.refuse('password', t('problem.password-short'))
  if (Object.keys(adding.fields.value).length || !(await adding.submit())) return
  id = uuid()
  Object.assign(f, { name: '', login: '', password: '', stands: null })
  emit('changed')
}
</script>

<template>
  <div>
    <h2>{{ t('people.add') }}</h2>
    <form class="add" novalidate @submit.prevent="add">
      <v-text-field
        v-model="f.name"
        :label="t('people.name')"
        :error-messages="adding.fields.value.name"
        data-test="person-name"
      />
      <v-text-field
        v-model="f.login"
        :label="t('signIn.login')"
        autocapitalize="none"
        autocomplete="off"
        :error-messages="adding.fields.value.login"
        data-test="person-login"
      />
      <v-text-field
        v-model="f.password"
        :label="t('firstRun.password')"
        type="password"
        autocomplete="new-password"
        :error-messages="adding.fields.value.password"
        data-test="person-password"
      />
      <v-select v-if="f.stands === null" v-model="f.role" :items="roles" :label="t('people.role')" />
      <PeopleStandsOf
        v-if="session.openStands.length > 1 && f.role !== 'owner'"
        v-model="f.stands"
        :as="f.role"
        class="wide"
      />
      <p v-if="adding.fields.value.stands" class="caution wide" role="alert">{{ adding.fields.value.stands }}</p>
      <v-btn type="submit" color="primary" :loading="adding.busy.value" data-test="add-person">{{
        t('people.addButton')
      }}</v-btn>
      <p v-if="adding.message.value" class="caution" role="alert">{{ adding.message.value }}</p>
    </form>
    <p class="quiet small">{{ t('people.roles') }}</p>
  </div>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}
.add {
  margin: 10px 0 14px;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 10px;
  align-items: start;
}
</style>
