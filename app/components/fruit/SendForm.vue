<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { placeOfLot } from '#core/books'
import type { Lot } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'

// Some of a lot, or all of it, goes to another stand.
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name, typed } = useFormat()
const session = useSession()
const stands = computed(() =>
  session.openStands.filter((s) => s.id !== props.lot.standId).map((s) => ({ value: s.id, title: s.name })),
)
const to = ref<string | null>(stands.value.length === 1 ? stands.value[0]!.value : null)
const text = ref('')
const value = ref<number | null>(null)
const note = ref('')
const left = computed(() => useFruit().lots.find((l) => l.id === props.lot.id)?.onHand ?? props.lot.onHand)
useFirstField(useTemplateRef<HTMLElement>('root'))
const { form, send } = useLotEvent(props.lot.id)
async function save(): Promise<void> {
  form.clear()
  if (value.value === null) form.refuse('amount', t('problem.taken-out-missing'))
  if (!to.value) form.refuse('toStandId', t('way.whereTo'))
  if (Object.keys(form.fields.value).length) return
  const told = { kind: 'send' as const, amount: value.value!, toStandId: to.value!, note: note.value.trim() || null }
  if (await send(told, [])) emit('done')
}
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="send-form" @submit.prevent="save">
    <div class="spread">
      <h2>{{ t('way.send') }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">{{ t('way.sendWhy', { name: name(lot.itemKey) }) }}</p>
    <div class="two">
      <FieldAmountField
        v-model="text"
        :label="t('juice.amount')"
        :unit="lot.unit"
        :of="lot.itemKind === 'ingredient' ? lot.itemKey : undefined"
        :device="lot.unit === 'g'"
        :error="form.fields.value.amount"
        test="send-amount"
        @number="value = $event"
      />
      <v-btn height="56" data-test="send-all" @click="text = typed(left, lot.unit, 3)">{{
        t('juice.all', { amount: amount(left, lot.unit) })
      }}</v-btn>
    </div>
    <v-select
      v-model="to"
      :items="stands"
      :label="t('way.to')"
      :error-messages="form.fields.value.toStandId"
      data-test="send-to"
    />
    <v-text-field v-model="note" :label="t('event.note')" maxlength="200" />
    <p v-if="placeOfLot(lot) === 'cold'" class="caution" role="note">{{ t('way.cold') }}</p>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <div class="act">
      <v-btn type="submit" color="primary" height="72" :loading="form.busy.value" data-test="send-save">{{
        t('way.sendSave')
      }}</v-btn>
    </div>
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
