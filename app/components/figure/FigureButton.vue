<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Figure } from '#core/figures'
import { useExplain } from '~/stores/explain'

// A number with its unit; pressing it opens the sum that made it.
const props = defineProps<{
  figure: Figure
  digits?: number
  unit?: string
  label?: string
  large?: boolean
  shownAs?: string
  /** it rests on what somebody reckoned instead of weighing it */
  guessed?: boolean
}>()
const { parts } = useFormat()
const { t } = useI18n()
/** `large`: kilos and litres from a thousand on. */
const kilo = computed(
  () =>
    !!props.large && Math.abs(props.figure.value) >= 1000 && (props.figure.unit === 'g' || props.figure.unit === 'mL'),
)
const text = computed(() =>
  kilo.value
    ? parts(props.figure.value / 1000, props.figure.unit === 'g' ? 'kg' : 'L', 3)
    : parts(props.figure.value, props.figure.unit, props.digits),
)
const number = computed(() => props.shownAs ?? text.value.number)
const shown = computed(() => (props.guessed ? `≈ ${number.value}` : number.value))
const unit = computed(() => props.unit ?? text.value.unit)
/** What is over is close behind its number. */
const gap = computed(() => (unit.value.startsWith('/') ? '' : '\u00a0'))
</script>

<template>
  <button
    type="button"
    class="figure"
    :class="{ estimated: figure.basis !== 'measured' }"
    :title="t('explain.open')"
    :aria-label="`${label ? label + ': ' : ''}${shown} ${unit}. ${t('explain.open')}`"
    @click.stop="useExplain().open(figure)"
  >
    <span class="num">{{ shown }}</span><span v-if="unit" class="unit">{{ gap }}{{ unit }}</span>
  </button>
</template>

<style scoped>
.figure {
  background: none;
  border: 0;
  padding: 2px 1px;
  margin: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  white-space: nowrap;
  border-bottom: 1.5px dotted #b3a880;
  border-radius: 3px;
  line-height: 1.15;
}
.figure:hover {
  border-bottom: 1.5px solid var(--ink);
}
</style>
