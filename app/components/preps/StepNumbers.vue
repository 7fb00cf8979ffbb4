<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isAsked, isChoice, isNumber, kebab, type Spec, type StepKind } from '#core/process'
import type { MakingStep } from '#core/recipe'

// The numbers of a step, to be typed over; those without a usual value always, the others once somebody opens them.
const props = defineProps<{
  step: MakingStep
  kind: StepKind
  editable: boolean
  all: boolean
  /** numbers that are shown elsewhere */
  without?: readonly string[]
}>()
const emit = defineEmits<{ change: [numbers: Record<string, unknown>] }>()
const { t, te } = useI18n({ useScope: 'global' })
const { n, amount, typed } = useFormat()

const values = computed(() => props.step as unknown as Record<string, number | string | undefined>)
const specs = computed(() =>
  Object.entries<Spec>(props.kind.params).filter(
    ([key]) => isAsked(props.kind.params, key, values.value) && !props.without?.includes(key),
  ),
)
const isMain = ([key, spec]: [string, Spec]): boolean =>
  values.value[key] !== undefined || (isNumber(spec) && spec.default === undefined && !spec.optional)
const shown = computed(() => (props.all ? specs.value : specs.value.filter(isMain)))
const hasMore = computed(() => specs.value.length > specs.value.filter(isMain).length)
defineExpose({ hasMore })

const texts = reactive<Record<string, string>>({})
function textOf(key: string, spec: Spec): string {
  if (key in texts) return texts[key]!
  const v = values.value[key]
  return typeof v === 'number' && isNumber(spec) ? typed(v, spec.unit, 3) : ''
}
// What is changed elsewhere, or taken back, is shown; what was typed last stays as it was typed.
const sent: Record<string, unknown> = {}
watch(values, (now) => {
  for (const key of Object.keys(texts)) if (now[key] !== sent[key]) delete texts[key]
})
function hint(spec: Spec): string {
  return isNumber(spec) && spec.default !== undefined
    ? t('lab.usual', { value: n(spec.default, Number.isInteger(spec.default) ? 0 : 2) })
    : ''
}
function numberTyped(key: string, v: number | null): void {
  const now = values.value[key]
  if (v === null ? (texts[key] ?? '').trim() !== '' || now === undefined : v === now) return
  sent[key] = v ?? undefined
  emit('change', { [key]: v ?? undefined })
}
function said(key: string, spec: Spec): string {
  const v = values.value[key]
  if (isNumber(spec)) return amount(Number(v), spec.unit)
  if (isChoice(spec)) return t(`choice.${v}`)
  return te(`part.${v}`) ? t(`part.${v}`) : String(v)
}
</script>

<template>
  <div v-if="shown.length" class="numbers">
    <template v-for="[key, spec] in shown" :key="key">
      <FieldAmountField
        v-if="isNumber(spec) && editable"
        :model-value="textOf(key, spec)"
        :label="t(`figure.param-${kebab(key)}`)"
        :unit="spec.unit"
        :hint="hint(spec)"
        :test="`number-${step.out}-${key}`"
        @update:model-value="texts[key] = $event"
        @number="numberTyped(key, $event)"
      />
      <v-select
        v-else-if="isChoice(spec) && editable"
        :model-value="values[key] ?? spec.default"
        :items="spec.choices.map((c) => ({ value: c, title: t(`choice.${c}`) }))"
        :label="t(`figure.param-${kebab(key)}`)"
        :data-test="`number-${step.out}-${key}`"
        @update:model-value="emit('change', { [key]: $event })"
      />
      <span v-else-if="values[key] !== undefined" class="small"
        >{{ t(`figure.param-${kebab(key)}`) }} <b class="num">{{ said(key, spec) }}</b></span
      >
    </template>
  </div>
</template>

<style scoped>
.numbers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 10px;
}
</style>
