<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { GOODS_KINDS, goodsKey } from '#core/books'
import type { UnitSystem } from '#core/region'
import type { PackUnit } from '#shared/lists'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { inBackground, refuseHere, uuid } from '~/utils/api'

// Packs that came: what is in them, how many, and how much in each.
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n()
const { n, name, money } = useFormat()
const catalogue = useCatalogue()
const session = useSession()
const store = useFruit()
const items = useChoices()
const key = ref<string | null>(null)
const supplier = ref('')
const useBy = ref('')
const per = ref<'pack' | 'all'>('pack')
/** What labels of packs say where the stand measures so. */
const UNITS_OF: Record<UnitSystem, PackUnit[]> = {
  metric: ['g', 'kg', 'mL', 'L'],
  us: ['oz', 'lb', 'fl oz', 'quart', 'gallon', 'kg', 'L'],
}
const usual: PackUnit = session.units === 'us' ? 'lb' : 'kg'
const unit = ref<PackUnit>(usual)
const { number, bind, guard } = useAmounts(['packs', 'size', 'price'])

const goods = computed(() =>
  catalogue.cups.flatMap((cup) => GOODS_KINDS.map((kind) => ({ value: goodsKey(kind, cup.id) }))),
)
const choices = computed(() =>
  [...catalogue.ingredients.filter((i) => i.kind !== 'fruit').map((i) => ({ value: i.key })), ...goods.value]
    .map((c) => ({ ...c, title: name(c.value) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const isGoods = computed(() => goods.value.some((g) => g.value === key.value))
watch(isGoods, (is) => {
  if (is) unit.value = 'pieces'
  else if (unit.value === 'pieces') unit.value = usual
})
const units = computed((): PackUnit[] => (isGoods.value ? ['pieces'] : UNITS_OF[session.units]))
const allOf = computed(() =>
  number.packs === null || number.size === null
    ? null
    : `${n(number.packs * number.size, isGoods.value ? 0 : 2)} ${t(`unit.${unit.value}`)}`,
)
useFirstField(useTemplateRef<HTMLElement>('root'))
let id = uuid()
const form = useSubmit(async (idempotencyKey, confirm) => {
  const call = {
    params: {},
    body: {
      id,
      standId: session.standId,
      ingredientKey: isGoods.value ? null : key.value,
      goods: isGoods.value ? key.value : null,
      supplier: supplier.value.trim() || null,
      packs: number.packs!,
      size: number.size!,
      unit: unit.value,
      price: number.price === null ? null : { paid: number.price, per: per.value },
      useBy: useBy.value || null,
      confirm,
    },
  }
  refuseHere(store.tryOut('pack', call), confirm)
  await useOutbox().keep('postPack', { key: idempotencyKey, body: call.body })
})
async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  if (!key.value) form.refuse('ingredientKey', t('problem.choose-what'))
  guard(form, (f) => f, { packs: t('problem.packs-missing'), size: t('problem.size-missing') })
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  id = uuid()
  inBackground(Promise.all([store.load(), catalogue.load()]))
  emit('done')
}
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="pack-form" @submit.prevent="save()">
    <div class="spread">
      <h2>{{ t('pack.title') }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <v-autocomplete
      v-model="key"
      :items="choices"
      :label="t('pack.what')"
      :error-messages="form.fields.value.ingredientKey || form.fields.value.goods"
      data-test="pack-what"
    />
    <div class="even">
      <FieldAmountField v-bind="bind('packs')" :label="t('pack.packs')" :error="form.fields.value.packs" test="packs" />
      <FieldAmountField
        v-bind="bind('size')"
        :label="t('pack.size')"
        :unit="t(`unit.${unit}`)"
        metric
        :error="form.fields.value.size || form.fields.value.unit"
        test="pack-size"
      />
    </div>
    <FieldChoice
      v-if="units.length > 1"
      :model-value="unit"
      :label="t('pack.unit')"
      :items="units.map((u) => ({ value: u, title: t(`unit.${u}`) }))"
      test="pack-unit"
      @update:model-value="unit = $event!"
    />
    <p v-if="allOf" class="small" data-test="pack-all">{{ t('pack.all', { amount: allOf }) }}</p>
    <div v-if="session.isOwner" class="even">
      <FieldAmountField
        v-bind="bind('price')"
        paid
        :label="t('pack.price')"
        unit="money"
        :error="form.fields.value.price"
        test="pack-price-paid"
      />
      <FieldChoice
        :model-value="per"
        :label="t('pack.per')"
        :items="items(['pack', 'all'] as const, 'packPer')"
        test="pack-per"
        @update:model-value="per = $event!"
      />
    </div>
    <p v-if="number.price !== null && per === 'pack' && number.packs" class="small">
      {{ t('pack.costs', { all: money(number.price * number.packs) }) }}
    </p>
    <div class="even">
      <v-text-field v-model="supplier" :label="t('weighIn.supplier')" maxlength="200" data-test="pack-supplier" />
      <FieldDay v-model="useBy" :label="t('pack.useBy')" clearable test="pack-use-by" />
    </div>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <div v-if="!form.doubts.value.length" class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save-pack">{{ t('pack.save') }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.even {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: end;
}
.by {
  display: grid;
  gap: 4px;
}
.by input {
  min-height: 48px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 12px;
  background: var(--sheet);
  font: 600 15px var(--text);
  color: var(--ink);
}
</style>
