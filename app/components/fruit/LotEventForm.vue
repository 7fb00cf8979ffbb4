<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { cleaningRoutine, garnishG, ROUTINES, type CleaningRoutine } from '#core/yield'
import { DISCARD_REASONS, FEELS, PLACES, type DiscardReason, type Feel, type Place } from '#shared/lists'
import type { Lot, LotEventBody } from '#shared/contract'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'
import { toldParts } from '~/utils/parts'
import type { PartRow } from './PartRows.vue'

// What is done with a lot beside pressing it: looked at, cleaned, taken for garnish, thrown away, or sorted when it
// nears its end.
export type EventKind = LotEventBody['kind']
const props = defineProps<{ lot: Lot; kind: EventKind }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n()
const { n, name, amount, typed } = useFormat()
const store = useFruit()
const session = useSession()
const items = useChoices()

const AMOUNTS = ['kg', 'pieces', 'perPiece', 'brix', 'tempC', 'cracked'] as const
const { text, number, bind, guard, isEmpty, measured } = useAmounts(AMOUNTS)
const feel = ref<Feel | null>(props.lot.look?.feel ?? props.lot.seen?.feel ?? null)
const place = ref<Place>(props.lot.look?.place ?? props.lot.place ?? 'room')
const reason = ref<DiscardReason>('soft')
const note = ref('')
const initials = ref((session.person?.name ?? '').slice(0, 2).toUpperCase())
const rows = ref<PartRow[]>([])
// An own fruit is cleaned as the shipped one that it is like.
const routine = ref<CleaningRoutine>(
  cleaningRoutine(useCatalogue().dataOf(props.lot.itemKey)?.key ?? props.lot.itemKey, props.lot.cost === 0),
)
const unitG = computed(() => store.unitG(props.lot))
const garnish = computed(() => garnishG({ pieces: number.pieces, massG: null }, unitG.value))
const sortedG = computed(() => rows.value.reduce((s, r) => s + (r.g ?? 0), 0))

const event = computed((): LotEventBody => {
  switch (props.kind) {
    case 'look':
      return {
        kind: 'look',
        place: place.value,
        feel: feel.value,
        brix: number.brix,
        tempC: number.tempC,
        crackedShare: number.cracked === null ? null : number.cracked / 100,
        note: note.value.trim() || null,
      }
    case 'clean':
      return { kind: 'clean', routine: routine.value, initials: initials.value.trim() }
    case 'garnish':
      return { kind: 'garnish', pieces: number.pieces, massG: null, perPiece: number.perPiece }
    case 'discard':
      return {
        kind: 'discard',
        kg: number.kg ?? 0,
        amount: null,
        reason: reason.value,
        note: note.value.trim() || null,
      }
    case 'sort':
      return { kind: 'sort', kg: number.kg ?? 0, reason: reason.value, parts: toldParts(rows.value) }
  }
  throw new Error(props.kind)
})
useFirstField(useTemplateRef<HTMLElement>('root'))
const { form, send } = useLotEvent(props.lot.id)
async function save(): Promise<void> {
  form.fields.value = {}
  guard(form, (a) => (a === 'cracked' ? 'crackedShare' : a))
  if (props.kind === 'clean' && !initials.value.trim()) form.refuse('initials', t('problem.initials-missing'))
  if (props.kind === 'garnish' && number.pieces === null) form.refuse('pieces', t('problem.pieces-missing'))
  if (['discard', 'sort'].includes(props.kind) && isEmpty('kg')) form.refuse('kg', t('problem.kg-missing'))
  if (props.kind === 'sort' && !rows.value.length) form.refuse('parts', t('problem.part-not-positive'))
  if (Object.keys(form.fields.value).length) return
  if (await send(event.value, measured())) emit('done')
}
const all = (): void => {
  text.kg = typed(props.lot.onHand / 1000, 'kg', 6)
}
</script>

