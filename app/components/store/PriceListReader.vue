<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { readPriceList, type PriceList } from '#core/buy'
import { useCatalogue } from '~/stores/catalogue'
import { dayOf } from '#core/time'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'
import { messagesOf } from '~/i18n/load'

// A seller's list as CSV: read here, shown with what could not be read, and sent when somebody has looked at it.
const emit = defineEmits<{ done: [] }>()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { n, name, money, sign, amount, calendarDay } = useFormat()
const { ofCode } = useSentence()
const list = shallowRef<PriceList | null>(null)
const wrong = ref('')
const supplier = ref('')
const count = ref<number | null>(null)
const MOST_BYTES = 1_500_000
const SHOWN = 8

const plain = (s: string): string => s.normalize('NFC').trim().toLowerCase()
/** Names in either language, own names, and keys. A name that two ingredients have means neither. */
async function names(): Promise<Map<string, string | null>> {
  const out = new Map<string, string | null>()
  const put = (word: string, key: string): void => {
    const p = plain(word)
    out.set(p, out.has(p) && out.get(p) !== key ? null : key)
  }
  for (const locale of ['en', 'es'] as const) {
    const words = (await messagesOf(locale)).ingredient as unknown as Record<string, string>
    for (const i of catalogue.ingredients) if (!i.name && words[i.key]) put(words[i.key]!, i.key)
  }
  for (const i of catalogue.ingredients) put(i.name ?? i.key, i.key)
  return out
}
async function read(file: File | undefined): Promise<void> {
  list.value = null
  isOurs.value = false
  wrong.value = ''
  count.value = null
  if (!file) return
  if (file.size > MOST_BYTES) {
    wrong.value = t('problem.csv-too-long')
    return
  }
  const known = await names()
  try {
    list.value = readPriceList(
      await textOf(file),
      (word) => known.get(plain(word)) ?? undefined,
      dayOf(session.now(), session.zone),
      session.units === 'us' ? 'lb' : 'kg',
    )
  } catch (e) {
    if (!(e instanceof RangeError)) throw e
    wrong.value = t(`problem.${e.message}`)
  }
}
/** Office programs write UTF-8 or the old western set: what is not valid in the one is read as the other. */
async function textOf(file: File): Promise<string> {
  const bytes = await file.arrayBuffer()
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
/** A list in other money than ours is asked about before anything else. */
const otherMoney = computed(() => (list.value?.signs ?? []).filter((s) => s !== session.currency && s !== sign.value))
const isOurs = ref(false)
let id = uuid()
const form = useSubmit(async (key, confirm) => {
  const rows = list.value!.rows.map((r) => ({
    ingredientKey: r.ingredientKey,
    packG: r.packG,
    packPrice: r.packPrice,
    supplier: r.supplier ?? (supplier.value.trim() || null),
    day: r.day,
  }))
  count.value = (await api('postPriceList', { key, body: { id, rows, confirm } })).count
})
async function save(confirm?: true): Promise<void> {
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  id = uuid()
  list.value = null
  await catalogue.load()
  emit('done')
}
</script>

<template>
  <form class="stack reader" novalidate data-test="price-list" @submit.prevent="save()">
    <p class="small quiet">{{ t('list.why') }}</p>
    <div class="row wrap">
      <label class="file"
        ><span>{{ t('list.choose') }}</span
        ><input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          data-test="list-file"
          @change="read(($event.target as HTMLInputElement).files?.[0])"
      /></label>
      <v-text-field v-model="supplier" :label="t('list.supplier')" maxlength="200" data-test="list-supplier" />
    </div>
    <p v-if="wrong" class="caution" role="alert" data-test="list-wrong">{{ wrong }}</p>
    <p v-if="count !== null" role="status" data-test="list-done">{{ t('list.done', { n: n(count) }, count) }}</p>
    <template v-if="list">
      <p v-for="note in list.notes" :key="note" class="small">{{ t(`problem.${note}`) }}</p>
      <p>
        <b data-test="list-count">{{ t('list.read', { n: n(list.rows.length) }, list.rows.length) }}</b>
      </p>
      <table class="rows list" v-if="list.rows.length">
        <tbody>
          <tr v-for="r in list.rows.slice(0, SHOWN)" :key="r.line">
            <td>{{ name(r.ingredientKey) }}</td>
            <td class="r num">{{ amount(r.packG / 1000, 'kg') }}</td>
            <td class="r num">{{ money(r.packPrice) }}</td>
            <td>{{ r.supplier ?? supplier }}</td>
            <td class="quiet small">{{ calendarDay(r.day) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="list.rows.length > SHOWN" class="small quiet">
        {{ t('list.andMore', { n: n(list.rows.length - SHOWN) }) }}
      </p>
      <div v-if="list.faults.length" class="caution" data-test="list-faults">
        <p>
          <b>{{ t('list.faults', { n: n(list.faults.length) }, list.faults.length) }}</b>
        </p>
        <p v-for="f in list.faults.slice(0, SHOWN)" :key="f.line">
          {{ t('list.line', { n: f.line }) }} {{ ofCode(f.code, f.numbers).replace('…', f.text) }}
        </p>
      </div>
      <p v-if="form.message.value || Object.keys(form.fields.value).length" class="caution" role="alert">
        {{ form.message.value || Object.values(form.fields.value)[0] }}
      </p>
      <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
      <div v-if="otherMoney.length && !isOurs" class="caution" role="alert" data-test="list-money">
        <p>{{ t('list.otherMoney', { theirs: otherMoney.join(', '), ours: session.currency }) }}</p>
        <v-btn data-test="list-money-ours" @click="isOurs = true">{{
          t('list.moneyIsOurs', { ours: session.currency })
        }}</v-btn>
      </div>
      <v-btn
        v-else-if="list.rows.length && !form.doubts.value.length"
        type="submit"
        color="primary"
        :loading="form.busy.value"
        data-test="list-save"
        >{{ t('list.save', { n: n(list.rows.length) }, list.rows.length) }}</v-btn
      >
    </template>
  </form>
</template>

<style scoped>
.reader {
  border: 2px dashed var(--rule);
  border-radius: 14px;
  padding: 14px;
}
.wrap {
  flex-wrap: wrap;
}
.wrap > :last-child {
  min-width: 220px;
  flex: 1;
}
.list {
  max-width: 720px;
}
</style>
