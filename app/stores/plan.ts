import { defineStore } from 'pinia'
import { fruitToBuy, type BuyContext, type FruitToBuy, type Wanted } from '#core/buy'
import { fitVessel, scaleToCups, type Batch, type VesselFit } from '#core/scale'
import type { CupCost } from '#core/cost'
import type { Evaluation, RecipeDocument } from '#core/recipe'
import { product, sum, type Figure } from '#core/figures'
import type { PlanLine, Recipe } from '#shared/contract'
import { withPendingLines } from '~/outbox/pending'
import { dayAt } from '~/utils/format'
import { useCatalogue } from './catalogue'
import { useDrinks } from './drinks'
import { useFruit } from './fruit'
import { useOutbox } from './outbox'
import { useSession } from './session'

export interface Sheet { line: PlanLine; recipe: Recipe; document: RecipeDocument; evaluation: Evaluation; batch: Batch; fit: VesselFit | null; cost: CupCost | null; batchCost: Figure | null }

/** Cups for a day at a stand, and the batch sheets and shopping that follow from them. */
export const usePlan = defineStore('plan', () => {
  const session = useSession()
  const drinks = useDrinks()
  const fruit = useFruit()
  const catalogue = useCatalogue()
  const answered = shallowRef<{ shown: PlanLine[]; today: PlanLine[] }>({ shown: [], today: [] })
  const today = computed(() => (session.stand ? dayAt(session.now(), session.stand.timeZone) : ''))
  const day = ref('')
  const over = (lines: PlanLine[], on: string): PlanLine[] => withPendingLines(lines, useOutbox().overlay, session.standId, on)
  const lines = computed(() => over(answered.value.shown, day.value))
  const cupsToday = computed(() => over(answered.value.today, today.value).reduce((n, l) => n + l.cups, 0))

  const sheets = computed((): Sheet[] => lines.value.flatMap((line) => {
    const recipe = drinks.byId.get(line.recipeId)
    const stand = session.stand
    if (!recipe || !stand || line.cups <= 0) return []
    const document = drinks.servedDocument(recipe)
    const { evaluation } = drinks.evaluate(document)
    if (!evaluation || evaluation.jug.volume.value <= 0) return []
    const batch = scaleToCups(evaluation, { cups: line.cups, lossShare: stand.lossShare, steps: { massStepG: stand.massStepG, volumeStepMl: stand.volumeStepMl } })
    const cost = drinks.costOf(document, evaluation)
    const vessels = catalogue.vessels.filter((v) => v.standId === stand.id)
    return [{
      line, recipe, document, evaluation, batch, cost, fit: fitVessel(batch.rounded.volume, vessels),
      batchCost: cost && product('cost-of-cups', 'EUR', [cost.total, batch.cups]),
    }]
  }))
  const litres = computed(() => sum('all-litres', 'L', sheets.value.map((s) => s.batch.litres)))
  const totalCost = computed(() => {
    const costs = sheets.value.flatMap((s) => (s.batchCost ? [s.batchCost] : []))
    return costs.length ? sum('cost-of-day', 'EUR', costs) : null
  })

  /** Chance of having enough that is bought for. */
  const chance = ref(0.9)
  const buyContext = computed((): BuyContext => ({
    fruitOf: catalogue.fruitOf, fruitYield: (key) => fruit.yields.get(key)!, onHandG: (key) => fruit.usableG(key, day.value), onHandMl: (key) => fruit.usableMl(key, day.value), prep: drinks.evaluatedPrep, chance: chance.value,
  }))
  /** litres of juices that somebody wants beside the plan */
  const wanted = ref<Wanted[]>([])
  const shopping = computed((): FruitToBuy[] => fruitToBuy(sheets.value.map((s) => ({ batch: s.batch, serve: s.document.serve! })), buyContext.value, wanted.value))

  async function load(): Promise<void> {
    const stand = session.standId
    if (!stand) return
    day.value ||= today.value
    const settled = useOutbox().reading('putPlanLine')
    const [shown, now] = await Promise.all([useOutbox().read('plan', { query: { stand, day: day.value } }), useOutbox().read('plan', { query: { stand, day: today.value } })])
    answered.value = { shown, today: now }
    settled()
  }
  return { lines, today, day, cupsToday, sheets, shopping, chance, wanted, litres, totalCost, load }
})