<template>
  <form ref="root" class="stack" novalidate :data-test="`event-${kind}`" @submit.prevent="save">
    <div class="spread">
      <h2>{{ t(`event.${kind}.title`, { fruit: name(lot.itemKey) }) }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">{{ t(`event.${kind}.why`) }}</p>

    <template v-if="kind === 'look'">
      <FieldChoice v-model="feel" :label="t('weighIn.feel')" :items="items(FEELS, 'feel')" optional test="feel" />
      <FieldChoice
        :model-value="place"
        :label="t('weighIn.place')"
        :items="items(PLACES, 'place')"
        test="place"
        @update:model-value="place = $event!"
      />
      <div class="even">
        <FieldAmountField
          v-bind="bind('brix')"
          :label="t('weighIn.brix')"
          unit="°Bx"
          device
          :error="form.fields.value.brix"
          test="brix"
        />
        <FieldAmountField
          v-bind="bind('tempC')"
          :label="t('weighIn.temp')"
          unit="°C"
          device
          :error="form.fields.value.tempC"
          test="temp"
        />
        <FieldAmountField
          v-bind="bind('cracked')"
          :label="t('weighIn.cracked')"
          unit="%"
          :error="form.fields.value.crackedShare"
          test="cracked"
        />
      </div>
      <v-text-field v-model="note" :label="t('event.note')" maxlength="200" />
    </template>

    <template v-else-if="kind === 'clean'">
      <v-select
        v-model="routine"
        :items="ROUTINES.map((value) => ({ value, title: t(`routine.${value}.name`) }))"
        :label="t('event.routine')"
        data-test="routine"
      />
      <ol class="steps">
        <li v-for="i in 3" :key="i">{{ t(`routine.${routine}.${i}`) }}</li>
      </ol>
      <v-text-field
        v-model="initials"
        :label="t('event.initials')"
        :error-messages="form.fields.value.initials"
        maxlength="8"
        data-test="initials"
      />
      <p class="caution">
        <b>{{ t('caution.wash-title') }}</b> {{ t('caution.wash-record') }}
      </p>
    </template>

    <template v-else-if="kind === 'garnish'">
      <div class="even">
        <FieldAmountField
          v-bind="bind('pieces')"
          :label="t('event.pieces')"
          :error="form.fields.value.pieces"
          test="pieces"
        />
        <FieldAmountField
          v-bind="bind('perPiece')"
          :label="t('event.perPiece')"
          :error="form.fields.value.perPiece"
          test="per-piece"
        />
      </div>
      <p v-if="garnish !== null" class="small quiet" data-test="garnish-g">
        {{ t('event.garnishG', { g: amount(garnish, 'g'), each: amount(unitG!, 'g') })
        }}<template v-if="number.perPiece">
          ·
          {{
            t('event.garnishes', { n: n(number.pieces! * number.perPiece) }, number.pieces! * number.perPiece)
          }}</template
        >
      </p>
    </template>

    <template v-else>
      <div class="two">
        <FieldAmountField
          v-bind="bind('kg')"
          :label="t(`event.${kind}.kg`)"
          unit="kg"
          device
          :error="form.fields.value.kg"
          test="event-kg"
        />
        <v-btn data-test="event-all" @click="all">{{ t('press.all', { kg: amount(lot.onHand / 1000, 'kg') }) }}</v-btn>
      </div>
      <FruitPartRows v-if="kind === 'sort'" v-model="rows" keep-by-default :error="form.fields.value.parts" />
      <p v-if="kind === 'sort' && number.kg && sortedG" class="small quiet">
        {{ t('event.sort.rest', { g: amount(Math.max(0, number.kg * 1000 - sortedG), 'g') }) }}
      </p>
      <FieldChoice
        :model-value="reason"
        :label="t('event.reason')"
        :items="items(DISCARD_REASONS, 'reason')"
        test="reason"
        @update:model-value="reason = $event!"
      />
      <v-text-field v-if="kind === 'discard'" v-model="note" :label="t('event.note')" maxlength="200" />
      <p v-if="kind === 'sort'" class="caution">
        <b>{{ t('caution.wash-title') }}</b> {{ t('caution.unsound') }}
      </p>
    </template>

    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <div class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save-event">{{
        t(`event.${kind}.save`)
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
.even {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.steps {
  margin: 0;
  padding-left: 22px;
  display: grid;
  gap: 8px;
  line-height: 1.4;
}
</style>
