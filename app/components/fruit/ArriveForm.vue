<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { placeOfLot } from '#core/books'
import { COLD_C } from '#core/safety/limits'
import type { SendRow } from '#shared/contract'
import { useAmounts } from '~/forms/useAmounts'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { inBackground, refuseHere, uuid } from '~/utils/api'

// What was sent is here: how much of it, and how warm it came.
const props = defineProps<{ send: SendRow }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { typed } = useFormat()
const fruit = useFruit()
const { number, text, bind, guard } = useAmounts(['amount', 'tempC'])
text.amount = typed(props.send.amount, props.send.lot.unit, 3)
const isCold = computed(() => placeOfLot({ ...props.send.lot, look: null }) === 'cold')
const isWarm = computed(() => isCold.value && number.tempC !== null && number.tempC > COLD_C)
const id = uuid()
const form = useSubmit(async (key) => {
  const { standId } = useSession()
  const told = { id, sendId: props.send.id, standId, amount: number.amount!, tempC: number.tempC, place: null }
  refuseHere(fruit.tryOut('arrive', { params: {}, body: told }), [])
  await useOutbox().keep('postArrival', { key, body: told })
})
useFirstField(useTemplateRef<HTMLElement>('root'))
async function save(): Promise<void> {
  form.clear()
  guard(form, (field) => field, { amount: t('problem.amount-missing') })
  if (Object.keys(form.fields.value).length || !(await form.submit())) return
  inBackground(fruit.load())
  emit('done')
}
</script>

<template>
  <form ref="root" class="arrive" novalidate data-test="arrive-form" @submit.prevent="save">
    <FieldAmountField
      v-bind="bind('amount')"
      :label="t('way.came')"
      :unit="send.lot.unit"
      :of="send.lot.itemKind === 'ingredient' ? send.lot.itemKey : undefined"
      :device="send.lot.unit === 'g'"
      :error="form.fields.value.amount"
      test="arrive-amount"
    />
    <FieldAmountField
      v-if="isCold"
      v-bind="bind('tempC')"
      :label="t('way.temp')"
      unit="°C"
      :error="form.fields.value.tempC"
      test="arrive-temp"
    />
    <v-btn type="submit" height="56" color="primary" :loading="form.busy.value" data-test="arrive-save">{{
      t('way.takeIn')
    }}</v-btn>
    <v-btn height="56" variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    <p v-if="isWarm" class="caution wide" role="note" data-test="arrive-warm">{{ t('way.warm') }}</p>
    <p v-if="form.message.value || form.fields.value.sendId" class="caution wide" role="alert">
      {{ form.message.value || form.fields.value.sendId }}
    </p>
  </form>
</template>

<style scoped>
.arrive {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  gap: 10px;
  align-items: start;
  margin-top: 8px;
}
.wide {
  grid-column: 1 / -1;
}
</style>
