<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { fillOf } from '~/utils/colours'

// Juice on the shelf as jugs lying down, to scale among themselves: what is left of what was pressed. A touch on one
// takes some out.
const props = defineProps<{ lots: readonly Lot[]; selected?: string }>()
const emit = defineEmits<{ take: [lot: Lot] }>()
const { t } = useI18n()
const { amount, name, day } = useFormat()
const fruit = useFruit()
const mostMl = computed(() => Math.max(1, ...props.lots.map((l) => l.amount)))
/** The fruit whose colour it has: of a base, the first that went in. */
function fruitOf({ itemKey }: Lot): string {
  const { fruitOf, baseOf } = useCatalogue()
  return fruitOf(itemKey) ?? baseOf(itemKey)?.parts[0]?.key ?? itemKey
}
const share = (lot: Lot): number => Math.max(0, Math.min(1, lot.onHand / lot.amount))
</script>

<template>
  <section class="juice" data-test="juice">
    <h2>{{ t('juice.title') }}</h2>
    <p class="quiet small">{{ t('juice.why') }}</p>
    <div v-for="l in lots" :key="l.id" class="lot" :class="{ selected: selected === l.id }">
      <button
        type="button"
        class="face"
        data-test="juice-lot"
        :data-juice="l.itemKey"
        :aria-pressed="selected === l.id"
        @click="emit('take', l)"
      >
        <span class="head"
          ><b>{{ name(l.itemKey) }}</b>
          <FigureShown :value="l.onHand / 1000" unit="L" />
          <span class="quiet small">{{
            t('juice.of', { l: amount(l.amount / 1000, 'L'), day: day(l.at), who: l.by })
          }}</span>
          <FruitKeepingWord class="small" :keeping="fruit.keeping(l)" :feel="null" juice />
        </span>
        <span
          class="jug"
          :style="{ width: `${(l.amount / mostMl) * 100}%`, '--fruit': fillOf(fruitOf(l)) }"
          aria-hidden="true"
          ><i :style="{ width: `${share(l) * 100}%` }"
        /></span>
      </button>
      <NuxtLink :to="`/fruit/lot/${l.id}`" class="open small">{{ t('fruit.openLot') }}</NuxtLink>
    </div>
  </section>
</template>

<style scoped>
.juice {
  margin-top: 22px;
}
.lot {
  display: grid;
  grid-template-columns: 1fr 100px;
  gap: 14px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.face {
  display: grid;
  gap: 4px;
  text-align: left;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  padding: 6px 10px;
  border-radius: 12px;
  min-height: 48px;
}
.face:hover {
  background: #faf6ea;
}
.selected .face {
  background: var(--sand);
}
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
  flex-wrap: wrap;
}
.jug {
  display: block;
  height: 18px;
  min-width: 8px;
  border: 2.5px solid var(--ink);
  border-radius: 4px 10px 10px 4px;
  overflow: hidden;
  background: var(--sheet);
}
i {
  display: block;
  height: 100%;
  background: var(--fruit);
  border-right: 2px solid var(--ink);
}
.open {
  display: grid;
  place-items: center;
  min-height: 44px;
  text-underline-offset: 4px;
}
@media (max-width: 700px) {
  .lot {
    grid-template-columns: 1fr auto;
    gap: 2px;
  }
}
</style>
