<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { CostLine } from '#core/cost'
import { isMassUnit } from '#core/units'
import { shownUnit } from '#core/units/system'
import type { Figure } from '#core/figures'
import type { Amount, Layer, TakeStep } from '#core/recipe'
import { useSession } from '~/stores/session'
import { fillOf } from '~/utils/colours'

const props = defineProps<{
  layer: Layer
  /** of what is shown: the cup, or the pot */
  mass: Figure
  volume: Figure
  /** it may be taken out */
  canGo: boolean
  take: TakeStep | undefined
  cost: CostLine | undefined
  coins: string | undefined
  money: boolean
  editable: boolean
  selected: boolean
  /** it stays as it is while others are changed */
  held: boolean
}>()
const emit = defineEmits<{ amount: [amount: Amount]; remove: []; select: []; hold: [] }>()
const { t } = useI18n()
const { name, amount, typed } = useFormat()
const session = useSession()
const inMass = computed(() => !!props.take && isMassUnit(props.take.amount.unit))
const unit = computed(() => (inMass.value ? 'g' : 'mL'))
const shown = computed(() => (inMass.value ? props.mass : props.volume))
const text = ref('')
const typedAmount = shallowRef<Amount | null>(null)
/** What the recipe says, not what could be made of it: a refused amount stays where it was typed. */
const written = computed((): Amount => props.take?.amount ?? { value: shown.value.value, unit: unit.value })
const isSame = (a: Amount | null, b: Amount): boolean => a?.unit === b.unit && rounded(a.value) === rounded(b.value)
watch(
  written,
  (v) => {
    if (!isSame(typedAmount.value, v)) rewrite()
  },
  { immediate: true },
)
function rounded(v: number): number {
  return Math.round(v * 1000) / 1000
}
/** As one would type it: in the unit it was typed in, no grouping, no more digits than there are. */
function rewrite(): void {
  const { value, unit: as } = written.value
  // What is kept in g or mL stands in the stand's own unit; cups and spoons stand as they were typed.
  const own = shownUnit(unit.value, session.units)
  if (as === own.typed) text.value = typed(value, '1', 2)
  else if (as === unit.value) text.value = typed(value, unit.value, 2)
  else text.value = `${typed(value, '1', 3)} ${as}`
}
function said(to: Amount | null): void {
  typedAmount.value = to
  if (to && !isSame(to, written.value)) emit('amount', to)
}
/** What was typed stays as it was typed. */
function left(): void {
  if (text.value.trim() === '') rewrite()
}
</script>

<template>
  <tr :class="{ selected }" :data-test="`layer-${layer.stream}`" @click="emit('select')">
    <td>
      <div class="what">
        <i :style="{ background: fillOf(layer.key) }" /><span
          ><b>{{ name(layer.key) }}</b
          ><small>{{
            layer.fillsUp ? t('layer.fillsUp') : inMass ? amount(volume.value, 'mL') : amount(mass.value, 'g')
          }}</small></span
        >
      </div>
    </td>
    <td class="amount">
      <FieldAmountField
        v-if="editable && !layer.fillsUp"
        v-model="text"
        label=""
        dense
        :aria-label="name(layer.key)"
        :unit="unit"
        :disabled="held"
        :of="'ingredient' in (take?.item ?? {}) ? layer.key : undefined"
        :test="`amount-${layer.stream}`"
        @focusout="left"
        @amount="said"
      />
      <FigureButton v-else :figure="shown" :label="name(layer.key)" />
    </td>
    <td v-if="money" class="cost">
      <FigureButton v-if="cost?.cost" :figure="cost.cost" :shown-as="coins" unit="" :label="name(layer.key)" /><span
        v-else
        class="quiet small"
        >{{ t('cost.none') }}</span
      >
    </td>
    <td v-if="editable" class="off">
      <v-btn
        v-if="!layer.fillsUp && (selected || held)"
        variant="text"
        class="x lock"
        :class="{ held }"
        :aria-label="t('layer.hold', { name: name(layer.key) })"
        :aria-pressed="held"
        :data-test="`held-${layer.stream}`"
        @click.stop="emit('hold')"
        ><svg viewBox="0 0 20 20" width="20" height="20" aria-hidden="true">
          <rect x="4" y="9" width="12" height="8" rx="2" />
          <path :d="held ? 'M7 9V6a3 3 0 0 1 6 0v3' : 'M7 9V6a3 3 0 0 1 5.8-1'" /></svg
      ></v-btn>
      <v-btn
        v-if="!layer.fillsUp && canGo"
        variant="text"
        class="x"
        :aria-label="t('layer.remove', { name: name(layer.key) })"
        :data-test="`remove-${layer.stream}`"
        @click.stop="emit('remove')"
        >✕</v-btn
      >
    </td>
  </tr>
</template>

<style scoped>
td {
  height: 58px;
}
.selected td {
  background: #faf5e6;
}
.what {
  display: flex;
  gap: 12px;
  align-items: center;
}
.what i {
  width: 14px;
  height: 32px;
  border-radius: 4px;
  border: 2px solid var(--ink);
  flex: none;
}
.what b {
  font-weight: 600;
  display: block;
  line-height: 1.2;
}
.what small {
  color: var(--quiet);
  font-size: 13px;
}
.amount {
  width: 136px;
  text-align: right;
  font-size: 17px;
}
.cost {
  width: 64px;
  text-align: right;
}
.off {
  width: 48px;
  white-space: nowrap;
}
.x {
  min-width: 44px;
  padding: 0;
  color: var(--quiet) !important;
}
.lock svg {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.8;
}
.lock.held {
  color: var(--ink) !important;
}
.lock.held rect {
  fill: var(--zest);
}
@media (max-width: 480px) {
  .what {
    gap: 8px;
  }
  .amount {
    width: 104px;
  }
  .cost {
    width: 48px;
  }
}
</style>
