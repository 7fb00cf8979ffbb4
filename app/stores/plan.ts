import { defineStore } from 'pinia'
import { dayOf, shiftDay } from '#core/time'
import { goodsKey } from '#core/books'
import { toBuy, type BuyContext, type ToBuy, type Wanted } from '#core/buy'
import { cupsInAll, scaleToCups, timesCups, type Batch, type Losses } from '#core/scale'
import type { Cost } from '#core/cost'
import { ProcessLimit } from '#core/process'
import type { Evaluation, RecipeDocument } from '#core/recipe'
import { quotient, sum } from '#core/figures'
import type { PlanLine, Recipe, Stand } from '#shared/contract'
import { withPendingLines } from '~/outbox/pending'
import { useCatalogue } from './catalogue'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { onForget } from '~/utils/forget'
import { useOutbox } from './outbox'
import { useSession } from './session'

export interface Sheet {
  line: PlanLine
  recipe: Recipe
  document: RecipeDocument
  evaluation: Evaluation
  batch: Batch
  /** of the batch, with every cup of it served */
  cost: Cost | null
}

/** A cost, and what is known of it where a price is missing. */
export type Known = Pick<Cost, 'total' | 'known'>
/** What one cup of a batch costs. */
export const perCup = ({ cost, batch }: Sheet): Known | null =>
  cost && {
    total: cost.total && quotient('cost-of-cup', 'money', cost.total, batch.cups),
    known: quotient('cost-of-cup', 'money', cost.known, batch.cups),
  }

/** What a stand loses of what it makes. */
export const lossesOf = (stand: Stand | undefined): Losses => ({
  lossShare: stand?.lossShare ?? 0,
  leftMl: stand?.leftMl,
})

/** What all batches of a day cost; null where nobody here sees costs. */
export function costOfDay(of: readonly (Cost | null)[]): Known | null {
  const costs = of.flatMap((c) => c ?? [])
  if (!costs.length) return null
  const known = sum(
    'cost-of-day',
    'money',
    costs.map((c) => c.known),
  )
  return { known, total: costs.every((c) => c.total) ? known : null }
}

/** A planned line that cannot be worked out, and why. */
export interface Unsound {
  line: PlanLine
  name: string
  why: ProcessLimit
}

const NOTHING_PLANNED = { shown: [] as PlanLine[], today: [] as PlanLine[], tomorrow: [] as PlanLine[] }

