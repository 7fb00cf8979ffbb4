import {
  dearer,
  handMinOfCup,
  materialsOf,
  menuRow,
  priceForShare,
  priceOfSize,
  pricePerKg,
  variesBy,
  varyingCup,
  type MenuRow,
  type PriceBook,
  type Varies,
} from '#core/cost'
import { given, quotient, type Figure } from '#core/figures'
import { inSize, type Evaluation } from '#core/recipe'
import { shiftDay } from '#core/time'
import type { CountSheet, PlanLine, Recipe } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { usePlan, type Sheet } from '~/stores/plan'
import { useSession } from '~/stores/session'
import type { SpreadAsk, SpreadRow } from '~/workers/spread'

/** Cups of a usual batch: hands are shared by so many, where nobody has sold any. */
const USUAL_CUPS = 40
const SOLD_DAYS = 30
const SEED = 20261128

export interface MenuAsk {
  /** shares of 1 */
  tax: number
  target: number
  /** what costs so many times as much; null for nothing */
  dear: string | null
  dearTimes: number
}
export interface MenuLine extends MenuRow {
  /** of the drink in this cup */
  id: string
  recipe: Recipe
  /** another cup than the usual one; null for that */
  cupId: string | null
  price: number | null
  /** nobody said what this size costs: it is reckoned by what it holds */
  isReckoned: boolean
  /** of one cup */
  evaluation: Evaluation
  goesIn: Figure | null
  cups: number
  /** price for the share that is asked for; null where it is not known */
  priceFor: Figure | null
  /** what a cup leaves where something is dearer; null where nothing is, or it is not known */
  leftDearer: Figure | null
}

