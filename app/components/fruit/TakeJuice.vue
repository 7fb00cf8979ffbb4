<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { openedDays } from '#core/books'
import { dayOf, shiftDay } from '#core/time'
import { JUICE_REASONS, PLACES, type DiscardReason, type Place } from '#shared/lists'
import type { Lot, LotEventBody } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'

// Juice that leaves its jug, or a by-product its box: used, spilled, or thrown away. One amount, one choice.
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n()
const { amount, typed, name } = useFormat()
const HOW = ['use', 'open', 'spill', 'discard'] as const
const how = ref<(typeof HOW)[number]>('use')
/** Only a pack is opened, and nothing that is counted. */
const isPack = computed(() => props.lot.kind === 'pack' && props.lot.itemKind === 'ingredient')
const ways = computed(() => HOW.filter((h) => h !== 'open' || isPack.value))
const place = ref<Place>('cold')
const session = useSession()
const kind = useCatalogue().byKey.get(props.lot.itemKey)?.kind ?? ''
const useBy = ref(shiftDay(dayOf(session.now(), session.zone), openedDays(kind)))
const reason = ref<DiscardReason>('old')
const note = ref('')
const text = ref('')
const ml = ref<number | null>(null)
const items = useChoices()

const event = computed((): LotEventBody => {
  const told = { amount: ml.value ?? 0, note: note.value.trim() || null }
  if (how.value === 'open') return { kind: 'open', amount: told.amount, place: place.value, useBy: useBy.value || null }
  return how.value === 'discard'
    ? { kind: 'discard', kg: null, reason: reason.value, ...told }
    : { kind: how.value, ...told }
})
useFirstField(useTemplateRef<HTMLElement>('root'))
const { form, send } = useLotEvent(props.lot.id)
async function save(): Promise<void> {
  form.clear()
  if (ml.value === null) return form.refuse('amount', t('problem.taken-out-missing'))
  if (await send(event.value, [])) emit('done')
}
const left = computed(() => useFruit().lots.find((l) => l.id === props.lot.id)?.onHand ?? props.lot.onHand)
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="take-juice" @submit.prevent="save">
    <div class="spread">
      <h2>
        <template v-if="lot.part">{{ t(`byPart.${lot.part}`) }}, </template>{{ name(lot.itemKey) }}
      </h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">{{ t('juice.take') }}</p>
    <FieldChoice
      :model-value="how"
      :label="t('juice.what')"
      :items="items(ways, 'juice')"
      test="juice-how"
      @update:model-value="how = $event!"
    />
    <div class="two">
      <FieldAmountField
        v-model="text"
        :label="t('juice.amount')"
        :unit="lot.unit"
        :of="lot.itemKind === 'ingredient' ? lot.itemKey : undefined"
        :device="lot.unit === 'g'"
        :error="form.fields.value.amount"
        test="juice-ml"
        @number="ml = $event"
      />
      <v-btn data-test="juice-all" @click="text = typed(left, lot.unit, 3)">{{
        t('juice.all', { amount: amount(left, lot.unit) })
      }}</v-btn>
    </div>
    <FieldChoice
      v-if="how === 'discard'"
      :model-value="reason"
      :label="t('event.reason')"
      :items="items(JUICE_REASONS, 'reason')"
      test="reason"
      @update:model-value="reason = $event!"
    />
    <template v-if="how === 'open'">
      <FieldChoice
        :model-value="place"
        :label="t('weighIn.place')"
        :items="items(PLACES, 'place')"
        test="opened-place"
        @update:model-value="place = $event!"
      />
      <FieldDay v-model="useBy" :label="t('pack.useBy')" test="opened-use-by" />
    </template>
    <v-text-field v-else v-model="note" :label="t('event.note')" maxlength="200" />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <div class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save-juice">{{
        t('juice.save')
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
