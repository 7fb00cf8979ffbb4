<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'

// A lot that is good until today: a touch asks, a second one throws it away.
const props = defineProps<{ lot: Lot }>()
const { t } = useI18n({ useScope: 'global' })
const { stock, name, calendarDay } = useFormat()
const isAsked = ref(false)
const { form, send } = useLotEvent(props.lot.id)
async function throwAway(): Promise<void> {
  if (!isAsked.value) {
    isAsked.value = true
    return
  }
  isAsked.value = false
  await send({ kind: 'discard', kg: null, amount: props.lot.onHand, reason: 'old', note: null }, [])
}
</script>

<template>
  <li class="line" data-test="ends">
    <NuxtLink :to="`/fruit/lot/${lot.id}`">{{ name(lot.itemKey) }}</NuxtLink>
    <span class="num">{{ stock(lot.onHand, lot.unit) }}</span>
    <span class="small quiet">{{ t('count.until_', { day: calendarDay(lot.useBy!) }) }}</span>
    <v-btn height="56" class="end" :loading="form.busy.value" data-test="throw-lot" @click="throwAway">{{
      t(isAsked ? 'count.throwSure' : 'count.throw')
    }}</v-btn>
    <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
  </li>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 4px 0;
}
.line a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  font-weight: 600;
}
.end {
  margin-left: auto;
}
</style>