/** What each drink of the menu leaves, and how sure its cost is. */
export function useMenu(ask: () => MenuAsk) {
  const session = useSession()
  const drinks = useDrinks()
  const catalogue = useCatalogue()
  const fruit = useFruit()
  const plan = usePlan()
  /** Cups that were sold, by drink and cup. */
  const sold = shallowRef<CountSheet['cups']>([])
  async function load(): Promise<void> {
    const until = plan.today
    if (!session.standId || !until) return
    const query = { stand: session.standId, from: shiftDay(until, 1 - SOLD_DAYS), until }
    const sheet = await useOutbox()
      .read('count', { query })
      .catch(() => null)
    sold.value = sheet?.cups ?? []
  }
  /** Of one size; of all cups that are no other size where it is the usual one. */
  function soldOf(r: Recipe, cupId: string | null, others: readonly (string | null)[]): number {
    const isOf = (c: { cupId: string | null }): boolean =>
      cupId === null ? !others.includes(c.cupId) : c.cupId === cupId
    return sold.value.reduce((n, c) => (c.recipeId === r.id && isOf(c) ? n + c.cups : n), 0)
  }
  watch([() => session.standId, () => plan.today], load, { immediate: true })

  const made = computed(() => {
    const line = (r: Recipe, cupId: string | null, cups: number): PlanLine => ({
      ...{ id: r.id, standId: session.standId, day: plan.today, recipeId: r.id, version: 0 },
      ...{ expected: null, spread: null },
      ...(cupId === null ? { cups, sizes: [] } : { cups: 0, sizes: [{ cupId, cups }] }),
    })
    const of = drinks.drinks.filter((r) => r.standard && !r.retired)
    if (!session.stand || !drinks.ready) return []
    return of.flatMap((recipe) => {
      const others = (drinks.served(recipe).document.serve?.sizes ?? []).map((s) => s.cupId)
      return [null, ...others].map((cupId) => {
        const cups = soldOf(recipe, cupId, others)
        const batchCups = Math.max(USUAL_CUPS, Math.round(cups / SOLD_DAYS))
        return { recipe, cupId, cups, batchCups, sheet: plan.sheetOf(line(recipe, cupId, batchCups)) }
      })
    })
  })
  /** What a cup of a batch takes in, by a price book. */
  function goesIn(sheet: Sheet, cups: number, book?: PriceBook): Figure | null {
    const cost = book ? drinks.costOfBatch(sheet.document, sheet.batch, book) : sheet.cost
    const all = cost && materialsOf(cost)
    return all && quotient('cost-of-cup', 'money', all, given('cups', cups, 'cups', 'measured', 'source.plan'))
  }
  const lines = computed((): MenuLine[] => {
    const { tax, target, dear, dearTimes } = ask()
    const book = drinks.priceBook && dear ? dearer(drinks.priceBook, dear, dearTimes) : null
    return made.value.flatMap(({ recipe, cupId, cups, batchCups, sheet }): MenuLine[] => {
      if (!('batch' in sheet)) return []
      const { batch, document } = sheet
      const usualMl = sheet.evaluation.jug.volume.value
      const size = document.serve!.sizes?.find((s) => s.cupId === cupId)
      const evaluation = size
        ? drinks.evaluate(drinks.live(inSize(sheet.evaluation.document, size, usualMl))).evaluation
        : sheet.evaluation
      if (!evaluation) return []
      const drinkMl = size?.drinkMl ?? usualMl
      const { price, isReckoned } = priceOfSize(cupId, drinkMl, { ...drinks.soldHere(recipe), usualMl })
      const cost = goesIn(sheet, batchCups)
      const cup = {
        ...{ price, goesIn: cost, drinkMl, cups },
        handMin: handMinOfCup(batch.evaluation, batchCups, document.serve!),
      }
      const row = menuRow(cup, tax)
      const then = book ? menuRow({ ...cup, goesIn: goesIn(sheet, batchCups, book) }, tax).left : null
      const priceFor = cost && priceForShare(cost, target, tax)
      const id = `${recipe.id} ${cupId ?? ''}`
      return [
        { ...row, id, recipe, cupId, price, isReckoned, evaluation, goesIn: cost, cups, priceFor, leftDearer: then },
      ]
    })
  })
  const unsound = computed(() => [
    ...new Set(made.value.flatMap(({ recipe, sheet }) => ('batch' in sheet ? [] : [recipe.name]))),
  ])
  /** What goes into any drink and has a price of its own. */
  const things = computed(() => {
    const keys = new Set<string>()
    for (const { sheet } of made.value)
      if ('batch' in sheet)
        for (const key of sheet.evaluation.bill.ingredients.keys())
          keys.add(catalogue.priceOf(key) ? key : (catalogue.fruitOf(key) ?? key))
    return [...keys].filter((key) => catalogue.priceOf(key))
  })

  const spreads = shallowRef(new Map<string, SpreadRow>())
  const isDrawing = ref(false)
  let worker: Worker | null = null
  function draw(): void {
    worker?.terminate()
    const book = drinks.priceBook
    if (!book) return
    const { target } = ask()
    const cups = lines.value.flatMap(({ id, goesIn: all, evaluation }) =>
      all ? [varyingCup(id, evaluation, all.value, book)] : [],
    )
    const keys = new Set(cups.flatMap((c) => c.lines.map((l) => l.key)))
    const varies = [...keys].map((key): [string, Varies] => [key, variesOf(key)])
    const limits = lines.value.flatMap(({ id, net }): [string, number][] => (net ? [[id, net.value * target]] : []))
    isDrawing.value = true
    worker = new Worker(new URL('../workers/spread.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<SpreadRow[]>) => {
      spreads.value = new Map(data.map((r) => [r.id, r]))
      isDrawing.value = false
    }
    worker.onerror = () => (isDrawing.value = false)
    worker.postMessage({ cups, varies, seed: SEED, limits } satisfies SpreadAsk)
  }
  function variesOf(key: string): Varies {
    const pressed = catalogue.priceOf(key) ? undefined : catalogue.fruitOf(key)
    const paid = catalogue.prices.filter((p) => p.ingredientKey === (pressed ?? key)).map(pricePerKg)
    return variesBy(paid, pressed ? fruit.yields.get(pressed) : undefined)
  }
  watch([lines, () => ask().target], draw, { immediate: true })
  onBeforeUnmount(() => worker?.terminate())
  return { lines, unsound, things, spreads, isDrawing }
}
