<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useOutbox } from '~/stores/outbox'
import { uuid } from '~/utils/api'

// One cup or vessel or stand: a handful of fields, saved whole. Which fields is said by whoever uses it.
export interface FieldSpec {
  key: string
  label: string
  kind: 'text' | 'number' | 'switch' | 'choice' | 'search'
  unit?: string
  optional?: true
  /** one sentence under it */
  why?: string
  /** a share, which is typed as per cent */
  percent?: true
  items?: { value: string; title: string }[]
}
type Values = Record<string, string | number | boolean | null>
const props = defineProps<{
  endpoint: 'putCup' | 'putVessel' | 'putStand'
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
const text = reactive<Record<string, string>>({})
const values = reactive<Values>({ ...props.values })
const saved = ref(false)
function fill(): void {
  for (const f of props.fields) {
    const v = props.values[f.key]
    if (f.kind === 'number') text[f.key] = typeof v === 'number' ? typed(f.percent ? v * 100 : v, f.unit) : ''
    else values[f.key] = v ?? (f.kind === 'switch' ? false : f.kind === 'choice' ? null : '')
  }
}
fill()
let id = props.id ?? uuid()
const form = useSubmit(async (key) => {
  await useOutbox().keep(props.endpoint, {
    key,
    params: { id },
    body: { ...props.values, ...values, ...props.extra, version: Number(props.values.version ?? 0) } as never,
  })
})
async function save(): Promise<void> {
  saved.value = false
  form.fields.value = {}
  for (const f of props.fields) {
    if (f.kind === 'text' && !f.optional && !String(values[f.key] ?? '').trim())
      form.refuse(f.key, t('problem.name-missing'))
    const isEmpty = !text[f.key]?.trim()
    if (f.kind === 'number' && values[f.key] === null && !(f.optional && isEmpty))
      form.refuse(
        f.key,
        text[f.key] ? t('problem.amount-not-a-number', { typed: text[f.key] }) : t('problem.amount-missing'),
      )
  }
  for (const [k, sentence] of Object.entries(props.check?.(values) ?? {})) form.refuse(k, sentence)
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
        v-model="text[f.key]"
        :label="f.label"
        :unit="f.unit"
        :error="form.fields.value[f.key]"
        :test="f.key"
        :hint="f.why"
        @number="values[f.key] = f.percent && $event !== null ? $event / 100 : $event"
      />
      <v-switch v-else-if="f.kind === 'switch'" v-model="values[f.key] as boolean" :label="f.label" />
      <FieldChoice
        v-else-if="f.kind === 'choice'"
        v-model="values[f.key] as string"
        :label="f.label"
        :items="f.items!"
        :optional="f.optional"
        :why="f.why"
        :test="f.key"
      />
      <v-autocomplete
        v-else-if="f.kind === 'search'"
        v-model="values[f.key] as string"
        :items="f.items!"
        :label="f.label"
        :hint="f.why"
        :persistent-hint="!!f.why"
        :error-messages="form.fields.value[f.key]"
        :data-test="f.key"
      />
      <v-text-field
        v-else
        v-model="values[f.key] as string"
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
