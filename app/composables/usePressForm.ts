import { useI18n } from 'vue-i18n'
import type { Finding } from '#core/limits'
import { titratableAcidity, titrationLimit } from '#core/yield'
import type { FOAM, FruitTemp, PressMethod } from '#shared/lists'
import type { BodyInput, Lot, Press } from '#shared/contract'
import type { PartRow } from '~/components/fruit/PartRows.vue'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { figuresOfPress, useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { inBackground, refuseHere, uuid } from '~/utils/api'
import { toldParts } from '~/utils/parts'

const AMOUNTS = [
  'taken',
  'trimmed',
  'juice',
  'minutes',
  'water',
  'loads',
  'hands',
  'spilled',
  'brix',
  'ph',
  'ta',
  'sample',
  'base',
  'baseN',
] as const
export type PressAmount = (typeof AMOUNTS)[number]

/** mol per L: the base that titration kits come with. Common practice, no source. */
const USUAL_BASE_N = 0.1

/** Another lot that goes in with the fruit. */
export interface AlsoRow {
  key: string
  lotId: string
  text: string
  kg: number | null
}
/** The field of the form that a field of the body is typed in, where it is called otherwise. */
const FIELD: Partial<Record<PressAmount, string>> = { taken: 'takenKg', trimmed: 'trimmedKg', spilled: 'spilledMl' }
/** What is said while somebody types: what cannot be worked out. Amounts that are not there yet are no fault. */
const NOT_YET = ['juice-not-positive', 'kg-not-positive', 'base-name-missing', 'water-out-of-range', 'not-found']

/**
 * What is typed of a press, as the fact that it tells: booked while it is typed, so that strip, figures and sentences
 * are those that the books will hold. With `correct`, in place of a press that was typed wrong.
 */
export function usePressForm(lot: Lot, correct: Press | undefined, done: (pressId: string) => void) {
  const { t } = useI18n()
  const { name, typed } = useFormat()
  const { ofCode } = useSentence()
  const store = useFruit()
  const catalogue = useCatalogue()
  const session = useSession()
  const old = correct
  const named = old ? old.parts.reduce((s, p) => s + (p.part === 'pulp' ? 0 : (p.g ?? 0)), 0) : 0
  const oldMl = old?.base?.outMl ?? old?.juiceMl ?? 0
  const oldG = old?.base?.outG ?? old?.juiceG
  const own = old?.takes.find((x) => x.lotId === lot.id) ?? old?.takes[0]
  /** g that were peeled off before are no trimming of now */
  const peeledG = old ? old.takes.reduce((s, x) => s + x.takenG - x.outG, 0) : 0
  const oldTrimmedG = old?.trimmedG ? old.trimmedG - peeledG : 0
  const amounts = useAmounts(AMOUNTS, {
    taken: own ? typed(own.outG / 1000, 'kg') : '',
    trimmed: Math.abs(oldTrimmedG - named) > 0.5 ? typed(oldTrimmedG / 1000, 'kg') : '',
    juice: old ? (old.juiceUnit === 'g' ? typed(oldG, 'g') : typed(oldMl / 1000, 'L')) : '',
    minutes: typed(old?.minutes),
    water: old?.base?.waterG ? typed(old.base.waterG, 'g', 1) : '',
    loads: '',
    hands: typed(old?.hands),
    spilled: typed(old?.base ? old.base.spilledMl : old?.spilledMl, 'mL'),
    brix: typed(old?.seen?.brix),
    ph: typed(old?.seen?.ph),
    ta: old?.seen?.titration ? '' : typed(old?.seen?.ta),
    sample: typed(old?.seen?.titration?.sampleMl),
    base: typed(old?.seen?.titration?.baseMl),
    baseN: typed(old?.seen?.titration?.baseN ?? USUAL_BASE_N),
  })
  const { text, number } = amounts
  const last = store.presses.find((p) => p.ingredientKey === lot.itemKey)
  const method: PressMethod = old?.method ?? last?.method ?? 'hand-reamer'
  const told = reactive({
    unit: (old?.juiceUnit === 'g' ? 'g' : 'L') as 'L' | 'mL' | 'g',
    waterUnit: (old ? 'g' : 'mL') as 'mL' | 'g',
    method,
    tool: old?.tool ?? (last?.method === method ? last.tool : null) ?? '',
    fruitTemp: old?.fruitTemp ?? (null as FruitTemp | null),
    foam: old?.seen?.foam ?? (null as (typeof FOAM)[number] | null),
    at: old?.at ?? (null as string | null),
    /** as somebody typed it; until then the name is made of the fruit */
    baseName: (old?.baseKey ? name(old.baseKey) : null) as string | null,
  })
  const rows = ref<PartRow[]>(
    (old?.parts ?? []).map((p) => ({
      key: uuid(),
      part: p.part,
      text: typed(p.g, 'g'),
      g: p.g,
      kept: !!p.kept,
      lotId: uuid(),
      place: p.kept?.place ?? 'cold',
      useBy: p.kept?.useBy ?? '',
      useFor: p.kept?.useFor ?? '',
      how: 'typed' as const,
    })),
  )
  const also = ref<AlsoRow[]>(
    (old?.takes ?? [])
      .filter((x) => x.lotId !== own?.lotId)
      .map((x) => ({ key: uuid(), lotId: x.lotId, text: typed(x.outG / 1000, 'kg'), kg: x.outG / 1000 })),
  )

  const isBase = computed(() => number.water !== null || also.value.length > 0)
  /** A base that came of this fruit before, or a name made of what goes in. */
  const suggested = computed(() => {
    const fruits = [lot, ...also.value.flatMap((a) => store.lots.find((l) => l.id === a.lotId) ?? [])]
    const keys = [...new Set(fruits.map((l) => l.itemKey))]
    const before = catalogue.bases.find((b) => {
      const of = b.base?.parts.filter((p) => p.key !== 'water').map((p) => p.key) ?? []
      return of.length === keys.length && of.every((k) => keys.includes(k))
    })
    if (before) return before.name ?? ''
    const names = keys.map((k) => name(k))
    return names.length > 1 ? names.join(' + ') : t('press.withWater', { fruit: names[0]! })
  })
  const baseName = computed(() => told.baseName ?? suggested.value)
  const titration = computed(() =>
    number.sample !== null && number.base !== null && number.baseN !== null
      ? { sampleMl: number.sample, baseMl: number.base, baseN: number.baseN }
      : null,
  )
  const ta = computed(() =>
    titration.value && !titrationLimit(titration.value) ? titratableAcidity(titration.value) : null,
  )
  const parts = computed(() => toldParts(rows.value.filter((r) => r.g !== null || r.part === 'pulp')))
  const seen = computed(() => {
    const measured = amounts.measured()
    const read = [told.foam, number.brix, number.ph, number.ta, titration.value].some((x) => x !== null)
    return read || measured.length
      ? {
          foam: told.foam,
          brix: number.brix,
          ph: number.ph,
          ta: titration.value ? null : number.ta,
          titration: titration.value,
          measured,
        }
      : null
  })
  let id = uuid()
  const body = computed((): BodyInput<'postPress'> | null => {
    if (number.taken === null || number.juice === null) return null
    const { unit } = told
    return {
      id,
      lotId: lot.id,
      takenKg: number.taken,
      trimmedKg: number.trimmed,
      juice: { value: unit === 'L' ? number.juice * 1000 : number.juice, unit: unit === 'g' ? 'g' : 'mL' },
      method: told.method,
      minutes: number.minutes,
      parts: parts.value,
      tool: told.tool?.trim() || null,
      fruitTemp: told.fruitTemp,
      hands: number.hands,
      spilledMl: number.spilled,
      seen: seen.value,
      water: number.water === null ? null : { value: number.water, unit: told.waterUnit, loads: number.loads ?? 1 },
      also: also.value.map((a) => ({ lotId: a.lotId, takenKg: a.kg ?? 0 })),
      base: isBase.value ? baseName.value.trim() || null : null,
      at: told.at,
      replaces: old?.id ?? null,
    }
  })
  const booked = computed(() => (body.value ? store.tryOut('press', { params: {}, body: body.value }) : null))
  /** the press as the books would hold it */
  const row = computed(() => booked.value?.presses[0] ?? null)
  const figures = computed(() => row.value && figuresOfPress(row.value as unknown as Press))
  /** on its way: what the shelf holds meanwhile is without the fruit that it takes */
  const sending = ref(false)
  const limit = computed((): Finding | null =>
    sending.value ? null : (booked.value?.limits.find((l) => !NOT_YET.includes(l.code)) ?? null),
  )

  useFirstField(useTemplateRef<HTMLElement>('root'))
  const form = useSubmit(async (key, confirm) => {
    const call = { params: {}, body: { ...body.value!, confirm } }
    refuseHere(store.tryOut('press', call), confirm)
    await useOutbox().keep('postPress', { key, body: call.body })
  })
  const sentence = (field: string): string =>
    form.fields.value[field] || (limit.value?.field === field ? ofCode(limit.value.code, limit.value.numbers) : '')
  const error = (a: PressAmount): string | undefined => sentence(FIELD[a] ?? a) || undefined

  async function save(confirm?: true): Promise<void> {
    form.fields.value = {}
    if (number.taken === null) form.refuse('takenKg', t('problem.kg-missing'))
    if (number.juice === null) form.refuse('juice', t('problem.juice-missing'))
    amounts.guard(form, (a) => FIELD[a] ?? a)
    if (rows.value.some((r) => r.g === null && r.part !== 'pulp')) form.refuse('parts', t('problem.part-not-positive'))
    also.value.forEach((a, i) => {
      if (a.kg === null) form.refuse(`also.${i}.takenKg`, t('problem.kg-missing'))
    })
    if (Object.keys(form.fields.value).length) return
    sending.value = true
    const isDone = await (confirm ? form.confirmDoubts() : form.submit())
    if (!isDone) {
      sending.value = false
      return
    }
    // What was just written is laid over what is shown: nobody waits for it to be read again.
    // What a base is called comes before the jug of it.
    inBackground(isBase.value ? catalogue.load().then(() => store.load()) : store.load())
    const pressId = id
    id = uuid()
    done(pressId)
  }
  const leftG = computed(() => lot.onHand + (own?.outG ?? 0))
  const now = (): string => session.now().toISOString()
  return {
    old,
    text,
    number,
    bind: amounts.bind,
    told,
    rows,
    also,
    isBase,
    baseName,
    titration,
    ta,
    row,
    figures,
    form,
    sentence,
    error,
    save,
    leftG,
    now,
  }
}
export type PressFormState = ReturnType<typeof usePressForm>
