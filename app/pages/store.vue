<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { UNIT_SYSTEMS } from '#core/region'
import { HOLD_CONTROLS } from '#core/hold/clocks'
import { LIMONES, PREP_COSTS } from '#core/stand'
import { OUNCE_MEANINGS } from '#core/units'
import type { FieldSpec } from '~/components/store/DocumentForm.vue'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'
import { useOutbox } from '~/stores/outbox'

const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { amount } = useFormat()
const TABS = ['ingredients', 'shelf', 'cups', 'vessels', 'stand'] as const
const asked = TABS.find((x) => x === useRoute().query.tab)
const tab = ref<(typeof TABS)[number]>(asked ?? 'ingredients')
const tabs = computed(() => TABS.filter((x) => session.isOwner || x !== 'stand'))

const cupFields = computed((): FieldSpec[] => [
  { key: 'name', label: t('store.name'), kind: 'text' },
  { key: 'capacityMl', label: t('store.brim'), kind: 'number', unit: 'mL' },
  { key: 'fillLineMl', label: t('store.fillLine'), kind: 'number', unit: 'mL' },
  { key: 'cupPrice', label: t('item.cup'), kind: 'number', unit: 'money' },
  { key: 'lidPrice', label: t('item.lid'), kind: 'number', unit: 'money' },
  { key: 'strawPrice', label: t('item.straw'), kind: 'number', unit: 'money' },
])
const standFields = computed((): FieldSpec[] => {
  const field = (key: string, kind: FieldSpec['kind'], more: Partial<FieldSpec> = {}): FieldSpec => ({
    key,
    kind,
    label: t(`store.stand.${key}.label`),
    why: t(`store.stand.${key}.why`),
    ...more,
  })
  return [
    field('name', 'text'),
    field('timeZone', 'search', { items: Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, title: z })) }),
    field('units', 'choice', { items: UNIT_SYSTEMS.map((value) => ({ value, title: t(`units.${value}`) })) }),
    field('ounces', 'choice', {
      optional: true,
      items: OUNCE_MEANINGS.map((value) => ({ value, title: t(`amount.ounceIs.${value}`) })),
    }),
    field('limon', 'choice', {
      optional: true,
      items: LIMONES.map((value) => ({ value, title: t(`store.limon.${value}`) })),
    }),
    field('labourPerH', 'number', { unit: 'money/h', optional: true }),
    field('electricityPerKwh', 'number', { unit: 'money/kWh', optional: true }),
    field('gasPerKwh', 'number', { unit: 'money/kWh', optional: true }),
    field('countPreps', 'choice', {
      items: PREP_COSTS.map((value) => ({ value, title: t(`store.countPreps.${value}`) })),
    }),
    field('holdControl', 'choice', {
      items: HOLD_CONTROLS.map((value) => ({ value, title: t(`store.holdControl.${value}`) })),
    }),
    field('taxShare', 'number', { unit: '%', times: 100 }),
    field('costShare', 'number', { unit: '%', times: 100 }),
    field('sipMin', 'number', { unit: 'min' }),
    field('roomC', 'number', { unit: '°C' }),
    field('lossShare', 'number', { unit: '%', times: 100 }),
    field('leftMl', 'number', { unit: 'mL' }),
    field('massStepG', 'number', { unit: 'g' }),
    field('volumeStepMl', 'number', { unit: 'mL' }),
    field('bench', 'text', { optional: true }),
  ]
})
const cupCheck = (v: Record<string, unknown>): Record<string, string> =>
  Number(v.fillLineMl) > Number(v.capacityMl)
    ? {
        fillLineMl: t('problem.fill-line-above-brim', {
          fillLineMl: amount(Number(v.fillLineMl), 'mL'),
          capacityMl: amount(Number(v.capacityMl), 'mL'),
        }),
      }
    : {}
const newCup = computed(() => ({
  name: '',
  capacityMl: null,
  fillLineMl: null,
  cupPrice: 0,
  lidPrice: 0,
  strawPrice: 0,
  version: 0,
}))
const without = <T extends { id: string }>({ id: _, ...rest }: T) => rest
const made = ref(0)
async function reload(): Promise<void> {
  await catalogue.load()
  session.stands = await useOutbox().read('stands')
  made.value++
}
</script>

<template>
  <section class="sheet">
    <div class="spread head">
      <h1>{{ t('menu.store') }}</h1>
      <v-tabs v-model="tab" :aria-label="t('menu.store')">
        <v-tab v-for="x in tabs" :key="x" :value="x" :data-test="`tab-${x}`">{{ t(`store.tab.${x}`) }}</v-tab>
      </v-tabs>
    </div>
    <StorePriceList v-if="tab === 'ingredients'" />
    <StorePackShelf v-else-if="tab === 'shelf'" />
    <template v-else-if="tab === 'cups'">
      <p class="quiet">{{ t('store.cupsWhy') }}</p>
      <template v-if="session.isOwner">
        <StoreDocumentForm
          v-for="c in catalogue.cups"
          :id="c.id"
          :key="c.id + c.version"
          endpoint="putCup"
          :values="without(c)"
          :fields="cupFields"
          :check="cupCheck"
          @saved="reload"
        />
        <h2 class="below">{{ t('store.newCup') }}</h2>
        <StoreDocumentForm
          :key="`new-${made}`"
          endpoint="putCup"
          :values="newCup"
          :fields="cupFields"
          :check="cupCheck"
          is-new
          @saved="reload"
        />
      </template>
      <p v-for="c in session.isOwner ? [] : catalogue.cups" :key="c.id">
        {{ c.name }} · {{ amount(c.capacityMl, 'mL') }} · {{ t('cup.line', { ml: amount(c.fillLineMl, 'mL') }) }}
      </p>
    </template>
    <StoreVesselsTab v-else-if="tab === 'vessels'" @saved="reload" />
    <template v-else>
      <h2>{{ t('firstRun.business') }}</h2>
      <StoreBusinessForm />
      <h2 class="below">{{ t('store.stands.title') }}</h2>
      <StoreStandList @saved="reload" />
      <h2 class="below">{{ session.stand?.name }}</h2>
      <p class="quiet">{{ t('store.standWhy') }}</p>
      <StoreDocumentForm
        v-if="session.stand"
        :id="session.stand.id"
        :key="session.stand.id + session.stand.version + session.units"
        endpoint="putStand"
        as-list
        :values="without(session.stand)"
        :fields="standFields"
        @saved="reload"
      />
    </template>
  </section>
</template>

<style scoped>
.head {
  flex-wrap: wrap;
  margin-bottom: 12px;
  align-items: center;
}
</style>
