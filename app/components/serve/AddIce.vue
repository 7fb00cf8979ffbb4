<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ICE_SHAPES, type IceShape } from '#core/substances'
import { useAmounts } from '~/forms/useAmounts'
import { useServe, type HoldView } from '~/stores/serve'

// Ice goes into a vessel: so much of it, by the scale or by the scoop.
const props = defineProps<{ view: HoldView }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { typed } = useFormat()
const serve = useServe()
const { number, text, bind, guard } = useAmounts(['mass', 'temp'])
text.temp = typed(props.view.standard?.document.serve?.iceTempC ?? -4, '°C', 0)
const items = useChoices()
const shape = ref<IceShape>(props.view.standard?.document.serve?.iceShape ?? 'cube')
const form = useSubmit(async () => {
  const massG = number.mass! * 1000
  await serve.tell(props.view.hold.id, { kind: 'iced', massG, tempC: number.temp!, shape: shape.value })
})
async function save(): Promise<void> {
  form.clear()
  guard(form, (f) => ({ mass: 'massG', temp: 'tempC' })[f], { mass: t('serve.needMl'), temp: t('serve.needTemp') })
  if (number.temp !== null && number.temp > 0) form.refuse('tempC', t('problem.ice-above-zero', { value: number.temp }))
  if (Object.keys(form.fields.value).length) return
  if (await form.submit()) emit('done')
}
useFirstField(useTemplateRef<HTMLElement>('root'))
</script>

<template>
  <form ref="root" class="sheet stack" novalidate data-test="ice-form" @submit.prevent="save">
    <div class="spread">
      <h2>{{ t('serve.addIce') }}</h2>
      <v-btn height="72" variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="small quiet">{{ view.recipe?.name }} · {{ view.hold.vessel.name }}</p>
    <FieldAmountField
      v-bind="bind('mass')"
      :label="t('serve.iceMass')"
      :hint="t('serve.iceWhy')"
      unit="kg"
      device
      :error="form.fields.value.massG"
      test="ice-mass"
    />
    <FieldChoice
      :model-value="shape"
      :label="t('serve.iceShape')"
      :items="items(ICE_SHAPES, 'serve.iceShapes')"
      test="ice-shape"
      @update:model-value="shape = $event!"
    />
    <FieldAmountField
      v-bind="bind('temp')"
      :label="t('serve.iceTemp')"
      unit="°C"
      :error="form.fields.value.tempC"
      test="ice-temp"
    />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <v-btn type="submit" color="primary" height="84" :loading="form.busy.value" data-test="ice-save">{{
      t('serve.addIce')
    }}</v-btn>
  </form>
</template>
