<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { coinsOfLines, lineKey, type Cost } from '#core/cost'
import { product, type Figure } from '#core/figures'
import type { Amount, Evaluation, Layer, RecipeDocument, TakeStep } from '#core/recipe'

/** What is in the glass, or in the pot that fills it, layer by layer; and what each costs in a cup. */
const props = defineProps<{
  evaluation: Evaluation
  document: RecipeDocument
  cost: Cost | null
  /** it may be edited here, as it was typed */
  editable: boolean
  /** amounts are shown of the whole pot */
  isPot: boolean
  /** layers that stay as they are while others are changed */
  held: ReadonlySet<string>
}>()
const emit = defineEmits<{ amount: [layer: Layer, amount: Amount]; remove: [layer: Layer]; hold: [stream: string] }>()
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
/** As it was typed; of a pot that is shown as a cup, one cup of it. */
const shownDocument = computed(() =>
  props.isPot || !props.evaluation.pot ? props.document : props.evaluation.document,
)
const takeOf = (stream: string): TakeStep | undefined =>
  shownDocument.value.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)
function shownOf(cup: Figure, label: string, name = ''): Figure {
  const { pot } = props.evaluation
  return props.isPot && pot ? product(label, cup.unit, [cup, pot.cups], { name }) : cup
}
const poured = computed(() => (props.isPot ? props.evaluation.pot!.volume : props.evaluation.jug.volume))
const isLast = computed(() => props.evaluation.layers.length === 1)
</script>

<template>
  <table class="rows">
    <thead>
      <tr>
        <th>{{ t(isPot ? 'layer.inPot' : 'layer.inGlass') }}</th>
        <th class="r">{{ t(isPot ? 'layer.perPot' : 'layer.perCup') }}</th>
        <th v-if="cost" class="r">{{ isPot ? t('layer.signPerCup', { sign }) : sign }}</th>
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
        :mass="shownOf(l.mass, 'in-pot', l.key)"
        :volume="shownOf(l.volume, 'in-pot', l.key)"
        :can-go="!isLast"
        :take="takeOf(l.stream)"
        :cost="cost?.lines.find((c) => c.kind === 'layer' && c.key === l.stream)"
        :coins="coinsOf(l)"
        :money="!!cost"
        :editable="editable"
        :selected="selected === l.stream"
        :held="held.has(l.stream)"
        @amount="emit('amount', l, $event)"
        @remove="emit('remove', l)"
        @hold="emit('hold', l.stream)"
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
          <b>{{ t(isPot ? 'layer.pot' : 'layer.served') }}</b><small class="quiet">{{
            t('layer.sum', { ml: amount(shownOf(evaluation.sumOfLayers, 'in-pot').value, 'mL', 1) })
          }}</small>
        </td>
        <td class="r"><FigureButton :figure="poured" :label="t(isPot ? 'layer.pot' : 'layer.served')" /></td>
        <td v-if="cost" class="r">
          <FigureCostTotal :total="cost.total" :known="cost.known" unit="" :label="t('cost.cup')" />
        </td>
        <td v-if="editable" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.sum td {
  border-bottom: 0;
  font-size: 17px;
}
.sum small {
  display: block;
  font-size: 13px;
}
</style>
