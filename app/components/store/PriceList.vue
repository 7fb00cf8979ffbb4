<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { pricePerKg } from '#core/cost'
import type { BaseMake } from '#core/yield'
import { MASS_UNITS, toGrams, type MassUnit } from '#core/units'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'

const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { name, day, money, amount } = useFormat()
const filter = ref('')
const open = ref('')
const madeOf = ref('')
const { text, number, bind, guard } = useAmounts(['price', 'pack'])
const unit = ref<MassUnit>(session.units === 'us' ? 'lb' : 'kg')
const own = reactive({ name: '', like: null as string | null })
const adding = ref(false)
const reading = ref(false)

const rows = computed(() =>
  catalogue.ingredients
    .map((i) => ({
      ...i,
      shown: name(i.key),
      price: catalogue.latestPrice.get(i.key),
      fromFruit: catalogue.fruitOf(i.key),
    }))
    .filter((r) => r.shown.toLowerCase().includes(filter.value.trim().toLowerCase()))
    .sort((a, b) => Number(!!b.price) - Number(!!a.price) || a.shown.localeCompare(b.shown)),
)
/** What a litre of a base takes: kilos of fruit as purchased, litres of water. */
const partsOf = ({ parts, gPerMl }: BaseMake): string =>
  parts.map((p) => `${amount(p.gPerG * gPerMl, p.key === 'water' ? 'L' : 'kg')} ${name(p.key)}`).join(' + ')
