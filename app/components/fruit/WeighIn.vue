<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { pricePerKg } from '#core/cost'
import type { WeighIn } from '#core/limits'
import { evaluateReceipt } from '#core/yield'
import { FEELS, PLACES, PRICE_PER, type Feel, type Place, type PricePer } from '#shared/lists'
import type { Lot } from '#shared/contract'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { inBackground, refuseHere, uuid } from '~/utils/api'

// A delivery: on the scale, or counted. With `correct`, in place of one that was typed wrong.
const props = defineProps<{ fruit?: string; correct?: Lot }>()
const emit = defineEmits<{ done: [lotId: string]; close: [] }>()
const { t } = useI18n()
const { n, name, amount, money, typed } = useFormat()
const catalogue = useCatalogue()
const session = useSession()
const lots = useFruit()
const outbox = useOutbox()

const old = props.correct
const key = ref<string | null>(old?.itemKey ?? props.fruit ?? null)
const supplier = ref(old?.supplier ?? '')
const AMOUNTS = ['kg', 'count', 'crates', 'price', 'tempC', 'brix', 'cracked'] as const
const { number, bind, guard, measured } = useAmounts(AMOUNTS, {
  kg: old?.weighed ? typed(old.amount / 1000, 'kg') : '',
  count: typed(old?.count),
  crates: typed(old?.crates),
  price: old && old.cost !== null ? typed(old.cost) : '',
  tempC: typed(old?.seen?.tempC, '°C'),
  brix: typed(old?.seen?.brix),
  cracked: old?.seen?.crackedShare ? typed(old.seen.crackedShare * 100) : '',
})
const per = ref<PricePer>(old ? 'all' : 'kg')
const place = ref<Place | null>(old?.place ?? 'room')
const feel = ref<Feel | null>(old?.seen?.feel ?? null)
const waxed = ref<'yes' | 'no' | null>(old?.seen?.waxed === true ? 'yes' : old?.seen?.waxed === false ? 'no' : null)
const at = ref<string | null>(old?.at ?? null)
const items = useChoices()
/** By weight it is priced in the stand's own unit. */
const perItems = computed(() =>
  items(PRICE_PER, 'per').map((i) => (i.value === 'kg' && session.units === 'us' ? { ...i, title: t('per.lb') } : i)),
)

const fruits = computed(() =>
  catalogue.fruits.map((f) => ({ value: f.key, title: name(f.key) })).sort((a, b) => a.title.localeCompare(b.title)),
)
const suppliers = computed(() => [...new Set(lots.received.map((l) => l.supplier).filter((s): s is string => !!s))])
const handling = computed(() => (key.value ? catalogue.handlingFor(key.value) : null))
const input = computed((): WeighIn => ({
  kg: number.kg,
  count: number.count,
  crates: number.crates,
  price: number.price === null ? null : { paid: number.price, per: per.value },
  at: at.value,
  tempC: number.tempC,
  brix: number.brix,
  crackedShare: number.cracked === null ? null : number.cracked / 100,
}))
const receipt = computed(() => evaluateReceipt(input.value, handling.value?.pieceG ?? null))
const lastPrice = computed(() => {
  const p = key.value ? catalogue.latestPrice.get(key.value) : undefined
  return p ? pricePerKg(p) : null
})
const ripens = computed(() =>
  feel.value === 'firm' && handling.value && handling.value.daysToRipe > 0 ? handling.value.daysToRipe : 0,
)
let lotId = uuid()
useFirstField(useTemplateRef<HTMLElement>('root'))
const form = useSubmit(async (idempotencyKey, confirm) => {
  const i = input.value
  const byDevice = measured()
  const seen =
    feel.value ||
    waxed.value ||
    number.tempC !== null ||
    number.brix !== null ||
    number.cracked !== null ||
    byDevice.length
      ? {
          feel: feel.value,
          waxed: waxed.value === null ? null : waxed.value === 'yes',
          tempC: i.tempC ?? null,
          brix: i.brix ?? null,
          crackedShare: i.crackedShare ?? null,
          measured: byDevice,
        }
      : null
  const body = {
    id: lotId,
    standId: session.standId,
    ingredientKey: key.value!,
    supplier: supplier.value?.trim() || null,
    kg: i.kg,
    count: i.count,
    crates: i.crates,
    price: i.price,
    place: place.value,
    seen,
    at: at.value,
    replaces: old?.id ?? null,
    confirm,
  }
  // Booked here first, so that what cannot be is said without a connection.
  refuseHere(lots.tryOut('receive', { params: {}, body }), confirm)
  await outbox.keep('postLot', { key: idempotencyKey, body })
})
const fieldOf = (a: (typeof AMOUNTS)[number]): string => (a === 'cracked' ? 'crackedShare' : a)
const error = (a: (typeof AMOUNTS)[number]): string | undefined => form.fields.value[fieldOf(a)]
const moreIsWrong = computed(() => ['tempC', 'brix', 'crackedShare', 'crates', 'at'].some((f) => form.fields.value[f]))

