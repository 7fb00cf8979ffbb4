<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { SessionRow } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api } from '~/utils/api'

// Who is signed in where; any of the own, and for the owner anybody's, can be ended at once.
const { t } = useI18n()
const { day, time } = useFormat()
const session = useSession()
const rows = ref<SessionRow[]>([])
const load = async (): Promise<void> => {
  rows.value = await api('sessions')
}
onMounted(() => void load())
async function end(id: string): Promise<void> {
  await api('endSession', { params: { id } })
  await load()
}
/** The program and system in a browser's own description of itself, without its numbers. */
function placeOf(r: SessionRow): string {
  if (r.device) return r.device
  const a = r.agent ?? ''
  const program = /Edg|Firefox|Chrome|Safari/.exec(a)?.[0] ?? ''
  const system = /Android|iPad|iPhone|Windows|Mac OS|Linux/.exec(a)?.[0] ?? ''
  return [program, system].filter(Boolean).join(', ')
}
</script>

<template>
  <div>
    <h2>{{ t('people.sessions') }}</h2>
    <ul class="list">
      <li v-for="r in rows" :key="r.id" data-test="session">
        <span
          ><b>{{ session.isOwner ? r.name : placeOf(r) || r.name }}</b
          ><small class="quiet">{{
            [
              session.isOwner ? placeOf(r) : '',
              t('people.since', { day: day(r.createdAt) }),
              r.seenAt ? t('people.seen', { day: `${day(r.seenAt)} ${time(r.seenAt)}` }) : '',
            ]
              .filter(Boolean)
              .join(' · ')
          }}</small></span
        >
        <span v-if="r.current" class="quiet small this">{{ t('people.thisSession') }}</span>
        <v-btn v-else data-test="end-session" @click="end(r.id)">{{ t('people.end') }}</v-btn>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.this {
  white-space: nowrap;
}
.list {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  max-height: 420px;
  overflow: auto;
}
.list li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid var(--rule);
  padding: 7px 0;
  min-height: 62px;
}
.list small {
  display: block;
}
</style>
