<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { checkWeighIn } from '#core/limits'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { refuseHere, uuid } from '~/utils/api'

const props = defineProps<{ fruit?: string }>()
const emit = defineEmits<{ done: [lotId: string]; close: [] }>()
const { t } = useI18n()
const { n, name, money } = useFormat()
const catalogue = useCatalogue()
const session = useSession()
const lots = useFruit()
const outbox = useOutbox()

const key = ref<string | null>(props.fruit ?? null)
const supplier = ref('')
const text = reactive({ kg: '', price: '', count: '' })
const number = reactive({ kg: null as number | null, price: null as number | null, count: null as number | null })
const fruits = computed(() => catalogue.fruits.map((f) => ({ value: f.key, title: name(f.key) })).sort((a, b) => a.title.localeCompare(b.title)))
const suppliers = computed(() => [...new Set(lots.received.map((l) => l.supplier).filter((s): s is string => !!s))])
const total = computed(() => (number.kg !== null && number.price !== null && number.kg > 0 && number.price >= 0 ? number.kg * number.price : null))
const lastPrice = computed(() => {
  const p = key.value ? catalogue.latestPrice.get(key.value) : undefined
  return p ? (p.packPriceEur / p.packG) * 1000 : null
})
let lotId = uuid()
const form = useSubmit(async (idempotencyKey, confirm) => {
  refuseHere(checkWeighIn({ kg: number.kg!, priceEurPerKg: number.price, count: number.count }, lastPrice.value), confirm)
  await outbox.keep('postLot', { key: idempotencyKey, body: { id: lotId, standId: session.standId, ingredientKey: key.value!, supplier: supplier.value.trim() || null, kg: number.kg!, priceEurPerKg: number.price, count: number.count, confirm } })
})

async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  if (!key.value) form.refuse('fruit', t('problem.fruit-missing'))
  if (number.kg === null) form.refuse('kg', t('problem.kg-missing'))
  if (text.price.trim() && number.price === null) form.refuse('price', t('problem.amount-not-a-number', { typed: text.price }))
  if (text.count.trim() && number.count === null) form.refuse('count', t('problem.amount-not-a-number', { typed: text.count }))
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  await Promise.all([lots.load(), session.isOwner ? catalogue.load() : Promise.resolve()])
  const done = lotId
  lotId = uuid()
  emit('done', done)
}
</script>

<template>
  <form class="stack" novalidate data-test="weigh-in-form" @submit.prevent="save()">
    <div class="spread"><h2>{{ t('weighIn.title') }}</h2><v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn></div>
    <v-autocomplete v-model="key" :items="fruits" :label="t('weighIn.fruit')" :error-messages="form.fields.value.fruit || form.fields.value.ingredientKey" data-test="fruit" />
    <FieldAmountField v-model="text.kg" :label="t('weighIn.kg')" unit="kg" :error="form.fields.value.kg" test="kg" @number="number.kg = $event" />
    <template v-if="session.isOwner">
      <FieldAmountField v-model="text.price" :label="t('weighIn.price')" unit="€/kg" optional :error="form.fields.value.price" :hint="lastPrice === null ? t('weighIn.priceHint') : t('weighIn.lastPrice', { price: money(lastPrice) })" test="price" @number="number.price = $event" />
      <p v-if="total !== null" class="small quiet">{{ n(number.kg!, 2) }} kg × {{ money(number.price!) }} €/kg = <b class="num">{{ money(total) }} €</b></p>
    </template>
    <v-combobox v-model="supplier" :items="suppliers" :label="t('weighIn.supplier')" data-test="supplier" />
    <FieldAmountField v-model="text.count" :label="t('weighIn.count')" :unit="t('weighIn.pieces')" optional :error="form.fields.value.count" test="count" @number="number.count = $event" />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <v-btn v-if="!form.doubts.value.length" type="submit" color="primary" :loading="form.busy.value" data-test="save">{{ t('weighIn.save') }}</v-btn>
    <p class="caution"><b>{{ t('caution.wash-title') }}</b> {{ t('caution.wash') }}</p>
  </form>
</template>