async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  if (!key.value) form.refuse('fruit', t('problem.fruit-missing'))
  guard(form, fieldOf)
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  inBackground(Promise.all([lots.load(), session.isOwner ? catalogue.load() : null]))
  const done = lotId
  lotId = uuid()
  emit('done', done)
}
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="weigh-in-form" @submit.prevent="save()">
    <div class="spread">
      <h2>{{ old ? t('weighIn.correct') : t('weighIn.title') }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <v-autocomplete
      v-model="key"
      :items="fruits"
      :label="t('weighIn.fruit')"
      :error-messages="form.fields.value.fruit || form.fields.value.ingredientKey"
      data-test="fruit"
    />
    <div class="two">
      <FieldAmountField v-bind="bind('kg')" :label="t('weighIn.kg')" unit="kg" device :error="error('kg')" test="kg" />
      <FieldAmountField
        v-bind="bind('count')"
        :label="t('weighIn.count')"
        unit="pieces"
        :error="error('count')"
        test="count"
      />
    </div>
    <p v-if="receipt && !receipt.weighed" class="small" data-test="from-count">
      {{
        t(
          'weighIn.fromCount',
          { n: n(number.count!), g: amount(receipt.unitG!, 'g'), kg: amount(receipt.amountG / 1000, 'kg') },
          number.count!,
        )
      }}
    </p>
    <p v-else-if="receipt?.unitG" class="small quiet">{{ t('weighIn.unitG', { g: amount(receipt.unitG, 'g') }) }}</p>
    <template v-if="session.isOwner">
      <div class="two">
        <FieldAmountField
          v-bind="bind('price')"
          :label="t('weighIn.price')"
          :unit="per === 'kg' ? 'money/kg' : 'money'"
          :paid="per !== 'kg'"
          :error="error('price')"
          :hint="
            lastPrice === null
              ? t('weighIn.priceHint')
              : t('weighIn.lastPrice', { price: amount(lastPrice, 'money/kg') })
          "
          test="price"
        />
        <v-select v-model="per" :items="perItems" :label="t('weighIn.per')" data-test="per" />
      </div>
      <p v-if="receipt && receipt.cost !== null && number.price! > 0" class="small quiet" data-test="receipt-cost">
        {{ t('weighIn.costs', { all: money(receipt.cost), perKg: amount(receipt.pricePerKg!, 'money/kg') }) }}
      </p>
    </template>
    <v-combobox v-model="supplier" :items="suppliers" :label="t('weighIn.supplier')" data-test="supplier" />
    <FieldMore :label="t('weighIn.more')" :show="moreIsWrong || !!old" test="weigh-in-more">
      <FieldChoice v-model="feel" :label="t('weighIn.feel')" :items="items(FEELS, 'feel')" optional test="feel" />
      <p v-if="ripens" class="small quiet">{{ t('weighIn.ripens', { n: n(ripens) }, ripens) }}</p>
      <FieldChoice v-model="place" :label="t('weighIn.place')" :items="items(PLACES, 'place')" test="place" />
      <FieldChoice
        v-model="waxed"
        :label="t('weighIn.waxed')"
        :items="[
          { value: 'no', title: t('weighIn.unwaxed') },
          { value: 'yes', title: t('weighIn.isWaxed') },
        ]"
        optional
      />
      <div class="two even">
        <FieldAmountField
          v-bind="bind('tempC')"
          :label="t('weighIn.temp')"
          unit="°C"
          device
          :error="error('tempC')"
          test="temp"
        />
        <FieldAmountField
          v-bind="bind('brix')"
          :label="t('weighIn.brix')"
          unit="°Bx"
          device
          :error="error('brix')"
          test="brix"
        />
        <FieldAmountField
          v-bind="bind('cracked')"
          :label="t('weighIn.cracked')"
          unit="%"
          :error="error('cracked')"
          test="cracked"
        />
        <FieldAmountField v-bind="bind('crates')" :label="t('weighIn.crates')" :error="error('crates')" test="crates" />
      </div>
      <FieldWhen v-model="at" :error="form.fields.value.at" />
    </FieldMore>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <div v-if="!form.doubts.value.length" class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save">{{
        old ? t('do.correct') : t('weighIn.save')
      }}</v-btn>
    </div>
    <p class="caution">
      <b>{{ t('caution.wash-title') }}</b> {{ t('caution.wash') }}
    </p>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 10px;
  align-items: start;
}
.even {
  grid-template-columns: 1fr 1fr;
}
</style>
