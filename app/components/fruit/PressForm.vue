<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { eurPerKg } from '#core/cost'
import { checkPress, type PressExtras } from '#core/limits'
import { massG, ProcessLimit } from '#core/process'
import {
  evaluatePress,
  costOfTaken,
  titratableAcidity,
  titrationLimit,
  trimmedTotalG,
  type PressInput,
  type PressResult,
} from '#core/yield'
import { FOAM, FRUIT_TEMPS, PRESS_METHODS, type FruitTemp, type PressMethod } from '#shared/lists'
import type { Lot, Press } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { figuresOfPress, useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { inBackground, refuseHere, uuid } from '~/utils/api'
import { exactKg } from '~/utils/format'
import type { PartRow } from './PartRows.vue'
import type { StripPart } from '#core/yield'

// Two numbers are enough: fruit taken and juice out. The rest is offered. With `correct`, in place of a press that was
// typed wrong.
const props = defineProps<{ lot: Lot; correct?: Press }>()
const emit = defineEmits<{ done: [pressId: string]; close: [] }>()
const { t } = useI18n()
const { n, name, day, locale } = useFormat()
const { ofLimit, ofCode } = useSentence()
const store = useFruit()
const outbox = useOutbox()
const catalogue = useCatalogue()
const session = useSession()

const old = props.correct
const show = (v: number | null | undefined, digits = 4): string =>
  v === null || v === undefined
    ? ''
    : String(Math.round(v * 10 ** digits) / 10 ** digits).replace('.', locale.value === 'es' ? ',' : '.')
type Amount =
  'taken' | 'trimmed' | 'juice' | 'minutes' | 'hands' | 'spilled' | 'brix' | 'ph' | 'ta' | 'sample' | 'base' | 'baseN'
const AMOUNTS: Amount[] = [
  'taken',
  'trimmed',
  'juice',
  'minutes',
  'hands',
  'spilled',
  'brix',
  'ph',
  'ta',
  'sample',
  'base',
  'baseN',
]
const named = old ? old.parts.reduce((s, p) => s + (p.part === 'pulp' ? 0 : (p.g ?? 0)), 0) : 0
const text = reactive<Record<Amount, string>>({
  taken: old ? show(old.takenG / 1000) : '',
  trimmed: old?.trimmedG && Math.abs(old.trimmedG - named) > 0.5 ? show(old.trimmedG / 1000) : '',
  juice: old ? show(old.juiceUnit === 'g' ? old.juiceG : old.juiceMl / 1000) : '',
  minutes: show(old?.minutes),
  hands: show(old?.hands),
  spilled: show(old?.spilledMl),
  brix: show(old?.seen?.brix),
  ph: show(old?.seen?.ph),
  ta: old?.seen?.titration ? '' : show(old?.seen?.ta),
  sample: show(old?.seen?.titration?.sampleMl),
  base: show(old?.seen?.titration?.baseMl),
  baseN: show(old?.seen?.titration?.baseN) || (locale.value === 'es' ? '0,1' : '0.1'),
})
const number = reactive(Object.fromEntries(AMOUNTS.map((a) => [a, null])) as Record<Amount, number | null>)
const how = reactive<Partial<Record<Amount, 'typed' | 'device'>>>({})
const unit = ref<'L' | 'mL' | 'g'>(old?.juiceUnit === 'g' ? 'g' : 'L')
const last = store.presses.find((p) => p.ingredientKey === props.lot.ingredientKey)
const method = ref<PressMethod>(old?.method ?? last?.method ?? 'hand-reamer')
const tool = ref(old?.tool ?? (last?.method === method.value ? last.tool : null) ?? '')
const fruitTemp = ref<FruitTemp | null>(old?.fruitTemp ?? null)
const foam = ref<(typeof FOAM)[number] | null>(old?.seen?.foam ?? null)
const at = ref<string | null>(old?.at ?? null)
const rows = ref<PartRow[]>(
  (old?.parts ?? []).map((p) => ({
    key: uuid(),
    part: p.part,
    text: show(p.g),
    g: p.g,
    kept: !!p.kept,
    lotId: uuid(),
    place: p.kept?.place ?? 'cold',
    useBy: p.kept?.useBy ?? '',
    useFor: p.kept?.useFor ?? '',
    how: 'typed' as const,
  })),
)
const fruit = computed(() => catalogue.dataOf(props.lot.ingredientKey)!)
const known = computed(() => store.yields.get(props.lot.ingredientKey)!)
const items = useChoices()
const tools = computed(() => [...new Set(store.presses.map((p) => p.tool).filter((x): x is string => !!x))])
const leftG = computed(() => props.lot.onHand + (old?.takenG ?? 0))

/** Juice as the core takes it: mL or g. */
const juice = computed(() =>
  number.juice === null
    ? null
    : unit.value === 'g'
      ? { value: number.juice, unit: 'g' as const }
      : { value: unit.value === 'L' ? number.juice * 1000 : number.juice, unit: 'mL' as const },
)
const titration = computed(() =>
  number.sample !== null && number.base !== null && number.baseN !== null
    ? { sampleMl: number.sample, baseMl: number.base, baseN: number.baseN }
    : null,
)
const ta = computed(() =>
  titration.value && !titrationLimit(titration.value) ? titratableAcidity(titration.value) : null,
)
const input = computed((): (PressInput & PressExtras) | null =>
  number.taken === null || !juice.value
    ? null
    : {
        takenG: number.taken * 1000,
        trimmedG: number.trimmed === null ? null : number.trimmed * 1000,
        juice: juice.value,
        method: method.value,
        minutes: number.minutes,
        parts: rows.value.filter((r) => r.g !== null || r.part === 'pulp').map((r) => ({ part: r.part, massG: r.g })),
        spilledMl: number.spilled,
        hands: number.hands,
        brix: number.brix,
        ph: number.ph,
        ta: titration.value ? null : number.ta,
        titration: titration.value,
        at: at.value,
        now: session.now().toISOString(),
      },
)
const preview = computed((): { result: PressResult | null; limit: ProcessLimit | null } => {
  const i = input.value
  if (!i || i.takenG <= 0 || i.juice.value <= 0 || (i.spilledMl ?? 0) < 0) return { result: null, limit: null }
  try {
    return { result: evaluatePress(fruit.value, i), limit: null }
  } catch (e) {
    if (e instanceof ProcessLimit) return { result: null, limit: e }
    throw e
  }
})
const figures = computed(() => {
  const [r, i] = [preview.value.result, input.value]
  if (!r || !i) return null
  const price = catalogue.latestPrice.get(props.lot.ingredientKey)
  const lot = { costEur: props.lot.costEur, amountG: props.lot.amount }
  const cost = costOfTaken(lot, i.takenG, price ? eurPerKg(price) : null)
  return figuresOfPress({
    ingredientKey: props.lot.ingredientKey,
    takenG: i.takenG,
    trimmedG: trimmedTotalG(i),
    juiceMl: r.juiceMl,
    juiceUnit: i.juice.unit,
    minutes: number.minutes,
    hands: number.hands,
    spilledMl: number.spilled,
    fruitCostEur: cost.eur,
    costBasis: cost.basis,
    at: session.now().toISOString(),
    seen: { foam: foam.value } as Press['seen'],
  })
})
const parts = computed((): StripPart[] => {
  const r = preview.value.result
  if (!r)
    return [
      {
        key: 'crate',
        kg: number.taken && number.taken > 0 ? Math.min(number.taken, leftG.value / 1000) : leftG.value / 1000,
      },
    ]
  const kg = (from: { name: string; stream: Parameters<typeof massG>[0] }[], is: (name: string) => boolean) =>
    from.filter((b) => is(b.name)).reduce((s, b) => s + massG(b.stream), 0) / 1000
  return [
    { key: 'juice', kg: r.juiceG / 1000 },
    { key: 'trim', kg: kg(r.byProducts, (x) => x !== 'pulp') },
    { key: 'pulp', kg: kg(r.byProducts, (x) => x === 'pulp') },
    { key: 'loss', kg: kg(r.losses, () => true) },
  ]
})
let id = uuid()
useFirstField(useTemplateRef<HTMLElement>('root'))
const form = useSubmit(async (idempotencyKey, confirm) => {
  refuseHere(checkPress(fruit.value, input.value!, leftG.value, known.value.used.value), confirm)
  const measured = AMOUNTS.filter((a) => how[a] === 'device' && number[a] !== null)
  const seen =
    foam.value || number.brix !== null || number.ph !== null || number.ta !== null || titration.value || measured.length
      ? {
          foam: foam.value,
          brix: number.brix,
          ph: number.ph,
          ta: titration.value ? null : number.ta,
          titration: titration.value,
          measured,
        }
      : null
  await outbox.keep('postPress', {
    key: idempotencyKey,
    body: {
      id,
      lotId: props.lot.id,
      takenKg: number.taken!,
      trimmedKg: number.trimmed,
      juice: juice.value!,
      method: method.value,
      minutes: number.minutes,
      parts: rows.value
        .filter((r) => r.g !== null || r.part === 'pulp')
        .map((r) => ({
          part: r.part,
          g: r.g,
          kept: r.kept
            ? { lotId: r.lotId, place: r.place, useBy: r.useBy || null, useFor: r.useFor.trim() || null }
            : null,
        })),
      tool: tool.value?.trim() || null,
      fruitTemp: fruitTemp.value,
      hands: number.hands,
      spilledMl: number.spilled,
      seen,
      at: at.value,
      replaces: old?.id ?? null,
      confirm,
    },
  })
})
const FIELD_OF_LIMIT: Record<string, string> = { trimmedG: 'trimmed', parts: 'parts' }
const fieldOf = (limit: ProcessLimit | null): string => (limit ? (FIELD_OF_LIMIT[limit.field ?? ''] ?? 'juice') : '')
const FIELD: Partial<Record<Amount, string>> = { taken: 'takenKg', trimmed: 'trimmedKg', spilled: 'spilledMl' }
const error = (a: Amount): string | undefined =>
  form.fields.value[FIELD[a] ?? a] || (fieldOf(preview.value.limit) === a ? ofLimit(preview.value.limit!) : undefined)
const partsError = computed(
  () => form.fields.value.parts || (fieldOf(preview.value.limit) === 'parts' ? ofLimit(preview.value.limit!) : ''),
)
const titrationError = computed(() => {
  const limit = titration.value && titrationLimit(titration.value)
  return limit ? ofCode(limit.code, limit.numbers) : form.fields.value.titration
})
const moreIsWrong = computed(() =>
  ['hands', 'spilledMl', 'brix', 'ph', 'ta', 'titration', 'at'].some((f) => form.fields.value[f]),
)

async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  if (number.taken === null) form.refuse('takenKg', t('problem.kg-missing'))
  if (number.juice === null) form.refuse('juice', t('problem.juice-missing'))
  for (const a of AMOUNTS)
    if (text[a].trim() && number[a] === null)
      form.refuse(FIELD[a] ?? a, t('problem.amount-not-a-number', { typed: text[a] }))
  if (rows.value.some((r) => r.g === null && r.part !== 'pulp')) form.refuse('parts', t('problem.part-not-positive'))
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  // What was just written is laid over what is shown: nobody waits for it to be read again.
  inBackground(store.load())
  const done = id
  id = uuid()
  emit('done', done)
}
const takeAll = (): void => {
  text.taken = exactKg(leftG.value, locale.value === 'es' ? ',' : '.')
}
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="press-form" @submit.prevent="save()">
    <div class="spread">
      <h2>
        {{
          old
            ? t('press.correct', { fruit: name(lot.ingredientKey) })
            : t('press.title', { fruit: name(lot.ingredientKey) })
        }}
      </h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">
      {{ [lot.supplier, day(lot.at)].filter(Boolean).join(' · ') }} ·
      {{ t('fruit.inCrate', { kg: n(leftG / 1000, 2) }) }}
    </p>
    <FruitKiloStrip
      :fruit="lot.ingredientKey"
      :parts="parts"
      :scale-kg="
        Math.max(
          number.taken ?? 0,
          parts.reduce((s, p) => s + p.kg, 0),
          0.001,
        )
      "
      :height="44"
      :label="t('press.strip')"
    />
    <div class="two">
      <FieldAmountField
        v-model="text.taken"
        :label="t('press.taken')"
        unit="kg"
        device
        :error="error('taken')"
        test="taken"
        @number="number.taken = $event"
        @how="how.taken = $event"
      />
      <v-btn data-test="take-all" @click="takeAll">{{ t('press.all', { kg: n(leftG / 1000, 2) }) }}</v-btn>
    </div>
    <div class="two">
      <FieldAmountField
        v-model="text.juice"
        :label="t('press.juice')"
        :unit="unit"
        :device="unit === 'g'"
        :error="error('juice')"
        test="juice"
        @number="number.juice = $event"
        @how="how.juice = $event"
      />
      <div class="units" role="radiogroup" :aria-label="t('press.unit')">
        <button
          v-for="u in ['L', 'mL', 'g'] as const"
          :key="u"
          type="button"
          role="radio"
          :aria-checked="unit === u"
          @click="unit = u"
        >
          {{ u }}
        </button>
      </div>
    </div>
    <div class="two even">
      <v-select
        v-model="method"
        :items="items(PRESS_METHODS, 'method')"
        :label="t('press.method')"
        data-test="method"
      />
      <FieldAmountField
        v-model="text.minutes"
        :label="t('press.minutes')"
        unit="min"
        :error="error('minutes')"
        test="minutes"
        @number="number.minutes = $event"
      />
    </div>
    <FieldMore
      :label="t('press.moreParts')"
      :show="!!partsError || !!error('trimmed') || rows.length > 0"
      test="more-parts"
    >
      <FieldAmountField
        v-model="text.trimmed"
        :label="t('press.trimmed')"
        unit="kg"
        device
        :error="error('trimmed')"
        test="trimmed"
        @number="number.trimmed = $event"
        @how="how.trimmed = $event"
      />
      <FruitPartRows v-model="rows" pulp-may-be-all :error="partsError" />
    </FieldMore>
    <FieldMore :label="t('press.moreReadings')" :show="moreIsWrong" test="more-readings">
      <FieldChoice
        v-model="fruitTemp"
        :label="t('press.fruitTemp')"
        :items="items(FRUIT_TEMPS, 'fruitTemp')"
        optional
        test="fruit-temp"
      />
      <FieldChoice v-model="foam" :label="t('press.foam')" :items="items(FOAM, 'foam')" optional />
      <p v-if="foam === 'foamy' && unit !== 'g'" class="small quiet">{{ t('press.foamWhy') }}</p>
      <div class="two even">
        <FieldAmountField
          v-model="text.brix"
          :label="t('press.brix')"
          unit="°Bx"
          device
          :error="error('brix')"
          test="press-brix"
          @number="number.brix = $event"
          @how="how.brix = $event"
        />
        <FieldAmountField
          v-model="text.ph"
          label="pH"
          :error="error('ph')"
          test="press-ph"
          @number="number.ph = $event"
        />
        <FieldAmountField
          v-model="text.hands"
          :label="t('press.hands')"
          :error="error('hands')"
          test="hands"
          @number="number.hands = $event"
        />
        <FieldAmountField
          v-model="text.spilled"
          :label="t('press.spilled')"
          unit="mL"
          :error="error('spilled')"
          test="spilled"
          @number="number.spilled = $event"
        />
      </div>
      <fieldset>
        <legend class="small quiet">{{ t('press.titration') }}</legend>
        <div class="three">
          <FieldAmountField
            v-model="text.sample"
            :label="t('press.sample')"
            unit="mL"
            test="sample"
            @number="number.sample = $event"
          />
          <FieldAmountField
            v-model="text.base"
            :label="t('press.base')"
            unit="mL"
            test="base"
            @number="number.base = $event"
          />
          <FieldAmountField
            v-model="text.baseN"
            :label="t('press.baseN')"
            unit="mol/L"
            test="base-n"
            @number="number.baseN = $event"
          />
        </div>
        <p v-if="titrationError" class="caution" role="alert" data-test="titration-error">{{ titrationError }}</p>
        <div v-else-if="ta" class="spread">
          <span>{{ t('figure.titratable-acidity') }}</span><FigureButton
            :figure="ta"
            :label="t('figure.titratable-acidity')"
          />
        </div>
        <FieldAmountField
          v-else
          v-model="text.ta"
          :label="t('press.ta')"
          unit="g/100 mL"
          :error="error('ta')"
          test="ta"
          @number="number.ta = $event"
        />
        <p class="small quiet">{{ t('caution.lye') }}</p>
      </fieldset>
      <v-combobox v-model="tool" :items="tools" :label="t('press.tool')" data-test="tool" />
      <FieldWhen v-model="at" :error="form.fields.value.at" />
    </FieldMore>
    <FruitYieldPanel v-if="figures" :fruit="lot.ingredientKey" :known="known" :press="figures" />
    <p class="caution">
      <b>{{ t('caution.cold-title') }}</b> {{ t('caution.keep-cold') }} {{ t('caution.cut-glove') }}
    </p>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <div v-if="!form.doubts.value.length" class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save">{{
        old ? t('do.correct') : t('press.save')
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
  grid-template-columns: 1fr 1fr;
}
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 8px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.units {
  display: flex;
  background: var(--sand);
  border-radius: 12px;
  padding: 3px;
}
.units button {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  border-radius: 10px;
  background: none;
  font: 600 15px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.units button[aria-checked='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>
