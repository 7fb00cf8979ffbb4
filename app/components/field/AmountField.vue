<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { checkPaid } from '#core/limits/coins'
import type { Amount } from '#core/recipe'
import { useAmount } from '~/forms/useAmount'
import { useAmountOf } from '~/forms/useAmountOf'
import { DEVICE_OF_UNIT, useBench, type BenchTarget } from '~/stores/bench'
import { useKeypad, type KeypadTarget } from '~/stores/keypad'

// A typed amount. Keeps the text as typed, under the unit it was typed under; gives the amount in the unit that it is
// kept in, or nothing while the text is not one.
const props = defineProps<{
  label: string
  /** the unit that it is kept in; it is typed in the stand's own */
  unit?: string
  /** the ingredient that it is of: then cups, pieces and ounces can be typed */
  of?: string
  error?: string
  hint?: string
  test?: string
  dense?: boolean
  ariaLabel?: string
  disabled?: boolean
  device?: boolean
  /** typed in the kept unit wherever the stand is: a laboratory's */
  metric?: boolean
  /** it is paid: there are coins for it */
  paid?: boolean
}>()
const text = defineModel<string>({ default: '' })
const emit = defineEmits<{
  number: [value: number | null]
  /** the same as it was typed, where it is of weight or volume */
  amount: [amount: Amount | null]
  enter: []
  done: []
  how: [how: 'typed' | 'device']
}>()
const { t } = useI18n()
const { sign, mark, decimals } = useFormat()
const { ofCode } = useSentence()
const bench = useBench()
const keypad = useKeypad()
const input = ref<{ $el: HTMLElement } | null>(null)
const isFocused = ref(false)
const { what, sayOunces, sayWeight } = useAmountOf(() => props.of)
const { shown, value, asAmount, hasUnit, problem, question, reading, meanings, take, asTyped } = useAmount(
  text,
  () => props.unit,
  () => what.value,
  () => isFocused.value,
  props.metric,
)
const suffix = computed(() =>
  shown.value.unit === '1' || hasUnit.value ? undefined : shown.value.unit.replace('money', sign.value),
)

/** What was refused stays said until something else is typed. */
const refused = ref('')
watch(
  () => props.error,
  (e) => {
    if (e) refused.value = text.value
  },
  { immediate: true },
)
const shownError = computed(() =>
  question.value
    ? ''
    : problem.value ||
      coins.value.map((c) => ofCode(c.code, c.numbers))[0] ||
      (props.error && refused.value === text.value ? props.error : ''),
)
const coins = computed(() =>
  props.paid && value.value !== null ? checkPaid(value.value, decimals.value, 'price') : [],
)
watch([value, coins], () => emit('number', coins.value.length ? null : value.value), { immediate: true })
// Told where it is another amount, and not whenever it is worked out anew: what was refused would be told once more.
watch(
  () => asAmount.value && `${asAmount.value.value} ${asAmount.value.unit}`,
  () => emit('amount', asAmount.value),
  { immediate: true },
)
function finish(): void {
  emit('enter')
  emit('done')
}

const field = (): HTMLInputElement | null => input.value?.$el.querySelector('input') ?? null
const target: KeypadTarget = {
  get label() {
    return props.label || props.ariaLabel || ''
  },
  get unit() {
    return suffix.value ?? ''
  },
  read: () => text.value,
  write: (v) => (text.value = v),
  next: () => {
    const all = [...document.querySelectorAll<HTMLInputElement>('[data-amount] input')].filter(
      (e) => e.offsetParent !== null && !e.disabled,
    )
    const following = all[all.indexOf(field()!) + 1]
    if (following) following.focus()
    else field()?.blur()
  },
  leave: () => field()?.blur(),
}
/** A reading of the bench, as if it were typed, and known as measured until somebody types over it. */
const measured = ref('')
const taken = computed(() => measured.value !== '' && measured.value === text.value)
watch(taken, (is) => emit('how', is ? 'device' : 'typed'))
const benchTarget = computed((): BenchTarget | null =>
  props.device && props.unit && props.unit in DEVICE_OF_UNIT
    ? {
        device: DEVICE_OF_UNIT[props.unit as BenchTarget['unit']],
        unit: props.unit as BenchTarget['unit'],
        take: (value) => {
          measured.value = asTyped(value).replace('.', mark.value)
          // A scale means its decimals: nobody needs to be asked.
          take(measured.value)
        },
      }
    : null,
)
// The strip of devices stands at the foot while a field can take a reading.
watch(
  () => benchTarget.value !== null && !props.disabled,
  (can, could) => bench.wanted(Number(can) - Number(could ?? false)),
  { immediate: true },
)
watch(benchTarget, (now, before) => {
  if (before && bench.target?.take === before.take) bench.target = now
})
function keyed(e: KeyboardEvent): void {
  if (e.key.toLowerCase() !== 'r' || e.ctrlKey || e.metaKey || e.altKey || !benchTarget.value || !bench.here) return
  e.preventDefault()
  bench.take(benchTarget.value.device)
}
function focused(): void {
  isFocused.value = true
  bench.target = benchTarget.value
  bench.refused = null
  keypad.focus(target)
  // What is selected takes the focus: one that has lost it meanwhile would take it back, and the other again.
  nextTick(() => isFocused.value && field()?.select())
}
function left(): void {
  isFocused.value = false
  keypad.blur(target)
  emit('done')
}
onBeforeUnmount(() => {
  if (benchTarget.value && !props.disabled) bench.wanted(-1)
  keypad.blur(target)
  if (bench.target?.take === benchTarget.value?.take) bench.target = null
})
</script>

<template>
  <div class="amount" :class="{ dense }">
    <v-text-field
      ref="input"
      v-model="text"
      :label="label || undefined"
      :suffix="suffix"
      :persistent-placeholder="!!suffix"
      :error-messages="shownError"
      :hint="reading || hint"
      :persistent-hint="!!(reading || hint)"
      autocomplete="off"
      :disabled="disabled"
      :inputmode="keypad.touch ? 'none' : 'decimal'"
      data-amount
      :data-test="test"
      :aria-label="ariaLabel"
      @focus="focused"
      @blur="left"
      @keydown="keyed"
      @keydown.enter="finish"
    />
    <span v-if="taken" class="taken" data-test="measured">{{ t('bench.measured') }}</span>
    <FieldAmountQuestion
      v-if="question"
      :question="question"
      :typed="text"
      :meanings="meanings"
      :of="of"
      @meant="take"
      @ounces="sayOunces"
      @weighs="sayWeight"
    />
  </div>
</template>

<style scoped>
.amount {
  min-width: 0;
  position: relative;
}
.taken {
  position: absolute;
  top: -8px;
  right: 10px;
  background: var(--sheet);
  padding: 0 5px;
  font-size: 12px;
  color: var(--leaf);
  font-weight: 600;
}
.amount :deep(input) {
  font-variant-numeric: tabular-nums;
  font-weight: 600;
}
.amount :deep(.v-text-field__suffix) {
  color: var(--quiet);
  opacity: 1;
  font-size: 14px;
  white-space: nowrap;
  padding-inline-start: 6px;
}
.dense :deep(input) {
  text-align: right;
}
</style>
