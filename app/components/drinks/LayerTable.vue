<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { coinsOfLines, lineKey, type Cost } from '#core/cost'
import type { Amount, Evaluation, Layer, RecipeDocument, TakeStep } from '#core/recipe'

/** What is in the glass, layer by layer, with what each costs; and what all of it comes to. */
const props = defineProps<{ evaluation: Evaluation; document: RecipeDocument; cost: Cost | null; editable: boolean }>()
const emit = defineEmits<{ amount: [layer: Layer, amount: Amount]; remove: [layer: Layer] }>()
const selected = defineModel<string>('selected', { required: true })
const { t } = useI18n()
const { amount, money, sign, decimals } = useFormat()

const coins = computed(() => (props.cost ? coinsOfLines(props.cost, decimals.value) : new Map<string, number>()))
const coinsOf = (layer: Layer): string => money(coins.value.get(lineKey({ kind: 'layer', key: layer.stream })) ?? 0)
/** Coins of all that is no layer. */
const restCoins = computed(() =>
  (props.cost?.lines ?? [])
    .filter((l) => l.kind !== 'layer')
    .reduce((sum, l) => sum + (coins.value.get(lineKey(l)) ?? 0), 0),
)
const takeOf = (stream: string): TakeStep | undefined =>
  props.document.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)
</script>

<template>
  <table class="layers">
    <thead>
      <tr>
        <th>{{ t('layer.inGlass') }}</th>
        <th class="r">{{ t('layer.perCup') }}</th>
        <th v-if="cost" class="r">{{ sign }}</th>
        <th v-if="editable">
          <span class="sr">{{ t('layer.takeOut') }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <DrinksLayerRow
        v-for="l in ordered(evaluation)"
        :key="l.stream"
        :layer="l"
        :take="takeOf(l.stream)"
        :cost="cost?.lines.find((c) => c.kind === 'layer' && c.key === l.stream)"
        :coins="coinsOf(l)"
        :money="!!cost"
        :editable="editable"
        :selected="selected === l.stream"
        @amount="emit('amount', l, $event)"
        @remove="emit('remove', l)"
        @select="selected = l.stream"
      />
      <tr v-if="cost" class="rest">
        <td>{{ t('cost.rest') }}</td>
        <td />
        <td class="r">
          <span class="num">{{ money(restCoins) }}</span>
        </td>
        <td v-if="editable" />
      </tr>
      <tr class="sum">
        <td>
          <b>{{ t('layer.served') }}</b><small class="quiet">{{
            t('layer.sum', { ml: amount(evaluation.sumOfLayers.value, 'mL', 1) })
          }}</small>
        </td>
        <td class="r"><FigureButton :figure="evaluation.jug.volume" :label="t('layer.served')" /></td>
        <td v-if="cost" class="r">
          <FigureCostTotal :total="cost.total" :known="cost.known" unit="" :label="t('cost.cup')" />
        </td>
        <td v-if="editable" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.layers {
  width: 100%;
  border-collapse: collapse;
}
.layers th {
  font-weight: 400;
  font-size: 13.5px;
  color: var(--quiet);
  text-align: left;
  padding: 2px 6px;
}
.layers .r {
  text-align: right;
}
.rest td,
.sum td {
  padding: 9px 6px;
  border-bottom: 1px solid var(--rule);
}
.sum td {
  border-bottom: 0;
  font-size: 17px;
}
.sum small {
  display: block;
  font-size: 13px;
}
</style>
