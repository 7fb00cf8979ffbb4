<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useAmounts } from '~/forms/useAmounts'
import { useOutbox } from '~/stores/outbox'
import { uuid } from '~/utils/api'

// One cup or vessel or stand: a handful of fields, saved whole. Which fields is said by whoever uses it.
type Values = Record<string, string | number | boolean | null>
export interface FieldSpec {
  key: string
  label: string
  kind: 'text' | 'number' | 'switch' | 'choice' | 'search'
  unit?: string
  optional?: true
  /** one sentence under it */
  why?: string
  /** how many times what is kept is typed: a share as per cent, mL as litres */
  times?: number
  items?: { value: string; title: string }[]
}
const props = defineProps<{
  endpoint: 'putCup' | 'putVessel' | 'putEquipment' | 'putStand'
  /** one field below the other, each with its label whole and its sentence */
  asList?: boolean
  id?: string
  values: Values
  fields: FieldSpec[]
  isNew?: boolean
  extra?: Values
  check?: (v: Values) => Record<string, string>
}>()
const emit = defineEmits<{ saved: [] }>()
const { t } = useI18n()
const { typed } = useFormat()
const numbers = props.fields.filter((f) => f.kind === 'number')
function startOf(f: FieldSpec): string {
  const v = props.values[f.key]
  return typeof v === 'number' ? typed(v * (f.times ?? 1), f.unit) : ''
}
const { number, bind, guard } = useAmounts(
  numbers.map((f) => f.key),
  Object.fromEntries(numbers.map((f) => [f.key, startOf(f)])),
)
const others = reactive<Values>({
  ...props.values,
  ...Object.fromEntries(
    props.fields
      .filter((f) => f.kind !== 'number')
      .map((f) => [f.key, props.values[f.key] ?? (f.kind === 'switch' ? false : f.kind === 'choice' ? null : '')]),
  ),
})
const valueOf = ({ key, times = 1 }: FieldSpec): number | null => {
  const v = number[key] ?? null
  return v === null ? null : v / times
}
const told = computed((): Values => ({ ...others, ...Object.fromEntries(numbers.map((f) => [f.key, valueOf(f)])) }))
const saved = ref(false)
let id = props.id ?? uuid()
const form = useSubmit(async (key) => {
  await useOutbox().keep(props.endpoint, {
    key,
    params: { id },
    body: { ...told.value, ...props.extra, version: Number(props.values.version ?? 0) } as never,
  })
})
async function save(): Promise<void> {
  saved.value = false
  form.fields.value = {}
  for (const f of props.fields)
    if (f.kind === 'text' && !f.optional && !String(others[f.key] ?? '').trim())
      form.refuse(f.key, t('problem.name-missing'))
  const needed = numbers.filter((f) => !f.optional).map((f) => [f.key, t('problem.amount-missing')])
  guard(form, (f) => f, Object.fromEntries(needed))
  for (const [k, sentence] of Object.entries(props.check?.(told.value) ?? {})) form.refuse(k, sentence)
  if (Object.keys(form.fields.value).length || !(await form.submit())) return
  saved.value = true
  if (props.isNew) id = uuid()
  emit('saved')
}
</script>

<template>
  <form class="doc" :class="{ list: asList }" novalidate @submit.prevent="save">
    <template v-for="f in fields" :key="f.key">
      <FieldAmountField
        v-if="f.kind === 'number'"
        v-bind="bind(f.key)"
        :label="f.label"
        :unit="f.unit"
        :error="form.fields.value[f.key]"
        :test="f.key"
        :hint="f.why"
      />
      <v-switch v-else-if="f.kind === 'switch'" v-model="others[f.key] as boolean" :label="f.label" />
      <FieldChoice
        v-else-if="f.kind === 'choice'"
        v-model="others[f.key] as string"
        :label="f.label"
        :items="f.items!"
        :optional="f.optional"
        :why="f.why"
        :test="f.key"
      />
      <v-autocomplete
        v-else-if="f.kind === 'search'"
        v-model="others[f.key] as string"
        :items="f.items!"
        :label="f.label"
        :hint="f.why"
        :persistent-hint="!!f.why"
        :error-messages="form.fields.value[f.key]"
        :data-test="f.key"
      />
      <v-text-field
        v-else
        v-model="others[f.key] as string"
        :label="f.label"
        :hint="f.why"
        :persistent-hint="!!f.why"
        :error-messages="form.fields.value[f.key]"
        :data-test="f.key"
      />
    </template>
    <v-btn
      type="submit"
      :color="isNew ? 'primary' : 'secondary'"
      :loading="form.busy.value"
      data-test="save-document"
      >{{ isNew ? t('store.add') : t('do.save') }}</v-btn
    >
    <p v-if="form.message.value" class="caution wide" role="alert">{{ form.message.value }}</p>
    <p v-if="saved && !isNew" class="small quiet wide" role="status">{{ t('draft.saved') }}</p>
  </form>
</template>

<style scoped>
.doc {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(164px, 1fr));
  gap: 10px;
  align-items: start;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
.list {
  grid-template-columns: minmax(0, 560px);
  gap: 20px;
  border-bottom: 0;
}
.wide {
  grid-column: 1 / -1;
}
</style>
