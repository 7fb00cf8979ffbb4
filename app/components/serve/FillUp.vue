<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useAmounts } from '~/forms/useAmounts'
import { useServe, type HoldView } from '~/stores/serve'

// A vessel is filled up, out of what was made of its drink: the first to go first.
const props = defineProps<{ view: HoldView; now: string }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, typed, time, day } = useFormat()
const serve = useServe()
const serving = useServing()
const now = computed(() => props.now)
const { roomLeftMl } = useHold(() => props.view, now)
const lots = computed(() => serving.made.value.filter((m) => m.recipe.id === props.view.hold.recipeId))
const lotId = ref<string | null>(lots.value[0]?.lot.id ?? null)
const { number, text, bind, guard } = useAmounts(['litres', 'temp'])
text.temp = typed(serving.fridgeC, '°C', 0)
const propose = (): void => {
  const ml = Math.min(lots.value.find((m) => m.lot.id === lotId.value)?.onHandMl ?? roomLeftMl.value, roomLeftMl.value)
  text.litres = ml > 0 ? typed(ml / 1000, 'L', 2) : ''
}
propose()
watch(lotId, propose)
const form = useSubmit(async () => {
  const volumeMl = number.litres! * 1000
  await serve.tell(props.view.hold.id, { kind: 'filled', lotId: lotId.value, volumeMl, tempC: number.temp! })
})
async function save(): Promise<void> {
  form.clear()
  guard(form, (f) => ({ litres: 'volumeMl', temp: 'tempC' })[f], {
    litres: t('serve.needMl'),
    temp: t('serve.needTemp'),
  })
  if (Object.keys(form.fields.value).length) return
  if (await form.submit()) emit('done')
}
useFirstField(useTemplateRef<HTMLElement>('root'))
</script>

<template>
  <form ref="root" class="sheet stack" novalidate data-test="fill-form" @submit.prevent="save">
    <div class="spread">
      <h2>{{ t('serve.fill') }}</h2>
      <v-btn height="72" variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="small quiet">{{ view.recipe?.name }} · {{ view.hold.vessel.name }}</p>
    <v-select
      v-model="lotId"
      :items="[
        ...lots.map((m) => ({
          value: m.lot.id,
          title: t('serve.fromLot', {
            litres: amount(m.onHandMl / 1000, 'L', 1),
            when: serving.isToday(m.lot.at) ? time(m.lot.at) : day(m.lot.at),
          }),
        })),
        { value: null, title: t('serve.noLot') },
      ]"
      :label="t('serve.which')"
      data-test="fill-lot"
    />
    <FieldAmountField
      v-bind="bind('litres')"
      :label="t('serve.howMuch')"
      unit="L"
      :error="form.fields.value.volumeMl"
      test="fill-litres"
    />
    <FieldAmountField
      v-bind="bind('temp')"
      :label="t('serve.temp')"
      unit="°C"
      device
      :error="form.fields.value.tempC"
      test="fill-temp"
    />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <v-btn type="submit" color="primary" height="84" :loading="form.busy.value" data-test="fill-save">{{
      t('serve.fill')
    }}</v-btn>
  </form>
</template>
