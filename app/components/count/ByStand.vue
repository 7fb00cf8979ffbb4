<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { shiftDay } from '#core/time'
import type { CountSheet } from '#shared/contract'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// What each stand earned in thirty days, beside the others: cups, what was taken, what went in, and what is left.
const DAYS = 30
const { t } = useI18n({ useScope: 'global' })
const { n, money } = useFormat()
const session = useSession()
const plan = usePlan()
const sheets = shallowRef(new Map<string, CountSheet>())
async function load(): Promise<void> {
  const until = plan.today
  if (!until || session.stands.length < 2) return
  for (const { id } of session.stands) {
    const sheet = await useOutbox()
      .read('count', { query: { stand: id, from: shiftDay(until, 1 - DAYS), until } })
      .catch(() => null)
    if (sheet) sheets.value = new Map(sheets.value).set(id, sheet)
  }
}
watch([() => plan.today, () => session.stands.length], load, { immediate: true })
const rows = computed(() =>
  session.stands.map(({ id, name }) => {
    const sheet = sheets.value.get(id)
    const of = sheet?.money
    const goesIn = of && of.standard !== null && of.serving !== null ? of.standard + of.serving : null
    return { id, name, cups: sheet?.cups.reduce((sum, c) => sum + c.cups, 0) ?? null, of, goesIn }
  }),
)
const shown = (v: number | null | undefined): string => (v === null || v === undefined ? '?' : money(v))
</script>

<template>
  <section v-if="rows.length > 1" class="sheet stack" data-test="by-stand">
    <h2>{{ t('count.byStand') }}</h2>
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('count.stand') }}</th>
          <th class="r">{{ t('count.cups') }}</th>
          <th class="r roomy">{{ t('count.sales') }}</th>
          <th class="r roomy">{{ t('count.goesIn') }}</th>
          <th class="r roomy">{{ t('count.byStandMore') }}</th>
          <th class="r">{{ t('count.left') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id" data-test="stand-line">
          <td>{{ r.name }}</td>
          <td class="r num">{{ r.cups === null ? '?' : n(r.cups) }}</td>
          <td class="r num roomy">{{ shown(r.of?.sales) }}</td>
          <td class="r num roomy">{{ shown(r.goesIn) }}</td>
          <td class="r num roomy">{{ shown(r.of?.more) }}</td>
          <td class="r num">{{ shown(r.of?.earned) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet">{{ t('count.earnedWhy') }}</p>
  </section>
</template>
