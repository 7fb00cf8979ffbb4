<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { EQUIPMENT_KINDS, isRated, type EquipmentKind } from '#shared/lists'
import type { Equipment } from '#shared/contract'
import type { FieldSpec } from '~/components/store/DocumentForm.vue'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'

// What a stand mixes in, and what it cooks, blends and cools with. The owner writes, the others read.
const emit = defineEmits<{ saved: [] }>()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { amount } = useFormat()

const vesselFields = computed((): FieldSpec[] => [
  { key: 'name', label: t('store.name'), kind: 'text' },
  { key: 'capacityMl', label: t('store.holds'), kind: 'number', unit: 'mL' },
  { key: 'heatProof', label: t('store.heatProof'), kind: 'switch' },
  { key: 'acidProof', label: t('store.acidProof'), kind: 'switch' },
])
/** What is asked of a kind: a fridge is known by litres, a jar by what is printed on it. */
function fieldsOf(kind: EquipmentKind): FieldSpec[] {
  if (kind === 'scale')
    return [
      { key: 'name', label: t('store.name'), kind: 'text' },
      { key: 'capacityG', label: t('store.scaleTakes'), kind: 'number', unit: 'kg', times: 0.001 },
      { key: 'stepG', label: t('store.scaleStep'), kind: 'number', unit: 'g' },
    ]
  const size: FieldSpec = isRated(kind)
    ? { key: 'powerW', label: t('store.power'), kind: 'number', unit: 'W', why: t(`store.powerOf.${kind}`) }
    : kind === 'fridge' || kind === 'dispenser'
      ? { key: 'capacityMl', label: t('store.holds'), kind: 'number', unit: 'L', times: 0.001 }
      : { key: 'capacityMl', label: t('store.holds'), kind: 'number', unit: 'mL' }
  return [{ key: 'name', label: t('store.name'), kind: 'text' }, size]
}
const kinds = computed(() => EQUIPMENT_KINDS.map((value) => ({ value, title: t(`store.equipment.${value}`) })))
const newKind = ref<EquipmentKind>('burner')
const here = <T extends { standId: string }>(all: readonly T[]): T[] => all.filter((x) => x.standId === session.standId)
const vessels = computed(() => here(catalogue.vessels))
const equipment = computed(() => here(catalogue.equipment))
const newVessel = computed(() => ({
  standId: session.standId,
  name: '',
  capacityMl: null,
  heatProof: false,
  acidProof: true,
  version: 0,
}))
const newEquipment = computed(() => ({
  standId: session.standId,
  kind: newKind.value,
  name: '',
  powerW: null,
  capacityMl: null,
  capacityG: null,
  stepG: null,
  version: 0,
}))
const without = <T extends { id: string }>({ id: _, ...rest }: T) => rest
const made = ref(0)
function saved(): void {
  made.value++
  emit('saved')
}
const sizeOf = ({ powerW, capacityMl, capacityG, stepG }: Equipment): string => {
  if (capacityG) return `${amount(capacityG / 1000, 'kg')}, ${amount(stepG ?? 0, 'g')}`
  return powerW === null ? amount(capacityMl ?? 0, 'mL') : amount(powerW, 'W', 0)
}
</script>

<template>
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
      @saved="saved"
    />
    <h2 class="below">{{ t('store.newVessel') }}</h2>
    <StoreDocumentForm
      :key="`vessel-${made}`"
      endpoint="putVessel"
      :values="newVessel"
      :fields="vesselFields"
      is-new
      @saved="saved"
    />
  </template>
  <p v-for="v in session.isOwner ? [] : vessels" :key="v.id">
    {{ v.name }} · {{ amount(v.capacityMl / 1000, 'L', 1) }}
  </p>

  <h2 class="below">{{ t('store.equipmentTitle') }}</h2>
  <p class="quiet">{{ t('store.equipmentWhy', { stand: session.stand?.name }) }}</p>
  <p v-if="!equipment.length" data-test="no-equipment">{{ t('store.noEquipment') }}</p>
  <template v-if="session.isOwner">
    <section v-for="e in equipment" :key="e.id + e.version" :data-test="`equipment-${e.kind}`">
      <h3>{{ t(`store.equipment.${e.kind}`) }}</h3>
      <StoreDocumentForm
        :id="e.id"
        endpoint="putEquipment"
        :values="without(e)"
        :fields="fieldsOf(e.kind)"
        @saved="saved"
      />
    </section>
    <h2 class="below">{{ t('store.newEquipment') }}</h2>
    <FieldChoice
      :model-value="newKind"
      :label="t('store.kind')"
      :items="kinds"
      test="new-kind"
      @update:model-value="newKind = $event!"
    />
    <StoreDocumentForm
      :key="`equipment-${made}-${newKind}`"
      endpoint="putEquipment"
      :values="newEquipment"
      :fields="fieldsOf(newKind)"
      is-new
      data-test="new-equipment"
      @saved="saved"
    />
  </template>
  <p v-for="e in session.isOwner ? [] : equipment" :key="e.id">
    {{ e.name }} · {{ t('store.rated', { kind: t(`store.equipment.${e.kind}`), size: sizeOf(e) }) }}
  </p>
</template>

<style scoped>
h3 {
  margin: 12px 0 0;
  font-size: 15px;
}
</style>
