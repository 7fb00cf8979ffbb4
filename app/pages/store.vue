<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { FieldSpec } from '~/components/store/DocumentForm.vue'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'
import { useOutbox } from '~/stores/outbox'

const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { n } = useFormat()
const TABS = ['ingredients', 'shelf', 'cups', 'vessels', 'stand'] as const
const tab = ref<(typeof TABS)[number]>('ingredients')
const tabs = computed(() => TABS.filter((x) => session.isOwner || x !== 'stand'))

const cupFields = computed((): FieldSpec[] => [
  { key: 'name', label: t('store.name'), kind: 'text' },
  { key: 'capacityMl', label: t('store.brim'), kind: 'number', unit: 'mL' },
  { key: 'fillLineMl', label: t('store.fillLine'), kind: 'number', unit: 'mL' },
  { key: 'cupPrice', label: t('item.cup'), kind: 'number', unit: '€' },
  { key: 'lidPrice', label: t('item.lid'), kind: 'number', unit: '€' },
  { key: 'strawPrice', label: t('item.straw'), kind: 'number', unit: '€' },
])
const vesselFields = computed((): FieldSpec[] => [
  { key: 'name', label: t('store.name'), kind: 'text' },
  { key: 'capacityMl', label: t('store.holds'), kind: 'number', unit: 'mL' },
  { key: 'heatProof', label: t('store.heatProof'), kind: 'switch' },
])
const standFields = computed((): FieldSpec[] => [
  { key: 'name', label: t('store.name'), kind: 'text' },
  { key: 'timeZone', label: t('firstRun.timeZone'), kind: 'text' },
  { key: 'labourPerH', label: t('store.labour'), kind: 'number', unit: '€/h' },
  { key: 'electricityPerKwh', label: t('store.electricity'), kind: 'number', unit: '€/kWh', optional: true },
  { key: 'gasPerKwh', label: t('store.gas'), kind: 'number', unit: '€/kWh', optional: true },
  { key: 'sipMin', label: t('store.sipMin'), kind: 'number', unit: 'min' },
  { key: 'roomC', label: t('store.roomC'), kind: 'number', unit: '°C' },
  { key: 'lossShare', label: t('store.loss'), kind: 'number', unit: t('store.of1') },
  { key: 'massStepG', label: t('store.scaleStep'), kind: 'number', unit: 'g' },
  { key: 'volumeStepMl', label: t('store.jugStep'), kind: 'number', unit: 'mL' },
  { key: 'bench', label: t('store.bench'), kind: 'text', optional: true },
])
const cupCheck = (v: Record<string, unknown>): Record<string, string> =>
  Number(v.fillLineMl) > Number(v.capacityMl)
    ? {
        fillLineMl: t('problem.fill-line-above-brim', {
          fillLineMl: n(Number(v.fillLineMl)),
          capacityMl: n(Number(v.capacityMl)),
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
const newVessel = computed(() => ({
  standId: session.standId,
  name: '',
  capacityMl: null,
  heatProof: false,
  version: 0,
}))
const without = <T extends { id: string }>({ id: _, ...rest }: T) => rest
const vessels = computed(() => catalogue.vessels.filter((v) => v.standId === session.standId))
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
      <div class="tabs" role="tablist">
        <button
          v-for="x in tabs"
          :key="x"
          type="button"
          role="tab"
          :aria-selected="tab === x"
          :data-test="`tab-${x}`"
          @click="tab = x"
        >
          {{ t(`store.tab.${x}`) }}
        </button>
      </div>
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
        {{ c.name }} · {{ n(c.capacityMl) }} mL · {{ t('cup.line', { ml: n(c.fillLineMl) }) }}
      </p>
    </template>
    <template v-else-if="tab === 'vessels'">
      <p class="quiet">{{ t('store.vesselsWhy', { stand: session.stand?.name }) }}</p>
      <p v-if="!vessels.length">{{ t('vessel.none') }}</p>
      <template v-if="session.isOwner">
        <StoreDocumentForm
          v-for="v in vessels"
          :id="v.id"
          :key="v.id + v.version"
          endpoint="putVessel"
          :values="without(v)"
          :fields="vesselFields"
          @saved="reload"
        />
        <h2 class="below">{{ t('store.newVessel') }}</h2>
        <StoreDocumentForm
          :key="`new-${made}`"
          endpoint="putVessel"
          :values="newVessel"
          :fields="vesselFields"
          is-new
          @saved="reload"
        />
      </template>
      <p v-for="v in session.isOwner ? [] : vessels" :key="v.id">{{ v.name }} · {{ n(v.capacityMl / 1000, 1) }} L</p>
    </template>
    <template v-else>
      <p class="quiet">{{ t('store.standWhy') }}</p>
      <StoreDocumentForm
        v-if="session.stand"
        :id="session.stand.id"
        :key="session.stand.id + session.stand.version"
        endpoint="putStand"
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
.tabs {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
}
.tabs button {
  min-height: 48px;
  padding: 0 16px;
  border: 0;
  border-radius: 12px;
  background: var(--sand);
  font: 600 15px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.tabs button[aria-selected='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>
