<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { checkPress } from '#core/limits'
import { massG, ProcessLimit } from '#core/process'
import { evaluatePress, shareOfCostEur, type PressResult } from '#core/yield'
import { PRESS_METHODS, type PressMethod } from '#shared/lists'
import type { Lot } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { figuresOfPress, useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { refuseHere, uuid } from '~/utils/api'
import type { StripPart } from './KiloStrip.vue'

const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: [pressId: string]; close: [] }>()
const { t } = useI18n()
const { n, name, day } = useFormat()
const { ofLimit } = useSentence()
const store = useFruit()
const outbox = useOutbox()
const catalogue = useCatalogue()
const session = useSession()

const text = reactive({ taken: '', trimmed: '', juice: '', minutes: '' })
const number = reactive({ taken: null as number | null, trimmed: null as number | null, juice: null as number | null, minutes: null as number | null })
const unit = ref<'L' | 'mL' | 'g'>('L')
const lastMethod = store.presses.find((p) => p.ingredientKey === props.lot.ingredientKey)?.method
const method = ref<PressMethod>(lastMethod ?? 'hand-reamer')
const fruit = computed(() => catalogue.dataOf(props.lot.ingredientKey)!)
const known = computed(() => store.yields.get(props.lot.ingredientKey)!)
const methods = computed(() => PRESS_METHODS.map((m) => ({ value: m, title: t(`method.${m}`) })))

/** Juice as the core takes it: mL or g. */
const juice = computed(() => (number.juice === null ? null : unit.value === 'g' ? { value: number.juice, unit: 'g' as const } : { value: unit.value === 'L' ? number.juice * 1000 : number.juice, unit: 'mL' as const }))
const preview = computed((): { result: PressResult | null; limit: ProcessLimit | null } => {
  if (!number.taken || !juice.value || number.taken <= 0 || juice.value.value <= 0) return { result: null, limit: null }
  try {
    return { result: evaluatePress(fruit.value, { takenG: number.taken * 1000, trimmedG: number.trimmed === null ? null : number.trimmed * 1000, juice: juice.value, method: method.value, minutes: number.minutes }), limit: null }
  } catch (e) {
    if (e instanceof ProcessLimit) return { result: null, limit: e }
    throw e
  }
})
const figures = computed(() => {
  const r = preview.value.result
  if (!r) return null
  return figuresOfPress({
    ingredientKey: props.lot.ingredientKey, takenG: number.taken! * 1000, trimmedG: number.trimmed === null ? null : number.trimmed * 1000, juiceMl: r.juiceMl, juiceUnit: juice.value!.unit,
    minutes: number.minutes, fruitCostEur: shareOfCostEur(props.lot.costEur, props.lot.amount, number.taken! * 1000), costBasis: 'measured', at: session.now().toISOString(), by: '',
  })
})
const parts = computed((): StripPart[] => {
  const r = preview.value.result
  if (!r) return [{ key: 'crate', kg: number.taken && number.taken > 0 ? Math.min(number.taken, props.lot.onHand / 1000) : props.lot.onHand / 1000 }]
  const kg = (from: { name: string; stream: Parameters<typeof massG>[0] }[], what: string) => from.filter((b) => b.name === what).reduce((s, b) => s + massG(b.stream), 0) / 1000
  return [{ key: 'juice', kg: r.juiceG / 1000 }, { key: 'trim', kg: kg(r.byProducts, 'trim') }, { key: 'pulp', kg: kg(r.byProducts, 'pulp') }, { key: 'loss', kg: kg(r.losses, 'stuck') }]
})
let ids = { press: uuid(), juice: uuid() }
const form = useSubmit(async (idempotencyKey, confirm) => {
  refuseHere(checkPress(fruit.value, { takenG: number.taken! * 1000, trimmedG: number.trimmed === null ? null : number.trimmed * 1000, juice: juice.value!, method: method.value, minutes: number.minutes }, props.lot.onHand, known.value.used.value), confirm)
  await outbox.keep('postPress', { key: idempotencyKey, body: { id: ids.press, lotId: props.lot.id, juiceLotId: ids.juice, takenKg: number.taken!, trimmedKg: number.trimmed, juice: juice.value!, method: method.value, minutes: number.minutes, confirm } })
})
const fieldOf = (limit: ProcessLimit | null): 'trimmed' | 'juice' | null => (limit ? (limit.field === 'trimmedG' ? 'trimmed' : 'juice') : null)
const errors = computed(() => {
  const live = preview.value.limit
  return {
    taken: form.fields.value.takenKg, minutes: form.fields.value.minutes,
    trimmed: form.fields.value.trimmedKg || (fieldOf(live) === 'trimmed' ? ofLimit(live!) : ''),
    juice: form.fields.value.juice || (fieldOf(live) === 'juice' ? ofLimit(live!) : ''),
  }
})

