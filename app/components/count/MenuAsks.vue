<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { shareLimit, taxLimit } from '#core/cost'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import type { MenuAsk } from '~/composables/useMenu'

// What the menu is asked: the tax and the share that the stand keeps, and what it leaves where something is dearer.
const ask = defineModel<MenuAsk>({ required: true })
defineProps<{ things: readonly string[] }>()
const { t } = useI18n({ useScope: 'global' })
const { n, name, typed } = useFormat()
const { ofCode } = useSentence()
const session = useSession()
/** Shares are typed in percent. */
const percentOf = (share: number): string => typed(Math.round(share * 1e6) / 1e4)
const text = reactive({ tax: percentOf(ask.value.tax), target: percentOf(ask.value.target), dear: '33' })
const faults = reactive({ tax: '', target: '', dear: '' })
/** Dearer than this is a slip. */
const MOST_PERCENT = 300
const tell = (to: Partial<MenuAsk>): void => void (ask.value = { ...ask.value, ...to })
const notNumber = (said: string): string => t('problem.amount-not-a-number', { typed: said })
function takeTax(v: number | null): void {
  const limit = taxLimit((v ?? NaN) / 100)
  faults.tax = limit && v !== null ? ofCode(limit.code, limit.numbers) : v === null ? notNumber(text.tax) : ''
  if (!limit) tell({ tax: v! / 100 })
}
function takeTarget(v: number | null): void {
  const limit = shareLimit((v ?? NaN) / 100)
  faults.target = limit && v !== null ? ofCode(limit.code, limit.numbers) : v === null ? notNumber(text.target) : ''
  if (!limit) tell({ target: v! / 100 })
}
function takeDear(v: number | null): void {
  const isPercent = v !== null && v > -100 && v <= MOST_PERCENT
  faults.dear = isPercent ? '' : t('count.percent', { most: n(MOST_PERCENT) })
  if (isPercent) tell({ dearTimes: 1 + v / 100 })
}
/** Both stay with the stand: what it earned is worked out by them too. */
const isKept = computed(() => session.stand?.taxShare === ask.value.tax && session.stand.costShare === ask.value.target)
const form = useSubmit(async (key) => {
  const { id, ...row } = session.stand!
  const body = { ...row, taxShare: ask.value.tax, costShare: ask.value.target }
  await useOutbox().keep('putStand', { key, params: { id }, body })
  session.stands = await useOutbox().read('stands')
})
</script>

<template>
  <div class="asks no-print">
    <FieldAmountField
      v-model="text.tax"
      :label="t('count.tax')"
      unit="%"
      :error="faults.tax"
      test="menu-tax"
      @number="takeTax"
    />
    <FieldAmountField
      v-model="text.target"
      :label="t('count.target')"
      unit="%"
      :error="faults.target"
      test="menu-target"
      @number="takeTarget"
    />
    <v-btn
      v-if="!isKept && !faults.tax && !faults.target"
      height="56"
      :loading="form.busy.value"
      data-test="keep-shares"
      @click="form.submit()"
      >{{ t('count.keepShares', { stand: session.stand?.name ?? '' }) }}</v-btn
    >
    <v-select
      :model-value="ask.dear"
      clearable
      :items="things.map((key) => ({ value: key, title: name(key) }))"
      :label="t('count.dear')"
      data-test="menu-dear"
      @update:model-value="(dear: string | null) => tell({ dear })"
    />
    <FieldAmountField
      v-if="ask.dear"
      v-model="text.dear"
      :label="t('count.dearBy')"
      unit="%"
      :error="faults.dear"
      test="menu-dear-by"
      @number="takeDear"
    />
    <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
  </div>
</template>

<style scoped>
.asks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px;
  align-items: start;
}
</style>
