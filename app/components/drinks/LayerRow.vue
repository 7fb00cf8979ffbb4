<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { CostLine } from '#core/cost'
import { isMassUnit } from '#core/units'
import type { Layer, TakeStep } from '#core/recipe'
import { fillOf } from '~/utils/colours'

const props = defineProps<{
  layer: Layer
  take: TakeStep | undefined
  cost: CostLine | undefined
  cents: string | undefined
  money: boolean
  editable: boolean
  selected: boolean
}>()
const emit = defineEmits<{ amount: [value: number]; remove: []; select: [] }>()
const { t } = useI18n()
const { n, name, locale } = useFormat()
const inMass = computed(() => !!props.take && isMassUnit(props.take.amount.unit))
const unit = computed(() => (inMass.value ? 'g' : 'mL'))
const shown = computed(() => (inMass.value ? props.layer.mass : props.layer.volume))
const text = ref('')
const number = ref<number | null>(null)
/** What the recipe says, not what could be made of it: a refused amount stays where it was typed. */
const written = computed(() =>
  rounded(props.take && props.take.amount.unit === unit.value ? props.take.amount.value : shown.value.value),
)
watch(
  written,
  (v) => {
    if (number.value === null || rounded(number.value) !== v) rewrite()
  },
  { immediate: true },
)
function rounded(v: number): number {
  return Math.round(v * 100) / 100
}
/** As one would type it: no grouping, no more digits than there are. */
function rewrite(): void {
  text.value = String(written.value).replace('.', locale.value === 'es' ? ',' : '.')
}
function typed(value: number | null): void {
  number.value = value
  if (value !== null && rounded(value) !== written.value) emit('amount', value)
}
/** What is no number stays as it was typed, with its sentence. */
function left(): void {
  if (number.value !== null || text.value.trim() === '') rewrite()
}
</script>

<template>
  <tr :class="{ selected }" :data-test="`layer-${layer.stream}`" @click="emit('select')">
    <td>
      <div class="what">
        <i :style="{ background: fillOf(layer.key) }" /><span
          ><b>{{ name(layer.key) }}</b
          ><small>{{
            layer.fillsUp
              ? t('layer.fillsUp')
              : inMass
                ? t('layer.volume', { ml: n(layer.volume.value) })
                : t('layer.mass', { g: n(layer.mass.value) })
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
        :test="`amount-${layer.stream}`"
        @focusout="left"
        @number="typed"
      />
      <FigureButton v-else :figure="shown" :label="name(layer.key)" />
    </td>
    <td v-if="money" class="cost">
      <FigureButton v-if="cost?.cost" :figure="cost.cost" :shown-as="cents" unit="" :label="name(layer.key)" /><span
        v-else
        class="quiet small"
        >{{ t('cost.none') }}</span
      >
    </td>
    <td v-if="editable" class="off">
      <v-btn
        v-if="!layer.fillsUp"
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
  padding: 4px 6px;
  border-bottom: 1px solid var(--rule);
  vertical-align: middle;
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
}
.x {
  min-width: 44px;
  padding: 0;
  color: var(--quiet) !important;
}
@media (max-width: 480px) {
  td {
    padding-inline: 3px;
  }
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
