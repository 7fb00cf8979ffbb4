<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { messagesOf } from '~/i18n/load'
import { api } from '~/utils/api'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'

// Brand (records and people behind it), the line, and the stand.
const session = useSession()
const outbox = useOutbox()
const { t, locale, setLocaleMessage } = useI18n({ useScope: 'global' })
const router = useRouter()
const emit = defineEmits<{ keys: []; find: [] }>()

async function leave(): Promise<void> {
  await session.signOut()
  await router.push('/sign-in')
}
async function speak(to: 'en' | 'es'): Promise<void> {
  setLocaleMessage(to, await messagesOf(to))
  locale.value = to
  await api('setLocale', { body: { locale: to } }).catch(() => undefined)
}
</script>

<template>
  <header class="bar no-print">
    <v-menu location="bottom start">
      <template #activator="{ props }">
        <button type="button" class="brand" v-bind="props" :aria-label="t('menu.open')" data-test="brand">
          Olvex<span aria-hidden="true" class="tick">▾</span>
        </button>
      </template>
      <v-list min-width="250">
        <v-list-item
          v-if="session.openStands.length > 1"
          :title="t('menu.stands')"
          to="/stands"
          data-test="menu-stands"
        />
        <v-list-item :title="t('menu.store')" to="/store" data-test="menu-store" />
        <v-list-item v-if="session.mayPlan" :title="t('menu.history')" to="/history" data-test="menu-history" />
        <v-list-item :title="t('menu.outbox')" to="/outbox" data-test="menu-outbox"
          ><template v-if="outbox.mine.length" #append
            ><b class="num">{{ outbox.mine.length }}</b></template
          ></v-list-item
        >
        <v-list-item v-if="session.isOwner" :title="t('menu.archive')" to="/archive" data-test="menu-archive" />
        <v-list-item :title="t('menu.people')" to="/people" data-test="menu-people" />
        <v-list-item :title="t('menu.lab')" to="/lab" data-test="menu-lab" />
        <v-list-item :title="t('menu.find')" @click="emit('find')"
          ><template #append><kbd>/</kbd></template></v-list-item
        >
        <v-list-item :title="t('menu.keys')" @click="emit('keys')"
          ><template #append><kbd>?</kbd></template></v-list-item
        >
        <v-list-item
          v-for="s in session.openStands.length > 1 ? session.openStands : []"
          :key="s.id"
          :title="s.name"
          :active="s.id === session.standId"
          @click="session.standId = s.id"
          ><template #prepend
            ><span class="mark">{{ s.id === session.standId ? '●' : '○' }}</span></template
          ></v-list-item
        >
        <v-list-item
          :title="locale === 'es' ? 'English' : 'Español'"
          data-test="switch-language"
          @click="speak(locale === 'es' ? 'en' : 'es')"
        />
        <v-list-item :title="t('menu.out', { name: session.person?.name })" data-test="sign-out" @click="leave" />
      </v-list>
    </v-menu>
    <LineWorkLine />
    <p class="where">
      <b>{{ session.stand?.name }}</b><span>{{ session.person?.name }}</span>
    </p>
  </header>
</template>

<style scoped>
.bar {
  width: 100%;
  display: flex;
  align-items: flex-start;
  gap: 18px;
  max-width: 1280px;
  margin: 0 auto;
  padding: 10px 28px 12px;
}
.brand {
  min-height: 48px;
  font: 700 24px var(--head);
  letter-spacing: -0.02em;
  color: var(--ink);
  background: none;
  border: 0;
  cursor: pointer;
  padding: 0 6px 0 0;
  white-space: nowrap;
}
.tick {
  font-size: 13px;
  margin-left: 4px;
}
.where {
  display: grid;
  justify-items: end;
  padding-top: 8px;
  font-size: 13.5px;
  line-height: 1.3;
  min-width: 92px;
}
.where span {
  color: var(--quiet);
}
.mark {
  width: 22px;
}
kbd {
  font: 600 13px var(--text);
  border: 1.5px solid var(--quiet);
  border-radius: 6px;
  padding: 1px 7px;
}
@media (max-width: 1100px) {
  .bar {
    padding-inline: 16px;
    gap: 10px;
  }
  .where {
    display: none;
  }
}
@media (max-width: 700px) {
  .bar {
    padding: 4px 12px;
    justify-content: space-between;
  }
  .where {
    display: grid;
    padding-top: 4px;
  }
}
</style>
