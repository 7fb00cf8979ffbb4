<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { isThere, useFruit } from '~/stores/fruit'
import { uuid } from '~/utils/api'

// Water that goes in with the fruit, and other fruit: what comes out is no plain juice then, and has a name of its own.
const props = defineProps<{ press: PressFormState; lot: Lot }>()
const { t } = useI18n()
const { n, amount, unit, name, day } = useFormat()
const { number, bind, told, also, baseName, isBase, row, error, sentence } = props.press
const catalogue = useCatalogue()
const others = computed(() =>
  useFruit()
    .shelf.filter((l) => l.id !== props.lot.id && isThere(l))
    .map((l) => ({ value: l.id, title: `${name(l.itemKey)}, ${amount(l.onHand / 1000, 'kg')} · ${day(l.at)}` })),
)
const add = (): void => {
  const free = others.value.find((o) => !also.value.some((a) => a.lotId === o.value)) ?? others.value[0]
  if (free) also.value = [...also.value, { key: uuid(), lotId: free.value, text: '', kg: null }]
}
const names = computed(() => catalogue.bases.map((b) => b.name ?? ''))
const base = computed(() => row.value?.base ?? null)
const likelyMl = computed(() => (row.value ? row.value.juiceMl + (row.value.spilledMl ?? 0) : 0))
</script>

<template>
  <div class="water">
    <FieldAmountField
      v-bind="bind('water')"
      :label="t((number.loads ?? 1) > 1 ? 'press.waterEach' : 'press.water')"
      :unit="told.waterUnit"
      of="water"
      :device="told.waterUnit === 'g'"
      :error="error('water')"
      test="water"
    />
    <FieldUnits v-model="told.waterUnit" :units="['mL', 'g']" :label-of="unit" :label="t('press.waterUnit')" />
    <FieldAmountField v-bind="bind('loads')" :label="t('press.loads')" :error="error('loads')" test="loads" />
  </div>
  <div v-for="(a, i) in also" :key="a.key" class="also" data-test="also">
    <v-select v-model="a.lotId" :items="others" :label="t('press.also')" :data-test="`also-lot-${i}`" />
    <FieldAmountField
      v-model="a.text"
      :label="t('press.taken')"
      unit="kg"
      device
      :error="sentence(`also.${i}.takenKg`) || sentence(`also.${i}.lotId`)"
      :test="`also-kg-${i}`"
      @number="a.kg = $event"
    />
    <v-btn
      variant="text"
      :aria-label="t('press.alsoRemove')"
      :data-test="`also-remove-${i}`"
      @click="also = also.filter((x) => x !== a)"
      >×</v-btn
    >
  </div>
  <v-btn v-if="others.length" data-test="add-also" @click="add">{{ t('press.addAlso') }}</v-btn>
  <template v-if="isBase">
    <v-combobox
      :model-value="baseName"
      :items="names"
      :label="t('press.baseName')"
      :hint="t('press.baseWhy')"
      persistent-hint
      maxlength="80"
      :error-messages="sentence('base')"
      data-test="base-name"
      @update:model-value="told.baseName = String($event ?? '')"
    />
    <p v-if="base" class="small" data-test="base-said">
      {{
        t('press.baseSaid', {
          l: amount(likelyMl / 1000, 'L'),
          least: amount(base.leastMl / 1000, 'L'),
          most: amount(base.mostMl / 1000, 'L'),
          brix: n(base.brix, 1),
        })
      }}
      {{ row?.seen?.brix ? t('press.brixRead') : t('press.brixLeast', { brix: n(base.leastBrix, 1) }) }}
      {{ base.waterG > 0 ? t('press.waterKept', { g: amount(base.waterKeptG, 'g') }) : '' }}
    </p>
    <p v-if="also.length" class="small quiet">{{ t('press.severalWhy') }}</p>
    <p v-if="number.water !== null" class="caution">
      <b>{{ t('caution.potable-title') }}</b> {{ t('caution.potable') }}
    </p>
  </template>
</template>

<style scoped>
.water {
  display: grid;
  grid-template-columns: 1fr auto 92px;
  gap: 10px;
  align-items: start;
}
.also {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: start;
}
.also > :first-child {
  grid-column: 1 / -1;
}
</style>
