<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'

/** A drink on the shelf: its glass to scale, what it is and what it costs; worked out when it is drawn. */
const props = defineProps<{ drink: Recipe; scaleMl: number }>()
const { t } = useI18n()
const { n, money } = useFormat()
const drinks = useDrinks()

const source = computed(() => drinks.served(props.drink))
const evaluation = computed(() => drinks.evaluate(source.value).evaluation)
const standard = computed(() => drinks.pouredOf(props.drink))
// What cannot be worked out any more stands as it was signed.
const signed = computed(() => (evaluation.value ? null : standard.value?.figures.jug))
const cup = computed(() => drinks.cupOf(source.value.document))
const cost = computed(() => evaluation.value && drinks.costOf(source.value.document, evaluation.value))
</script>

<template>
  <NuxtLink :to="`/drinks/${drink.id}`" no-prefetch class="card" data-test="drink">
    <DrinksMiniGlass
      v-if="evaluation"
      :evaluation="evaluation"
      :capacity-ml="cup?.capacityMl ?? 400"
      :scale-ml="scaleMl"
    />
    <span class="board" aria-hidden="true" />
    <b class="title">{{ drink.name }}</b>
    <span class="quiet small"
      >{{ t(`family.${drink.family}`) }} ·
      {{ standard ? t('drinks.standard', { n: standard.number }) : t('drinks.draft') }}</span
    >
    <span v-if="evaluation && evaluation.jug.mass.value > 0" class="figures">
      <span
        ><b class="num">{{ n(evaluation.jug.brix.value, 1) }}</b> <span class="unit">°Bx</span></span
      >
      <span v-if="evaluation.jug.ratio"
        ><b class="num">{{ n(evaluation.jug.ratio.value, 1) }}</b> <span class="unit">: 1</span></span
      >
      <span v-if="cost?.total"
        ><b class="num">{{ money(cost.total.value) }}</b></span
      >
      <span v-else-if="cost" class="quiet small">{{ t('cost.hole') }}</span>
    </span>
    <span v-else-if="signed" class="figures" data-test="figures-as-signed">
      <span
        ><b class="num">{{ n(signed.brix, 1) }}</b> <span class="unit">°Bx</span></span
      >
      <span v-if="signed.ratio !== null"
        ><b class="num">{{ n(signed.ratio, 1) }}</b> <span class="unit">: 1</span></span
      >
      <span class="quiet small">{{ t('standard.asSigned') }}</span>
    </span>
  </NuxtLink>
</template>

<style scoped>
.card {
  display: grid;
  gap: 3px;
  background: var(--sheet);
  border-radius: 18px;
  padding: 20px 18px 16px;
  text-decoration: none;
  color: var(--ink);
  height: 100%;
  align-content: start;
}
.card:hover .title {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
.board {
  height: 5px;
  border-radius: 3px;
  background: var(--ink);
  margin: -3px 6px 12px;
}
.title {
  font: 700 18px/1.2 var(--head);
}
.figures {
  display: flex;
  gap: 18px;
  align-items: baseline;
  font-size: 18px;
  margin-top: 6px;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 700px) {
  .card {
    padding: 14px 12px;
  }
  .figures {
    gap: 4px 12px;
    flex-wrap: wrap;
    font-size: 16px;
  }
}
</style>
