<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useCatalogue } from '~/stores/catalogue'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'

// What a drink still has no price of, asked right here: the price of a pack, and what an hour of work costs.
const props = defineProps<{ missing: readonly string[] }>()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { name } = useFormat()
const priced = computed(() => props.missing.filter((key) => catalogue.byKey.has(key)))
const asksWork = computed(() => props.missing.includes('labour'))
const others = computed(() => props.missing.filter((k) => k !== 'labour' && !catalogue.byKey.has(k)))
const text = reactive<Record<string, string>>({})
const pack = reactive<Record<string, string>>({})
const price = reactive<Record<string, number | null>>({})
const kg = reactive<Record<string, number | null>>({})
watch(
  priced,
  (keys) => {
    // By the pound or the kilo, until somebody says how large the pack is.
    for (const key of keys) pack[key] ??= '1'
  },
  { immediate: true },
)
const saving = ref('')
const form = useSubmit(async (key, confirm) => {
  if (saving.value === 'labour') {
    const { id, ...row } = session.stand!
    await useOutbox().keep('putStand', { key, params: { id }, body: { ...row, labourPerH: price.labour! } })
    session.stands = await useOutbox().read('stands')
  } else {
    const of = saving.value
    const body = { id: uuid(), ingredientKey: of, packPrice: price[of]!, packG: kg[of]! * 1000, confirm }
    await useOutbox().keep('postPrice', { key, body })
    await catalogue.load()
  }
})
async function save(of: string): Promise<void> {
  form.clear()
  saving.value = of
  if (price[of] === null || price[of] === undefined) return form.refuse('packPrice', t('problem.price-missing'))
  if (of !== 'labour' && !kg[of]) return form.refuse('packG', t('problem.pack-missing'))
  await form.submit()
}
/** What is wrong is said at the row that was saved. */
const errorAt = (of: string, field: string): string | undefined =>
  saving.value === of ? form.fields.value[field] : undefined
</script>

<template>
  <section class="caution ask" data-test="missing">
    <p>{{ t('cost.missingAsk') }}</p>
    <form v-for="key in priced" :key="key" novalidate :data-test="`price-of-${key}`" @submit.prevent="save(key)">
      <b>{{ name(key) }}</b>
      <FieldAmountField
        v-model="text[key]"
        :label="t('store.price')"
        unit="money"
        paid
        :error="errorAt(key, 'packPrice')"
        :test="`price-${key}`"
        @number="price[key] = $event"
      />
      <FieldAmountField
        v-model="pack[key]"
        :label="t('store.packSize')"
        unit="kg"
        :of="key"
        :error="errorAt(key, 'packG')"
        :test="`pack-${key}`"
        @number="kg[key] = $event"
      />
      <v-btn type="submit" :loading="form.busy.value && saving === key" :data-test="`save-price-${key}`">{{
        t('do.save')
      }}</v-btn>
    </form>
    <form v-if="asksWork" novalidate data-test="price-of-labour" @submit.prevent="save('labour')">
      <b>{{ t('store.stand.labourPerH.label') }}</b>
      <FieldAmountField
        v-model="text.labour"
        :label="t('store.price')"
        unit="money/h"
        :error="errorAt('labour', 'packPrice')"
        test="labour"
        @number="price.labour = $event"
      />
      <v-btn type="submit" :loading="form.busy.value && saving === 'labour'" data-test="save-labour">{{
        t('do.save')
      }}</v-btn>
    </form>
    <p v-if="others.length">
      {{ t('cost.missing', { list: others.map(name).join(', ') }) }}
      <NuxtLink to="/store?tab=stand">{{ t('cost.toStore') }}</NuxtLink>
    </p>
    <p v-if="form.message.value" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="form.confirmDoubts()" />
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  gap: 10px;
}
form {
  display: grid;
  grid-template-columns: minmax(80px, 1fr) minmax(0, 1.2fr) minmax(0, 1.2fr) auto;
  gap: 8px;
  align-items: center;
}
@media (max-width: 700px) {
  form {
    grid-template-columns: 1fr 1fr;
  }
  form b {
    grid-column: 1 / -1;
  }
}
</style>
