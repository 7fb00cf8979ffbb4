<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ProcessLimit } from '#core/process'
import { usableMl } from '#core/scale'
import type { Evaluation } from '#core/recipe'
import type { ToBegin } from '~/composables/useBegin'
import { useAmounts } from '~/forms/useAmounts'
import { uuid } from '~/utils/api'

// How much of it, and in what; then it is begun.
const props = defineProps<{ of: ToBegin }>()
const emit = defineEmits<{ begun: [id: string]; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, typed } = useFormat()
const { ofLimit } = useSentence()
const begin = useBegin()
const { text, number, bind } = useAmounts(['litres'])
const planned = props.of.evaluation
text.litres = planned ? typed(planned.jug.volume.value / 1000, 'L', 2) : ''
const title = ref(props.of.name)
const isAsPlanned = (litres: number): boolean =>
  planned !== null && Math.abs(litres * 1000 - planned.jug.volume.value) < 6
const made = computed((): { evaluation: Evaluation | null; limit: ProcessLimit | null } => {
  const { recipe } = props.of
  const litres = number.litres
  if (!recipe || litres === null || isAsPlanned(litres)) return { evaluation: planned, limit: null }
  try {
    return { evaluation: begin.amountOf(recipe, litres * 1000), limit: null }
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    return { evaluation: null, limit: e }
  }
})
const vesselId = ref<string | null>(null)
const proposed = computed(() => (made.value.evaluation ? begin.vesselOf(made.value.evaluation) : null))
const vessel = computed(() => begin.vessels.value.find((v) => v.id === (vesselId.value ?? proposed.value?.id)) ?? null)
const choices = computed(() =>
  begin.vessels.value.map((v) => ({
    value: v.id,
    title: t('make.vesselOf', { name: v.name, litres: amount(v.capacityMl / 1000, 'L', 1) }),
  })),
)
const isTooSmall = computed(() => {
  const { evaluation } = made.value
  return !!vessel.value && !!evaluation && usableMl(vessel.value) < evaluation.jug.volume.value
})
let id = uuid()
const form = useSubmit(async () => {
  await begin.begin(
    { ...props.of, name: title.value.trim() || props.of.name, evaluation: made.value.evaluation },
    vessel.value,
    id,
  )
})
async function save(): Promise<void> {
  form.clear()
  if (props.of.recipe && (number.litres === null || !made.value.evaluation)) {
    form.refuse('litres', made.value.limit ? ofLimit(made.value.limit) : t('make.litresMissing'))
    return
  }
  if (!(await form.submit())) return
  emit('begun', id)
  id = uuid()
}
useFirstField(useTemplateRef<HTMLElement>('root'))
</script>

<template>
  <form ref="root" class="sheet stack" novalidate data-test="begin-form" @submit.prevent="save">
    <div class="spread">
      <h2>{{ of.recipe ? of.name : t('make.nothing') }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p v-if="!of.recipe" class="small quiet">{{ t('make.nothingWhy') }}</p>
    <v-text-field v-if="!of.recipe" v-model="title" :label="t('make.name')" maxlength="80" data-test="begin-name" />
    <FieldAmountField
      v-else
      v-bind="bind('litres')"
      :label="t('make.howMuch')"
      unit="L"
      :error="form.fields.value.litres"
      test="begin-litres"
    />
    <v-select
      v-if="choices.length"
      :model-value="vessel?.id ?? null"
      :items="choices"
      :label="t('make.in')"
      data-test="begin-vessel"
      @update:model-value="vesselId = $event"
    />
    <p v-if="isTooSmall" class="caution" data-test="too-small">{{ t('make.tooSmall') }}</p>
    <p v-else-if="of.recipe && !vessel" class="small quiet">{{ t('make.noVessel') }}</p>
    <p v-if="form.said.value && !form.fields.value.litres" class="caution" role="alert">{{ form.said.value }}</p>
    <v-btn type="submit" color="primary" height="72" :loading="form.busy.value" data-test="begin">{{
      t('make.begin')
    }}</v-btn>
  </form>
</template>
