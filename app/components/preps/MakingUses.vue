<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { usesFor } from '#core/books'
import { itemKey, type Evaluation } from '#core/recipe'
import { TAP } from '#core/substances'
import type { Lot } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { usePreps } from '~/stores/preps'

// What a making took out of which lots: offered as the standard has it, and typed over where it was otherwise.
export interface UseTyped {
  lot: Lot
  /** null where what is typed is no number */
  amount: number | null
  typed: string
}
const props = defineProps<{
  standard: Evaluation
  /** g that came out */
  outG: number
  errors: Record<string, string>
}>()
const uses = defineModel<UseTyped[]>({ default: () => [] })
const { t } = useI18n({ useScope: 'global' })
const { name, typed } = useFormat()
const fruit = useFruit()
const preps = usePreps()
const over = reactive<Record<string, string>>({})
const numbers = reactive<Record<string, number | null>>({})
const offered = computed(() => usesFor(props.standard, props.outG / props.standard.jug.mass.value, preps.usable))
watch(
  [offered, over, numbers],
  () => {
    uses.value = offered.value.map((u) => ({
      lot: fruit.lots.find((l) => l.id === u.lotId)!,
      amount: u.lotId in over ? (numbers[u.lotId] ?? null) : u.amount,
      typed: over[u.lotId] ?? '',
    }))
  },
  { immediate: true, deep: true },
)
const offeredOf = (id: string): number => offered.value.find((u) => u.lotId === id)?.amount ?? 0
const notHeld = computed(() => {
  const held = new Set(preps.usable.filter((l) => offered.value.some((u) => u.lotId === l.id)).map((l) => l.item))
  return props.standard.bill.own.map((o) => itemKey(o.item)).filter((key) => key !== TAP && !held.has(key))
})
</script>

<template>
  <section>
    <h3>{{ t('making.used') }}</h3>
    <p class="small quiet">{{ uses.length ? t('making.usedWhy') : t('making.noUses') }}</p>
    <div v-for="u in uses" :key="u.lot.id" class="use">
      <span>{{ name(u.lot.itemKey) }}</span>
      <FieldAmountField
        :model-value="over[u.lot.id] ?? typed(offeredOf(u.lot.id), u.lot.unit, 1)"
        label=""
        dense
        :unit="u.lot.unit"
        :aria-label="name(u.lot.itemKey)"
        :error="errors[`use-${u.lot.id}`]"
        :test="`use-${u.lot.itemKey}`"
        @update:model-value="over[u.lot.id] = $event"
        @number="numbers[u.lot.id] = $event"
      />
    </div>
    <p v-if="notHeld.length" class="small">{{ t('making.notHeld', { list: notHeld.map(name).join(', ') }) }}</p>
  </section>
</template>

<style scoped>
h3 {
  margin: 4px 0;
}
.use {
  display: grid;
  grid-template-columns: 1fr 150px;
  gap: 10px;
  align-items: center;
  padding: 3px 0;
}
</style>
