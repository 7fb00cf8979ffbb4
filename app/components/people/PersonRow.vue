<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { AtStand, Person } from '#shared/contract'
import { ROLES, type Role } from '#shared/routes'
import { useSession } from '~/stores/session'
import { api } from '~/utils/api'

// One person: role, PIN for crew, a new password for who forgot it, and whether they still work here.
const props = defineProps<{ person: Person }>()
const emit = defineEmits<{ changed: [] }>()
const { t } = useI18n()
const roles = computed(() => ROLES.map((r) => ({ value: r, title: t(`role.${r}`) })))
const session = useSession()
const open = ref<'pin' | 'password' | 'stands' | null>(null)
const secret = ref('')
const change = ref<{ role?: Role; active?: boolean; stands?: AtStand[] | null }>({})
const stands = ref(props.person.stands)
/** Where they work, in words; nothing for whoever works everywhere. */
const works = computed(() =>
  (props.person.stands ?? [])
    .map(({ standId, role }) => `${session.stands.find((s) => s.id === standId)?.name ?? ''}: ${t(`role.${role}`)}`)
    .join(' · '),
)

const changing = useSubmit(async (key) => {
  const { id, name, role, active, version } = props.person
  await api('putPerson', { key, params: { id }, body: { name, role, active, version, ...change.value } })
})
async function set(to: typeof change.value): Promise<void> {
  change.value = to
  // What was refused stays as it was chosen, with the sentence beneath it.
  if ((await changing.submit()) || !to.stands) emit('changed')
}
const form = useSubmit(async () => {
  const params = { id: props.person.id }
  if (open.value === 'pin') await api('setPin', { params, body: { pin: secret.value || null } })
  else await api('resetPassword', { params, body: { password: secret.value } })
})
function show(what: 'pin' | 'password' | 'stands'): void {
  open.value = open.value === what ? null : what
  secret.value = ''
  stands.value = props.person.stands
  form.clear()
}
async function save(): Promise<void> {
  form.clear()
  if (open.value === 'pin' && secret.value && !/^\d{4,8}$/.test(secret.value))
    return form.refuse('pin', t('problem.pin-short'))
  if (open.value === 'password' && secret.value.length < 8) return form.refuse('password', t('problem.password-short'))
  if (!(await form.submit())) return
  open.value = null
  emit('changed')
}
</script>

<template>
  <li :class="{ gone: !person.active }" :data-test="`person-${person.login}`">
    <span
      ><b>{{ person.name }}</b
      ><small class="quiet"
        >{{ person.login }}<template v-if="person.hasPin"> · {{ t('people.hasPin') }}</template></small
      ></span
    >
    <span v-if="person.stands" data-test="works-at">{{ works }}</span>
    <v-select
      v-else
      :model-value="person.role"
      :items="roles"
      :label="t('people.role')"
      :disabled="!person.active"
      @update:model-value="set({ role: $event })"
    />
    <span class="row acts">
      <v-btn v-if="person.role === 'crew' && person.active" data-test="pin" @click="show('pin')">{{
        person.hasPin ? t('people.changePin') : t('people.setPin')
      }}</v-btn>
      <v-btn
        v-if="person.active && person.role !== 'owner' && session.openStands.length > 1"
        data-test="stands"
        @click="show('stands')"
        >{{ t('people.stands') }}</v-btn
      >
      <v-btn v-if="person.active" data-test="reset" @click="show('password')">{{ t('people.reset') }}</v-btn>
      <v-btn data-test="leave" @click="set({ active: !person.active })">{{
        person.active ? t('people.leave') : t('people.return')
      }}</v-btn>
    </span>
    <form
      v-if="open === 'stands' && person.role !== 'owner'"
      class="wide stack"
      novalidate
      @submit.prevent="set({ stands })"
    >
      <PeopleStandsOf v-model="stands" :as="person.role" />
      <p class="small quiet">{{ t('people.standsWhy') }}</p>
      <v-btn type="submit" color="primary" :loading="changing.busy.value" data-test="stands-save">{{
        t('people.standsSave')
      }}</v-btn>
    </form>
    <form v-else-if="open" class="wide secret" novalidate @submit.prevent="save">
      <v-text-field
        v-model="secret"
        :label="open === 'pin' ? t('people.pinLabel') : t('people.resetLabel')"
        :inputmode="open === 'pin' ? 'numeric' : 'text'"
        autocomplete="off"
        type="password"
        :error-messages="form.fields.value.pin || form.fields.value.password"
        data-test="secret"
      />
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="secret-save">{{
        open === 'pin' ? (secret || !person.hasPin ? t('people.pinSave') : t('people.pinClear')) : t('people.resetSave')
      }}</v-btn>
      <p v-if="form.message.value" class="caution wide" role="alert">{{ form.message.value }}</p>
    </form>
    <p
      v-if="changing.fields.value.role || changing.fields.value.stands || changing.message.value"
      class="caution wide"
      role="alert"
    >
      {{ changing.fields.value.role || changing.fields.value.stands || changing.message.value }}
    </p>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 190px 440px;
  gap: 12px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
small {
  display: block;
}
.gone b {
  text-decoration: line-through;
}
.wide {
  grid-column: 1 / -1;
}
.acts {
  gap: 8px;
  justify-content: flex-end;
  flex-wrap: wrap;
}
.secret {
  display: grid;
  grid-template-columns: minmax(0, 320px) auto;
  gap: 10px;
  justify-content: end;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: 1fr;
  }
  .acts {
    justify-content: flex-start;
  }
  .secret {
    justify-content: stretch;
  }
}
</style>
