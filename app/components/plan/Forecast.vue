<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { inWholeCups } from '#core/demand'
import { instantAt } from '#core/time'
import { useDemand } from '~/stores/demand'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// What days like this one have sold of a drink: taken by a touch, and never by itself.
const props = defineProps<{ recipeId: string; expected: number | null; spread: number | null }>()
const emit = defineEmits<{ take: [expected: number, spread: number] }>()
const { t } = useI18n()
const { n, time, weekday } = useFormat()
const demand = useDemand()
const plan = usePlan()
const session = useSession()
watch([() => plan.day, () => session.standId], () => demand.load(), { immediate: true })
watch([() => plan.day, () => session.standId, () => plan.loads], () => demand.loadHours(), { immediate: true })
const forecast = computed(() => demand.forecast(props.recipeId))
const told = computed(() => forecast.value && { ...inWholeCups(forecast.value), days: forecast.value.days })
const isTaken = computed(() => told.value?.expected === props.expected && told.value?.spread === props.spread)
const tags = computed(() => demand.log?.tags ?? [])
/** Of fewer days it is mostly what was planned. */
const FEW_DAYS = 6
</script>

<template>
  <div v-if="told" class="forecast" data-test="forecast">
    <p class="small">
      {{
        t('plan.forecast', {
          day: [weekday(plan.day), ...tags].join(', '),
          n: n(told.expected),
          low: n(told.low),
          high: n(told.high),
        })
      }}
      <span class="quiet">{{ t('plan.forecastDays', { n: told.days }, told.days) }}</span>{{ ' ' }}
      <span v-if="demand.service && demand.open < 1" data-test="forecast-hours">
        {{
          t('plan.forecastHours', {
            from: time(instantAt(plan.day, demand.service.opensAt, session.zone)),
            to: time(instantAt(plan.day, demand.service.closesAt, session.zone)),
            percent: n(100 * demand.open),
          })
        }}</span>{{ ' ' }}
      <span v-if="told.days < FEW_DAYS" class="quiet">{{ t('plan.forecastFew') }}</span>
    </p>
    <v-btn v-if="!isTaken" height="48" data-test="take-forecast" @click="emit('take', told.expected, told.spread)">{{
      t('plan.takeForecast')
    }}</v-btn>
  </div>
</template>

<style scoped>
.forecast {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.forecast p {
  flex: 1 1 220px;
}
</style>
