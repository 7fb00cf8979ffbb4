<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { VOID_KINDS, type VoidKind } from '#core/books/rows'
import type { HistoryRow } from '#shared/contract'
import { useSession } from '~/stores/session'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { api } from '~/utils/api'
import { actOf, differences, doneOf } from '~/utils/history'

// Who changed what, from what to what; facts can be taken out and put back, documents brought back.
const route = useRoute()
const session = useSession()
const drinks = useDrinks()
const { t } = useI18n()
const { name, day, time, calendarDay } = useFormat()
const { fieldOf, valueOf } = useHistoryWords()
const { bringBack, canBringBack } = useBringBack()
const rows = ref<HistoryRow[]>([])
const ready = ref(false)
const more = ref(true)
const FILTERS = [...VOID_KINDS, 'press-mark', 'recipe', 'plan-line', 'price', 'person'] as const
const filter = ref<string | null>(typeof route.query.entity === 'string' ? route.query.entity : null)
const stand = ref<string | null>(null)
const one = computed(() => (typeof route.query.id === 'string' ? route.query.id : null))
const filters = computed(() => [
  { value: null as string | null, title: t('history.all') },
  ...FILTERS.filter((f) => session.isOwner || !['price', 'person'].includes(f)).map((f) => ({
    value: f as string | null,
    title: t(`history.entity.${f}`),
  })),
])
const standChoices = computed(() => [
  { id: null as string | null, name: t('history.allStands') },
  ...session.ledStands.map((s) => ({ id: s.id as string | null, name: s.name })),
])
/** Where it was, for whoever leads more than one stand; what is the business' is nowhere. */
const standOf = (row: HistoryRow): string =>
  session.ledStands.length < 2 || row.entity === 'stand'
    ? ''
    : (session.stands.find((s) => s.id === row.standId)?.name ?? '')

async function load(before?: number): Promise<void> {
  const query = {
    ...(filter.value ? { entity: filter.value } : {}),
    ...(stand.value && !one.value ? { stand: stand.value } : {}),
    ...(one.value ? { id: one.value } : {}),
    ...(before ? { before: String(before) } : {}),
  }
  const page = await api('history', { query })
  rows.value = before ? [...rows.value, ...page] : page
  more.value = page.length > 0
  ready.value = true
}
const form = useSubmit(async () => {
  await load()
})
watch(
  [filter, stand, one],
  () => {
    void form.submit()
  },
  { immediate: true },
)

const shown = computed(() =>
  rows.value.map((row) => ({
    row,
    act: actOf(row.before, row.after),
    done: t(doneOf(row.entity, row.before, row.after)),
    differences: differences(row.before, row.after, row.entity),
  })),
)
/** The latest word on a fact decides whether it can be taken out or put back. */
const latestOf = computed(() => {
  const latest = new Map<string, HistoryRow>()
  for (const r of rows.value) if (!latest.has(r.entityId)) latest.set(r.entityId, r)
  return latest
})
function nameOf(row: HistoryRow): string {
  const v = { ...row.before, ...row.after } as Record<string, string>
  // What a lot is of had another name before.
  const key = v.itemKey ?? v.ingredientKey ?? (typeof v.item === 'string' ? v.item : undefined)
  if (key) return name(key)
  if (v.name) return v.name
  if (v.recipeId)
    return [drinks.byId.get(v.recipeId)?.name ?? '', v.day ? calendarDay(v.day) : ''].filter(Boolean).join(', ')
  return ''
}
/** A lot is fruit that came, juice that was pressed, what is left of it, what was peeled, or packs. */
const entityOf = (row: HistoryRow): string =>
  row.entity === 'lot' && row.after?.kind && row.after.kind !== 'received' ? row.after.kind : row.entity
const isFact = (row: HistoryRow): boolean =>
  (row.entity !== 'lot' && VOID_KINDS.includes(row.entity as VoidKind)) ||
  (row.entity === 'lot' && (['received', 'pack'].includes(row.after?.kind) || 'voided' in (row.after ?? {})))
const isOut = (row: HistoryRow): boolean => latestOf.value.get(row.entityId)?.after?.voided === true
const isLatest = (row: HistoryRow): boolean => latestOf.value.get(row.entityId) === row