/** Cups for a day at a stand, and the batch sheets and shopping that follow from them. */
export const usePlan = defineStore('plan', () => {
  const session = useSession()
  const drinks = useDrinks()
  const fruit = useFruit()
  const catalogue = useCatalogue()
  const answered = shallowRef(NOTHING_PLANNED)
  /** counts up with every answer: what belongs to the same day is read again */
  const loads = ref(0)
  const today = computed(() =>
    session.minute >= 0 && session.stand ? dayOf(session.now(), session.stand.timeZone) : '',
  )
  // Where today was planned, and it is another day now, the new one is.
  watch(today, (now, before) => {
    if (!now || !before || day.value !== before) return
    day.value = now
    void load()
  })
  const day = ref('')
  const over = (lines: PlanLine[], on: string): PlanLine[] =>
    withPendingLines(lines, useOutbox().overlay, session.standId, on)
  const lines = computed(() => over(answered.value.shown, day.value))
  const tomorrow = computed(() => (today.value ? shiftDay(today.value, 1) : ''))
  const linesToday = computed(() => over(answered.value.today, today.value))
  const linesTomorrow = computed(() => over(answered.value.tomorrow, tomorrow.value))
  const cupsToday = computed(() => linesToday.value.reduce((n, l) => n + cupsInAll(l), 0))

  /** A line as a batch, or why it cannot be one. @param stand whose scale, jug and losses count */
  function sheetOf(line: PlanLine, stand = session.stand!): Sheet | Unsound {
    const recipe = drinks.byId.get(line.recipeId)
    if (!recipe) return { line, name: '', why: new ProcessLimit('recipe-unsound', {}) }
    const { document, context } = drinks.served(recipe)
    const { evaluation, limit } = drinks.evaluate({ document, context })
    const unsound = (code: string): Unsound => ({ line, name: recipe.name, why: new ProcessLimit(code, {}) })
    if (!evaluation) return { line, name: recipe.name, why: limit! }
    if (!document.serve) return unsound('serve-missing')
    if (evaluation.jug.volume.value <= 0) return unsound('drink-empty')
    try {
      const steps = { massStepG: stand.massStepG, volumeStepMl: stand.volumeStepMl }
      const scaled = (of: RecipeDocument): Evaluation => drinks.evaluateOrThrow({ document: of, context })
      const batch = scaleToCups(evaluation, scaled, { ...line, ...lossesOf(stand), steps })
      const cost = drinks.costOfBatch(document, batch)
      // What cannot be bought for breaks here, and not on the list of everybody.
      toBuy([{ name: recipe.name, takes: batch.takes }], buyContext.value)
      return { line, recipe, document, evaluation, batch, cost }
    } catch (e) {
      return e instanceof ProcessLimit ? { line, name: recipe.name, why: e } : unsound('recipe-unsound')
    }
  }
  /** Batches of lines, and those that no batch can be made of: said, so that the rest is not taken for all. */
  function makeOf(of: readonly PlanLine[]): { sheets: Sheet[]; unsound: Unsound[] } {
    const made = session.stand && drinks.ready ? of.filter((l) => cupsInAll(l) > 0).map((l) => sheetOf(l)) : []
    return {
      sheets: made.filter((m): m is Sheet => 'batch' in m),
      unsound: made.filter((m): m is Unsound => 'why' in m),
    }
  }
  const made = computed(() => makeOf(lines.value))
  /** The day with so many times its cups. */
  const madeTimes = (times: number): { sheets: Sheet[]; unsound: Unsound[] } =>
    times === 1 ? made.value : makeOf(lines.value.map((l) => timesCups(l, times)))
  const sheets = computed(() => made.value.sheets)
  const unsound = computed(() => made.value.unsound)
  const litres = computed(() =>
    sum(
      'all-litres',
      'L',
      sheets.value.map((s) => s.batch.litres),
    ),
  )
  const totalCost = computed(() => costOfDay(sheets.value.map((s) => s.cost)))

  /** Chance of having enough that is bought for. */
  const chance = ref(0.9)
  const buyContext = computed((): BuyContext => ({
    fruitOf: catalogue.fruitOf,
    baseOf: catalogue.baseOf,
    isFruit: catalogue.isFruit,
    fruitYield: (key) => fruit.yields.get(key)!,
    onHandG: (key) => fruit.usableG(key, day.value) + fruit.heldG(key, day.value),
    onHandMl: (key) => fruit.usableMl(key, day.value),
    isGuessed: (key) => fruit.usable(key, day.value).some((lot) => !lot.weighed),
    chance: chance.value,
  }))
  /** litres of juices that somebody wants beside the plan */
  const wanted = ref<Wanted[]>([])
  const shopping = computed((): ToBuy =>
    toBuy(
      sheets.value.map((s) => ({ name: s.recipe.name, takes: s.batch.takes })),
      buyContext.value,
      wanted.value,
    ),
  )

  /** Cups that are filled, by what they are called: one of each, with its lid and straw. */
  const pieces = computed(() => {
    const count = new Map<string, number>()
    for (const serving of sheets.value.flatMap((s) => s.batch.servings)) {
      const cup = drinks.cupOf(serving)?.id
      if (cup) count.set(cup, (count.get(cup) ?? 0) + serving.cups.value)
    }
    return [...count].map(([id, n]) => ({
      cupId: id,
      name: catalogue.cups.find((c) => c.id === id)?.name ?? '',
      count: n,
      held: fruit.heldOf(goodsKey('cup', id), day.value, 'pieces'),
    }))
  })

  onForget(() => {
    answered.value = NOTHING_PLANNED
    wanted.value = []
  })
  async function load(): Promise<void> {
    const stand = session.standId
    if (!stand) return
    day.value ||= today.value
    const settled = useOutbox().reading(['putPlanLine'])
    const [shown, now, next] = await Promise.all([
      useOutbox().read('plan', { query: { stand, day: day.value } }),
      useOutbox().read('plan', { query: { stand, day: today.value } }),
      useOutbox().read('plan', { query: { stand, day: tomorrow.value } }),
    ])
    answered.value = { shown, today: now, tomorrow: next }
    settled()
    loads.value++
  }
  return {
    lines,
    today,
    tomorrow,
    day,
    linesToday,
    linesTomorrow,
    cupsToday,
    sheets,
    sheetOf,
    madeTimes,
    buyContext,
    unsound,
    shopping,
    pieces,
    chance,
    wanted,
    litres,
    totalCost,
    loads,
    load,
  }
})
