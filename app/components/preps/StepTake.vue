<script setup lang="ts">
import { itemKey, type Amount, type TakeStep } from '#core/recipe'
import { isMassUnit } from '#core/units'
import { shownUnit } from '#core/units/system'
import { useSession } from '~/stores/session'

// What is taken, as it was typed and in the unit that it was typed in.
const props = defineProps<{ step: TakeStep; called: string; editable: boolean }>()
const emit = defineEmits<{ change: [amount: Amount] }>()
const { typed } = useFormat()
const session = useSession()

const unit = computed(() => (isMassUnit(props.step.amount.unit) ? 'g' : 'mL'))
const written = computed(() => {
  const { value, unit: as } = props.step.amount
  const own = shownUnit(unit.value, session.units)
  if (as === own.typed) return typed(value, '1', 2)
  return as === unit.value ? typed(value, unit.value, 2) : `${typed(value, '1', 3)} ${as}`
})
const text = ref(written.value)
const typing = ref(false)
watch(written, (w) => {
  if (!typing.value) text.value = w
})
function changed(to: Amount | null): void {
  const now = props.step.amount
  if (to && (to.value !== now.value || to.unit !== now.unit)) emit('change', to)
}
</script>

<template>
  <FieldAmountField
    v-if="editable"
    v-model="text"
    label=""
    dense
    :unit="unit"
    :of="'ingredient' in step.item ? itemKey(step.item) : undefined"
    :aria-label="called"
    :test="`take-${step.out}`"
    @focusin="typing = true"
    @focusout="typing = false"
    @amount="changed"
  />
  <b v-else class="num">{{ written }}</b>
</template>
