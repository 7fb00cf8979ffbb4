<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { BackupCopy, BackupSetting } from '#shared/contract'
import { useSession } from '~/stores/session'
import { api } from '~/utils/api'

// The daily backup, one made by hand, and the archive to take along.
const session = useSession()
const { t } = useI18n()
const { n, day, time } = useFormat()
const copies = ref<BackupCopy[]>([])
const setting = ref<BackupSetting>({ hour: null, keep: 14, version: 0 })
const ready = ref(false)
async function load(): Promise<void> {
  const reply = await api('backups')
  copies.value = reply.copies
  setting.value = reply.setting
  ready.value = true
}
onMounted(() => {
  if (session.isOwner) void load()
})
const hours = computed(() => [
  { value: null as number | null, title: t('archive.off') },
  ...Array.from({ length: 24 }, (_, h) => ({ value: h as number | null, title: `${String(h).padStart(2, '0')}:00` })),
])
const keeps = [3, 7, 14, 30, 60].map((k) => ({ value: k, title: String(k) }))
const saving = useSubmit(async (key) => {
  await api('putBackups', { key, body: setting.value })
})
async function set(change: Partial<BackupSetting>): Promise<void> {
  setting.value = { ...setting.value, ...change }
  await saving.submit()
  await load()
}
const making = useSubmit(async () => {
  await api('makeBackup', { timeoutMs: 120_000 })
})
async function make(): Promise<void> {
  if (await making.submit()) await load()
}
</script>

<template>
  <div v-if="session.isOwner" class="archive">
    <section class="sheet stack">
      <h1>{{ t('archive.backups') }}</h1>
      <p class="quiet">{{ t('archive.backupsWhy') }}</p>
      <div class="row">
        <v-select
          :model-value="setting.hour"
          :items="hours"
          :label="t('archive.daily')"
          data-test="backup-hour"
          @update:model-value="set({ hour: $event })"
        />
        <v-select
          :model-value="setting.keep"
          :items="keeps"
          :label="t('archive.keep')"
          :suffix="t('archive.copies')"
          @update:model-value="set({ keep: $event })"
        />
        <v-btn :loading="making.busy.value" data-test="backup-now" @click="make">{{ t('archive.now') }}</v-btn>
      </div>
      <p v-if="saving.message.value || making.message.value" class="caution" role="alert">
        {{ saving.message.value || making.message.value }}
      </p>
      <p v-if="ready && !copies.length" class="quiet" data-test="empty">{{ t('archive.none') }}</p>
      <ul class="list">
        <li v-for="c in copies" :key="c.name" data-test="backup">
          <b class="num">{{ day(c.at) }} {{ time(c.at) }}</b
          ><b v-if="c.broken" class="small broken" data-test="broken">{{ t('archive.broken') }} ✗</b
          ><span v-else class="small quiet"
            >{{ t('archive.rows', { n: n(c.rows) }, c.rows) }} · {{ n(c.bytes / 1024) }} kB<template v-if="c.checked">
              · {{ t('archive.checked') }} ✓</template
            ></span
          >
        </li>
      </ul>
    </section>
    <section class="sheet stack">
      <h2>{{ t('archive.export') }}</h2>
      <p class="quiet">{{ t('archive.exportWhy') }}</p>
      <v-btn color="primary" href="/api/v1/archive" download data-test="download">{{ t('archive.download') }}</v-btn>
    </section>
  </div>
  <p v-else class="sheet">{{ t('problem.not-your-role') }}</p>
</template>

<style scoped>
.archive {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 400px;
  gap: 18px;
  align-items: start;
}
.broken {
  color: var(--hibiscus);
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  border-top: 1px solid var(--rule);
  min-height: 48px;
}
@media (max-width: 900px) {
  .archive {
    grid-template-columns: minmax(0, 1fr);
  }
  .row {
    flex-wrap: wrap;
  }
}
</style>
