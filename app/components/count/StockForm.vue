<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { CountedBy } from '#shared/lists'
import type { Lot } from '#shared/contract'
import { fillOf } from '~/utils/colours'

// One lot, weighed or seen: what is there now.
const props = defineProps<{ lot: Lot; isBlind: boolean }>()
const emit = defineEmits<{ done: [counted: number, before: number] }>()
const { t } = useI18n({ useScope: 'global' })
/** What the books said when it was opened. */
const before = props.lot.onHand
const { amount, typed } = useFormat()
const text = ref('')
const value = ref<number | null>(null)
const by = ref<CountedBy>('weighed')
useFirstField(useTemplateRef<HTMLElement>('root'))
const { form, send } = useLotEvent(props.lot.id)
async function save(): Promise<void> {
  form.clear()
  const counted = value.value
  if (counted === null)
    return form.refuse(
      'counted',
      text.value.trim() ? t('problem.amount-not-a-number', { typed: text.value }) : t('problem.count-missing'),
    )
  const measured = by.value === 'weighed' && isRead.value ? ['counted'] : []
  if (await send({ kind: 'count', counted, by: by.value }, measured)) emit('done', counted, before)
}
const isRead = ref(false)
async function confirm(): Promise<void> {
  const counted = value.value!
  if (await form.confirmDoubts()) emit('done', counted, before)
}
function asBooks(): void {
  text.value = typed(props.lot.onHand, props.lot.unit, 3)
  value.value = props.lot.onHand
}
/** Of a jug or a pot, how high it stands is seen; the brim of the drawing is what it was when it was full. */
const isSeen = computed(() => props.lot.unit === 'mL')
function seen(ml: number): void {
  text.value = typed(ml, 'mL', 3)
  value.value = ml
  by.value = 'estimated'
}
</script>

<template>
  <form ref="root" class="stock-form" novalidate data-test="stock-form" @submit.prevent="save">
    <ServeVessel
      v-if="isSeen"
      :capacity-ml="lot.amount"
      :level-ml="value ?? (isBlind ? 0 : lot.onHand)"
      :ice-ml="0"
      :fill="fillOf(lot.itemKind === 'version' ? `prep:${lot.itemKey}` : lot.itemKey)"
      :scale-ml="lot.amount"
      :label="t('count.there')"
      :marks="[]"
      is-jug
      @level="seen"
    />
    <div class="stack">
      <FieldAmountField
        v-model="text"
        :label="t('count.there')"
        :unit="lot.unit"
        :of="lot.itemKind === 'ingredient' ? lot.itemKey : undefined"
        :device="lot.unit === 'g'"
        :error="form.fields.value.counted"
        test="counted"
        @number="value = $event"
        @how="isRead = $event === 'device'"
      />
      <v-checkbox
        :model-value="by === 'estimated'"
        :label="t('count.estimated')"
        hide-details
        density="compact"
        data-test="estimated"
        @update:model-value="by = $event ? 'estimated' : 'weighed'"
      />
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
      <FieldDoubtBox :doubts="form.doubts.value" @confirm="confirm" @mend="form.clear()" />
      <div class="row acts">
        <v-btn type="submit" color="primary" height="56" :loading="form.busy.value" data-test="stock-save">{{
          t('count.save')
        }}</v-btn>
        <v-btn v-if="!isBlind" height="56" data-test="as-books" @click="asBooks">{{
          `${t('count.asBooks')}: ${amount(lot.onHand, lot.unit)}`
        }}</v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.stock-form {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: end;
  padding: 4px 0 14px;
}
.stock-form > .stack {
  flex: 1 1 280px;
  min-width: 0;
}
.stock-form > svg {
  flex: 0 0 150px;
  width: 150px;
}
.acts {
  flex-wrap: wrap;
}
</style>