async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  if (number.taken === null) form.refuse('takenKg', t('problem.kg-missing'))
  if (number.juice === null) form.refuse('juice', t('problem.juice-missing'))
  if (text.trimmed.trim() && number.trimmed === null) form.refuse('trimmedKg', t('problem.amount-not-a-number', { typed: text.trimmed }))
  if (text.minutes.trim() && number.minutes === null) form.refuse('minutes', t('problem.amount-not-a-number', { typed: text.minutes }))
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  await store.load()
  const done = ids.press
  ids = { press: uuid(), juice: uuid() }
  emit('done', done)
}
const takeAll = (): void => { text.taken = String(Math.round(props.lot.onHand / 10) / 100) }
</script>

<template>
  <form class="stack" novalidate data-test="press-form" @submit.prevent="save()">
    <div class="spread"><h2>{{ t('press.title', { fruit: name(lot.ingredientKey) }) }}</h2><v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn></div>
    <p class="quiet small">{{ [lot.supplier, day(lot.at)].filter(Boolean).join(' · ') }} · {{ t('fruit.inCrate', { kg: n(lot.onHand / 1000, 2) }) }}</p>
    <FruitKiloStrip :fruit="lot.ingredientKey" :parts="parts" :scale-kg="Math.max(number.taken ?? 0, parts.reduce((s, p) => s + p.kg, 0), 0.001)" :height="44" :label="t('press.strip')" />
    <div class="two">
      <FieldAmountField v-model="text.taken" :label="t('press.taken')" unit="kg" :error="errors.taken" test="taken" @number="number.taken = $event" />
      <v-btn @click="takeAll">{{ t('press.all', { kg: n(lot.onHand / 1000, 2) }) }}</v-btn>
    </div>
    <FieldAmountField v-model="text.trimmed" :label="t('press.trimmed')" unit="kg" optional :error="errors.trimmed" test="trimmed" @number="number.trimmed = $event" />
    <div class="two">
      <FieldAmountField v-model="text.juice" :label="t('press.juice')" :unit="unit" :error="errors.juice" test="juice" @number="number.juice = $event" />
      <div class="units" role="radiogroup" :aria-label="t('press.unit')">
        <button v-for="u in (['L', 'mL', 'g'] as const)" :key="u" type="button" role="radio" :aria-checked="unit === u" @click="unit = u">{{ u }}</button>
      </div>
    </div>
    <div class="two even">
      <v-select v-model="method" :items="methods" :label="t('press.method')" />
      <FieldAmountField v-model="text.minutes" :label="t('press.minutes')" unit="min" optional :error="errors.minutes" test="minutes" @number="number.minutes = $event" />
    </div>
    <FruitYieldPanel v-if="figures" :fruit="lot.ingredientKey" :known="known" :press="figures" />
    <p class="caution"><b>{{ t('caution.cold-title') }}</b> {{ t('caution.keep-cold') }} {{ t('caution.cut-glove') }}</p>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <div v-if="!form.doubts.value.length" class="act"><v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save">{{ t('press.save') }}</v-btn></div>
  </form>
</template>

<style scoped>
.two { display: grid; grid-template-columns: 1fr auto; gap: 10px; align-items: start; }
.even { grid-template-columns: 1fr 1fr; }
.units { display: flex; background: var(--sand); border-radius: 12px; padding: 3px; }
.units button { min-width: 44px; min-height: 44px; border: 0; border-radius: 10px; background: none; font: 600 15px var(--text); color: var(--ink); cursor: pointer; }
.units button[aria-checked='true'] { background: var(--ink); color: var(--sheet); }
</style>
