<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { useAmounts } from '~/forms/useAmounts'
import { uuid } from '~/utils/api'
import { toldParts } from '~/utils/parts'
import type { PartRow } from './PartRows.vue'

// Fruit that is peeled now and pressed later: how much of it, and what was left, or what came off.
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n()
const { n, name, amount, typed } = useFormat()
const { text, number, bind, guard, isEmpty, measured } = useAmounts(['kg', 'peeled'])
const rows = ref<PartRow[]>([
  {
    key: uuid(),
    part: 'peel',
    text: '',
    g: null,
    kept: true,
    lotId: uuid(),
    place: 'cold',
    useBy: '',
    useFor: '',
    how: 'typed',
  },
])
const weighed = computed(() => rows.value.filter((r) => r.g !== null))
const leftKg = computed(() => {
  if (number.peeled !== null) return number.peeled
  return number.kg === null || !weighed.value.length
    ? null
    : number.kg - weighed.value.reduce((sum, r) => sum + r.g!, 0) / 1000
})
useFirstField(useTemplateRef<HTMLElement>('root'))
const { form, send } = useLotEvent(props.lot.id)
async function save(): Promise<void> {
  form.clear()
  guard(form, (field) => (field === 'kg' ? 'kg' : 'peeledG'))
  if (isEmpty('kg')) form.refuse('kg', t('problem.kg-missing'))
  if (Object.keys(form.fields.value).length) return
  const parts = toldParts(weighed.value)
  const peeledG = number.peeled === null ? null : number.peeled * 1000
  if (await send({ kind: 'peel', kg: number.kg!, peeledG, parts }, measured())) emit('done')
}
const all = (): void => {
  text.kg = typed(props.lot.onHand / 1000, 'kg', 6)
}
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="event-peel" @submit.prevent="save">
    <div class="spread">
      <h2>{{ t('event.peel.title', { fruit: name(lot.itemKey) }) }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">{{ t('event.peel.why') }}</p>
    <div class="two">
      <FieldAmountField
        v-bind="bind('kg')"
        :label="t('press.taken')"
        unit="kg"
        device
        :error="form.fields.value.kg"
        test="kg"
      />
      <v-btn @click="all">{{ t('press.all', { kg: amount(lot.onHand / 1000, 'kg') }) }}</v-btn>
    </div>
    <FieldAmountField
      v-bind="bind('peeled')"
      :label="t('peel.left')"
      unit="kg"
      device
      :error="form.fields.value.peeledG"
      test="peeled-kg"
    />
    <FruitPartRows v-model="rows" keep-by-default :error="form.fields.value.parts" />
    <p v-if="leftKg !== null && leftKg > 0 && number.kg" class="small" data-test="peel-left">
      {{ t('peel.said', { kg: amount(leftKg, 'kg'), share: n((leftKg / number.kg) * 100) }) }}
    </p>
    <p class="caution">
      <b>{{ t('caution.cold-title') }}</b> {{ t('peel.cover') }} {{ t('caution.cut-glove') }}
    </p>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save-event">{{
      t('event.peel.save')
    }}</v-btn>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: start;
}
</style>
