<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { parseNumber } from '#core/units'
import { DEVICE_OF_UNIT, useBench, type BenchTarget } from '~/stores/bench'
import { useKeypad, type KeypadTarget } from '~/stores/keypad'

// A typed amount. Keeps the text as typed; gives the number, or nothing while the text is not one.
const props = defineProps<{
  label: string
  unit?: string
  error?: string
  hint?: string
  test?: string
  dense?: boolean
  ariaLabel?: string
  disabled?: boolean
  device?: boolean
}>()
const text = defineModel<string>({ default: '' })
const emit = defineEmits<{ number: [value: number | null]; enter: []; done: []; how: [how: 'typed' | 'device'] }>()
const { t } = useI18n()
const { n, locale } = useFormat()
const bench = useBench()
const keypad = useKeypad()
const input = ref<{ $el: HTMLElement } | null>(null)
/** The text whose three digits after the mark were read back and taken as they stand. */
const accepted = ref('')

const parsed = computed(() => parseNumber(text.value))
const asking = computed(
  () => !parsed.value.ok && parsed.value.code === 'amount-three-digits' && accepted.value !== text.value,
)
const own = computed(() => {
  if (parsed.value.ok || asking.value || accepted.value === text.value) return ''
  if (parsed.value.code === 'amount-missing') return ''
  return t(`problem.${parsed.value.code}`, { typed: text.value })
})
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
  asking.value ? '' : own.value || (props.error && refused.value === text.value ? props.error : ''),
)
const number = computed((): number | null => {
  const p = parsed.value
  if (p.ok) return p.value
  return p.code === 'amount-three-digits' && accepted.value === text.value ? p.value : null
})
watch(number, (v) => emit('number', v), { immediate: true })
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
    return props.unit ?? ''
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
          measured.value = String(value).replace('.', locale.value === 'es' ? ',' : '.')
          // A scale means its decimals: nobody needs to be asked.
          accepted.value = measured.value
          text.value = measured.value
        },
      }
    : null,
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
  bench.target = benchTarget.value
  bench.refused = null
  keypad.focus(target)
  nextTick(() => field()?.select())
}
function left(): void {
  keypad.blur(target)
  emit('done')
}
onBeforeUnmount(() => {
  keypad.blur(target)
  if (bench.target?.take === benchTarget.value?.take) bench.target = null
})
const takeAs = (v: string): void => {
  text.value = v
  accepted.value = v
}
</script>

<template>
  <div class="amount" :class="{ dense }">
    <v-text-field
      ref="input"
      v-model="text"
      :label="label || undefined"
      :suffix="unit"
      :persistent-placeholder="!!unit"
      :error-messages="shownError"
      :hint="hint"
      :persistent-hint="!!hint"
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
    <div
      v-if="asking && !parsed.ok && parsed.code === 'amount-three-digits'"
      class="ask"
      role="alert"
      data-test="three-digits"
    >
      <span>{{ t('problem.amount-three-digits', { typed: text }) }}</span>
      <span class="row">
        <v-btn size="small" height="40" @mousedown.prevent @click="takeAs(text)">{{ n(parsed.value, 3) }}</v-btn>
        <v-btn size="small" height="40" @mousedown.prevent @click="takeAs(String(parsed.thousands))">{{
          n(parsed.thousands)
        }}</v-btn>
      </span>
    </div>
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
.ask {
  display: grid;
  gap: 6px;
  font-size: 14px;
  padding: 6px 2px;
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
