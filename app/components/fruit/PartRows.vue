<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { PARTS, PLACES, type Part, type Place } from '#shared/lists'
import { uuid } from '~/utils/api'

// By-products by name: weighed, and thrown or kept with a place, a last day and a use.
export interface PartRow {
  key: string
  part: Part
  text: string
  g: number | null
  kept: boolean
  lotId: string
  place: Place
  useBy: string
  useFor: string
  how: 'typed' | 'device'
}
const props = defineProps<{ pulpMayBeAll?: boolean; error?: string; keepByDefault?: boolean }>()
const rows = defineModel<PartRow[]>({ default: () => [] })
const { t } = useI18n()
const items = computed(() => PARTS.map((value) => ({ value, title: t(`byPart.${value}`) })))
const places = computed(() => PLACES.map((value) => ({ value, title: t(`place.${value}`) })))
function add(): void {
  const used = new Set(rows.value.map((r) => r.part))
  rows.value = [
    ...rows.value,
    {
      key: uuid(),
      part: PARTS.find((p) => !used.has(p)) ?? 'peel',
      text: '',
      g: null,
      kept: props.keepByDefault ?? false,
      lotId: uuid(),
      place: 'cold',
      useBy: '',
      useFor: '',
      how: 'typed',
    },
  ]
}
</script>

<template>
  <div class="stack" data-test="parts">
    <p v-if="error" class="caution" role="alert" data-test="parts-error">{{ error }}</p>
    <div v-for="(r, i) in rows" :key="r.key" class="part" data-test="part-row">
      <v-select v-model="r.part" :items="items" :label="t('parts.part')" data-test="part" />
      <FieldAmountField
        v-model="r.text"
        :label="r.part === 'pulp' && pulpMayBeAll ? t('parts.allOrG') : t('parts.weight')"
        unit="g"
        device
        :test="`part-g-${i}`"
        @number="r.g = $event"
        @how="r.how = $event"
      />
      <FieldChoice
        :model-value="r.kept ? 'keep' : 'throw'"
        :label="t('parts.then')"
        :items="[
          { value: 'keep', title: t('parts.keep') },
          { value: 'throw', title: t('parts.throw') },
        ]"
        :test="`part-fate-${i}`"
        @update:model-value="r.kept = $event === 'keep'"
      />
      <v-btn
        variant="text"
        :aria-label="t('parts.remove', { what: t(`byPart.${r.part}`) })"
        @click="rows = rows.filter((x) => x !== r)"
        >×</v-btn
      >
      <template v-if="r.kept">
        <v-text-field v-model="r.useFor" :label="t('parts.useFor')" maxlength="200" :data-test="`part-use-${i}`" />
        <FieldDay v-model="r.useBy" :label="t('parts.useBy')" clearable :test="`part-by-${i}`" />
        <v-select v-model="r.place" :items="places" :label="t('parts.place')" />
      </template>
    </div>
    <v-btn data-test="add-part" @click="add">{{ t('parts.add') }}</v-btn>
  </div>
</template>

<style scoped>
.part {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 10px;
  align-items: end;
  border-bottom: 1px dashed var(--rule);
  padding-bottom: 10px;
}
</style>