const acting = ref<number | null>(null)
const act = useSubmit(async (key) => {
  const row = rows.value.find((r) => r.seq === acting.value)!
  if (isFact(row))
    await api(isOut(row) ? 'restoreFact' : 'voidFact', {
      key,
      params: { id: row.entityId },
      body: { entity: row.entity as VoidKind },
    })
  else await bringBack(row, key)
})
async function doIt(row: HistoryRow): Promise<void> {
  acting.value = row.seq
  if (!(await act.submit())) return
  acting.value = null
  await Promise.all([load(), useFruit().load()])
}
</script>

<template>
  <section v-if="session.mayPlan" class="sheet stack">
    <div class="spread top">
      <div>
        <h1>{{ t('history.title') }}</h1>
        <p class="quiet">{{ t('history.why') }}</p>
      </div>
      <div v-if="!one" class="filters">
        <v-select
          v-if="session.ledStands.length > 1"
          v-model="stand"
          :items="standChoices"
          item-value="id"
          item-title="name"
          :label="t('history.where')"
          data-test="history-stand"
        />
        <v-select v-model="filter" :items="filters" :label="t('history.filter')" data-test="history-filter" />
      </div>
      <NuxtLink v-else to="/history">{{ t('history.all') }}</NuxtLink>
    </div>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <p v-else-if="ready && !rows.length" class="quiet" data-test="empty">{{ t('history.empty') }}</p>
    <ol class="list">
      <li
        v-for="{ row, act: what, done, differences: list } in shown"
        :key="row.seq"
        :data-test="`change-${row.entity}`"
      >
        <span class="when"
          ><b class="num">{{ time(row.at) }}</b
          ><small>{{ day(row.at) }}</small></span
        >
        <div class="what">
          <p>
            <b
              >{{ t(`history.entity.${entityOf(row)}`) }}<template v-if="nameOf(row)"> · {{ nameOf(row) }}</template></b
            >{{ ' ' }}
            <span class="quiet">{{ [done, row.by, standOf(row)].filter(Boolean).join(', ') }}</span>
          </p>
          <ul v-if="list.length" class="small">
            <li v-for="d in list.slice(0, 8)" :key="d.field + (d.item ?? '')">
              {{ d.item ? name(d.item) : fieldOf(d.field) }}:
              <template v-if="what === 'changed'"
                ><span class="quiet">{{ valueOf(d.field, d.before, row.unit) }}</span> → </template
              ><b>{{ valueOf(d.field, what === 'gone' ? d.before : d.after, row.unit) }}</b>
            </li>
          </ul>
          <p v-if="acting === row.seq && act.message.value" class="caution" role="alert">{{ act.message.value }}</p>
          <p v-else-if="acting === row.seq && Object.values(act.fields.value).length" class="caution" role="alert">
            {{ Object.values(act.fields.value).join(' ') }}
          </p>
        </div>
        <v-btn
          v-if="isFact(row) && isLatest(row)"
          :loading="acting === row.seq && act.busy.value"
          :data-test="isOut(row) ? 'restore' : 'void'"
          @click="doIt(row)"
          >{{ isOut(row) ? t('history.restore') : t('history.void') }}</v-btn
        >
        <v-btn
          v-else-if="canBringBack(row)"
          :loading="acting === row.seq && act.busy.value"
          data-test="bring-back"
          @click="doIt(row)"
          >{{ t('history.bring') }}</v-btn
        >
      </li>
    </ol>
    <v-btn v-if="ready && more && rows.length >= 60" data-test="older" @click="load(rows.at(-1)!.seq)">{{
      t('history.older')
    }}</v-btn>
  </section>
  <p v-else class="sheet">{{ t('problem.not-your-role') }}</p>
</template>

<style scoped>
.top {
  align-items: start;
}
.filters {
  display: flex;
  gap: 10px;
}
.filters > * {
  width: 210px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list > li {
  display: grid;
  grid-template-columns: 74px 1fr auto;
  gap: 14px;
  align-items: start;
  border-top: 1px solid var(--rule);
  padding: 10px 0;
  min-height: 56px;
}
.when small {
  display: block;
  color: var(--quiet);
  font-size: 13px;
}
.what ul {
  list-style: none;
  padding: 2px 0 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
@media (max-width: 700px) {
  .top {
    display: grid;
  }
  .filters > * {
    width: auto;
    flex: 1;
    min-width: 0;
  }
  .list > li {
    grid-template-columns: 58px 1fr;
    gap: 8px;
  }
  .list > li > .v-btn {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
