<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { UNIT_SYSTEMS, usualOf, type UnitSystem } from '#core/region'
import { currenciesBy, regionsBy } from '~/utils/regions'

// Where the business is, what it counts in and what it measures in: suggested as one line, and open to change.
export interface Where {
  region: string
  currency: string
  units: UnitSystem
  timeZone: string
}
const where = defineModel<Where>({ required: true })
const props = defineProps<{ errors: Record<string, string> }>()
const { t, locale } = useI18n()
const regions = computed(() => regionsBy(locale.value))
const currencies = computed(() => currenciesBy(locale.value))
const titleIn = (list: readonly { value: string; title: string }[], value: string): string =>
  list.find((x) => x.value === value)?.title ?? value
const said = computed(() =>
  [
    titleIn(regions.value, where.value.region),
    titleIn(currencies.value, where.value.currency),
    t(`units.${where.value.units}`),
    where.value.timeZone,
  ].join(' · '),
)
const zones = Intl.supportedValuesOf('timeZone')
const unitItems = computed(() => UNIT_SYSTEMS.map((value) => ({ value, title: t(`units.${value}`) })))
function moved(region: string | null): void {
  if (region) where.value = { ...where.value, region, ...usualOf(region) }
}
const isWrong = computed(() => ['region', 'currency', 'units', 'timeZone'].some((f) => props.errors[f]))
</script>

<template>
  <div class="where">
    <p class="small" data-test="where-said">{{ said }}</p>
    <FieldMore :label="t('firstRun.elsewhere')" :show="isWrong" test="where-more">
      <v-autocomplete
        :model-value="where.region"
        :items="regions"
        :label="t('firstRun.region')"
        :error-messages="errors.region"
        data-test="region"
        @update:model-value="moved"
      />
      <v-autocomplete
        :model-value="where.currency"
        :items="currencies"
        :label="t('firstRun.currency')"
        :error-messages="errors.currency"
        data-test="currency"
        @update:model-value="$event && (where = { ...where, currency: $event })"
      />
      <FieldChoice
        :model-value="where.units"
        :items="unitItems"
        :label="t('firstRun.units')"
        test="units"
        @update:model-value="where = { ...where, units: $event! }"
      />
      <v-autocomplete
        :model-value="where.timeZone"
        :items="zones"
        :label="t('firstRun.timeZone')"
        :error-messages="errors.timeZone"
        @update:model-value="$event && (where = { ...where, timeZone: $event })"
      />
    </FieldMore>
  </div>
</template>

<style scoped>
.where {
  display: grid;
  gap: 4px;
}
</style>
