<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Person } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api } from '~/utils/api'

// For the owner: people, tablets, and who is signed in. For everybody: the own password and sessions.
const session = useSession()
const { t } = useI18n()
const people = ref<Person[]>([])
const load = async (): Promise<void> => {
  people.value = await api('people')
}
onMounted(() => {
  if (session.isOwner) void load()
})
</script>

<template>
  <div class="people">
    <section v-if="session.isOwner" class="sheet wide">
      <h1>{{ t('menu.people') }}</h1>
      <p class="quiet">{{ t('people.why') }}</p>
      <ul class="list">
        <PeoplePersonRow v-for="p in people" :key="p.id + p.version" :person="p" @changed="load" />
      </ul>
      <PeopleAddPerson class="below" @changed="load" />
    </section>
    <h1 v-else class="wide">{{ t('menu.people') }}</h1>
    <section v-if="session.isOwner" class="sheet"><PeopleTabletList /></section>
    <section class="sheet"><PeopleSessionList /></section>
    <section class="sheet"><PeopleOwnPassword /></section>
  </div>
</template>

<style scoped>
.people {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 18px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.list {
  list-style: none;
  padding: 0;
  margin: 12px 0 0;
}
</style>