const history = computed(() => catalogue.prices.filter((p) => p.ingredientKey === open.value))
function toggle(key: string): void {
  open.value = open.value === key ? '' : key
  text.price = text.pack = ''
  form.clear()
}
let id = uuid()
const form = useSubmit(async (key, confirm) => {
  await useOutbox().keep('postPrice', {
    key,
    body: {
      id,
      ingredientKey: open.value,
      packPrice: number.price!,
      packG: toGrams(number.pack!, unit.value),
      confirm,
    },
  })
})
async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  guard(form, (f) => (f === 'price' ? 'packPrice' : 'packG'), {
    price: t('problem.price-missing'),
    pack: t('problem.pack-missing'),
  })
  if (number.price !== null && number.price < 0)
    form.refuse('packPrice', t('problem.price-negative', { value: money(number.price) }))
  if (number.pack !== null && number.pack <= 0) form.refuse('packG', t('problem.pack-missing'))
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  id = uuid()
  await catalogue.load()
  toggle('')
}
const likes = computed(() =>
  catalogue.ingredients
    .filter((i) => !i.name)
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
let ownId = uuid()
const ownForm = useSubmit(async (key) => {
  await useOutbox().keep('postIngredient', { key, body: { id: ownId, name: own.name.trim(), likeKey: own.like! } })
})
async function addOwn(): Promise<void> {
  ownForm.fields.value = {}
  if (!own.name.trim()) ownForm.refuse('name', t('problem.name-missing'))
  if (!own.like) ownForm.refuse('likeKey', t('problem.like-missing'))
  if (Object.keys(ownForm.fields.value).length || !(await ownForm.submit())) return
  ownId = uuid()
  own.name = ''
  adding.value = false
  await catalogue.load()
}
</script>

<template>
  <div class="stack">
    <div class="row tools">
      <v-text-field v-model="filter" :label="t('store.filter')" data-test="filter" />
      <v-btn v-if="session.isOwner" data-test="read-list" @click="reading = !reading">{{ t('list.open') }}</v-btn>
      <v-btn v-if="session.isOwner" @click="adding = !adding">{{ t('store.own') }}</v-btn>
    </div>
    <StorePriceListReader v-if="reading" />
    <form v-if="adding" class="grid2" novalidate @submit.prevent="addOwn">
      <v-text-field
        v-model="own.name"
        :label="t('store.ownName')"
        :error-messages="ownForm.fields.value.name"
        data-test="own-name"
      />
      <v-autocomplete
        v-model="own.like"
        :items="likes"
        :label="t('store.ownLike')"
        :error-messages="ownForm.fields.value.likeKey"
        data-test="own-like"
      />
      <v-btn type="submit" color="primary" :loading="ownForm.busy.value" data-test="own-save">{{
        t('store.ownSave')
      }}</v-btn>
      <p v-if="ownForm.message.value" class="caution">{{ ownForm.message.value }}</p>
    </form>
    <ul class="list">
      <li v-for="r in rows" :key="r.key" :data-test="`ingredient-${r.key}`">
        <div class="line">
          <span
            ><b>{{ r.shown }}</b
            ><small class="quiet"
              >{{ t(`kind.${r.kind}`)
              }}<template v-if="r.base"> · {{ t('store.baseOf', { parts: partsOf(r.base) }) }}</template
              ><template v-else-if="r.kind === 'base'"> · {{ t('store.baseGone') }}</template
              ><template v-else-if="r.name"> · {{ t('store.like', { name: name(r.likeKey) }) }}</template
              ><b v-if="r.own" class="mark" data-test="own-mark"> · {{ t('store.ownMark') }}</b></small
            ></span
          >
          <span v-if="session.isOwner" class="price">
            <template v-if="r.price"
              ><b class="num">{{ money(r.price.packPrice) }}</b> /
              <FigureShown
                :value="r.price.packG >= 1000 ? r.price.packG / 1000 : r.price.packG"
                :unit="r.price.packG >= 1000 ? 'kg' : 'g'"
                :digits="r.price.packG % 1000 && r.price.packG >= 1000 ? 2 : 0"
              /><small class="quiet">{{ t('store.since', { day: day(r.price.since) }) }}</small></template
            >
            <span v-else-if="r.fromFruit" class="quiet small">{{
              t('store.fromFruit', { name: name(r.fromFruit) })
            }}</span>
            <span v-else-if="r.base" class="quiet small">{{ t('store.fromParts') }}</span>
            <span v-else class="quiet small">{{ t('cost.none') }}</span>
          </span>
          <v-btn v-if="session.isOwner" :data-test="`price-${r.key}`" @click="toggle(r.key)">{{
            open === r.key ? t('do.close') : t('store.price')
          }}</v-btn>
          <v-btn
            v-if="session.isOwner"
            :data-test="`made-of-${r.key}`"
            @click="madeOf = madeOf === r.key ? '' : r.key"
            >{{ madeOf === r.key ? t('do.close') : t('store.madeOf') }}</v-btn
          >
        </div>
        <StoreOwnValues v-if="madeOf === r.key" :key="`${r.key}-${r.version}`" :ingredient="r" @done="madeOf = ''" />
        <form v-if="open === r.key" class="priceform" novalidate @submit.prevent="save()">
          <FieldAmountField
            v-bind="bind('price')"
            paid
            :label="t('store.packPrice')"
            unit="money"
            :error="form.fields.value.packPrice || form.fields.value.price"
            test="pack-price"
          />
          <FieldAmountField
            v-bind="bind('pack')"
            :label="t('store.packSize')"
            :error="form.fields.value.packG"
            test="pack-size"
          />
          <v-select v-model="unit" :items="[...MASS_UNITS]" :label="t('store.unit')" />
          <v-btn
            v-if="!form.doubts.value.length"
            type="submit"
            color="primary"
            :loading="form.busy.value"
            data-test="save-price"
            >{{ t('store.savePrice') }}</v-btn
          >
          <FieldDoubtBox class="wide" :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
          <p v-if="form.message.value" class="caution wide" role="alert">{{ form.message.value }}</p>
          <p v-if="history.length" class="wide small quiet">
            {{ t('store.history') }}
            {{
              history
                .slice(0, 6)
                .map((p) => `${day(p.since)}: ${amount(pricePerKg(p), 'money/kg')}`)
                .join(' · ')
            }}
          </p>
        </form>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.tools {
  flex-wrap: wrap;
}
.tools > :first-child {
  min-width: 200px;
  flex: 1;
  max-width: 360px;
}
.grid2 {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 10px;
  align-items: start;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
}
.list li {
  border-bottom: 1px solid var(--rule);
}
.mark {
  color: var(--hibiscus);
}
.line {
  display: grid;
  grid-template-columns: 1fr auto auto auto;
  gap: 16px;
  align-items: center;
  padding: 7px 0;
}
.line small {
  display: block;
  font-size: 13px;
}
.price {
  text-align: right;
}
.priceform {
  display: grid;
  grid-template-columns: 1fr 1fr 110px auto;
  gap: 10px;
  align-items: start;
  padding: 6px 0 14px;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 700px) {
  .priceform {
    grid-template-columns: 1fr 1fr;
  }
  .priceform .v-btn {
    grid-column: 1 / -1;
  }
  .grid2 {
    grid-template-columns: 1fr;
  }
  .line {
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
}
</style>
