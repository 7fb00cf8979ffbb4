import { defineStore } from 'pinia'
import {
  batchCost,
  cupCost,
  prepCost,
  soldAt,
  type Cost,
  type CupItem,
  type PrepMade,
  type PriceBook,
} from '#core/cost'
import { gPerMlOfPrep, gramsOf, type Version } from '#core/books'
import { paidPerGram, prepStudy, runsOf, type PrepStudy } from '#core/preps/study'
import { ProcessLimit, SIP } from '#core/process'
import type { Batch } from '#core/scale'
import {
  Evaluator,
  Standards,
  type Evaluation,
  type RecipeContext,
  type RecipeDocument,
  type RecipeSource,
  type SipConditions,
  type Snapshots,
} from '#core/recipe'
import type { Batch as Making, Recipe, Run, StandUse, Standard } from '#shared/contract'
import { withPendingRecipes } from '~/outbox/pending'
import { useCatalogue } from './catalogue'
import { useFruit } from './fruit'
import { onForget } from '~/utils/forget'
import { useOutbox } from './outbox'
import { useSession } from './session'

export interface Evaluated {
  evaluation: Evaluation | null
  limit: ProcessLimit | null
}

/** What cannot be read, as a recipe: evaluating it says so. */
const UNSOUND = { document: {} as RecipeDocument, context: { ingredient: () => undefined, prep: () => undefined } }

/** Drinks and preps, and the one evaluator that feeds every screen. */
export const useDrinks = defineStore('drinks', () => {
  const answered = shallowRef<Recipe[]>([])
  const recipes = computed(() => withPendingRecipes(answered.value, useOutbox().overlay))
  const ready = ref(false)
  const catalogue = useCatalogue()
  const fruit = useFruit()
  const session = useSession()

  /** Which standards stands pour. */
  const uses = shallowRef<StandUse[]>([])
  /** What this stand says of a drink; nothing where it pours the newest. */
  const useOf = (recipeId: string): StandUse | undefined =>
    uses.value.find((u) => u.recipeId === recipeId && u.standId === session.stand?.id)
  const all = computed(() => recipes.value.filter((r) => r.kind === 'drink'))
  /** Poured here: neither off the menu nor left out at this stand. */
  /** What its cups are sold at here. */
  const soldHere = (r: Recipe): ReturnType<typeof soldAt> => soldAt(r, useOf(r.id)?.ownPrices ?? [])
  const drinks = computed(() => all.value.filter((r) => !r.retired && useOf(r.id)?.isServed !== false))
  /** The others, which are kept. */
  const notServed = computed(() => all.value.filter((r) => !drinks.value.includes(r)))
  const preps = computed(() => recipes.value.filter((r) => r.kind === 'prep'))
  const byId = computed(() => new Map(recipes.value.map((r) => [r.id, r])))
  const standards = computed(() => drinks.value.filter((d) => d.standard).length)

  /** How a guest drinks at this stand: when the last sip is, and in what room. */
  const sip = computed((): SipConditions => ({
    ...SIP,
    minutes: session.stand?.sipMin ?? SIP.minutes,
    roomC: session.stand?.roomC ?? SIP.roomC,
  }))
  /** What was signed, as of its sign-off. */
  const signed = shallowRef(new Standards(() => sip.value))
  /** What names in a draft stand for: ingredients of today, and preps as they were signed last. */
  const context: RecipeContext = {
    ingredient: (key) => catalogue.dataOf(key),
    prep: (id) => {
      const recipe = byId.value.get(id)
      return recipe && (recipe.standard ? signed.value.source(recipe.standard.snapshot) : 'unsigned')
    },
    get sip() {
      return sip.value
    },
  }
  const live = (document: RecipeDocument): RecipeSource => ({ document, context })
  // Made anew when what it looks things up in changes; kept between edits, so that a dragged edge runs only what it
  // moves. What a standard looks up never changes.
  const evaluator = computed(() => {
    void [recipes.value, catalogue.ingredients, sip.value]
    return new Evaluator(context)
  })
  const frozen = new WeakMap<RecipeContext, Evaluator>()
  function evaluatorFor(of: RecipeContext): Evaluator {
    if (of === context) return evaluator.value
    if (!frozen.has(of)) frozen.set(of, new Evaluator(of))
    return frozen.get(of)!
  }

  const evaluateOrThrow = ({ document, context: of }: RecipeSource): Evaluation =>
    evaluatorFor(of).evaluate(toRaw(document))
  function evaluate(source: RecipeSource): Evaluated {
    try {
      return { evaluation: evaluateOrThrow(source), limit: null }
    } catch (e) {
      // A document that is no document, such as one that was damaged, is one bad row: it says so, and the others are
      // shown.
      return { evaluation: null, limit: e instanceof ProcessLimit ? e : new ProcessLimit('recipe-unsound', {}) }
    }
  }
  /** The standard that is poured here: the newest, unless this stand keeps to another. */
  const pouredOf = (r: Recipe): Standard | null => useOf(r.id)?.standard ?? r.standard
  /** Any standard by its snapshot; nothing where it cannot be read. */
  function sourceOf(snapshot: string): RecipeSource | undefined {
    try {
      return signed.value.source(snapshot)
    } catch {
      return undefined
    }
  }
  /** A standard with what it was signed with; nothing where it cannot be read. */
  function standardOf(r: Recipe): RecipeSource | undefined {
    const standard = pouredOf(r)
    return standard ? sourceOf(standard.snapshot) : undefined
  }
  /** What is served today: the standard, or the draft while there is none. */
  const served = (r: Recipe): RecipeSource => (r.standard ? (standardOf(r) ?? UNSOUND) : live(r.draft))
  /** Names of what a recipe takes that has other values than when it was signed. */
  const changedSince = (r: Recipe): string[] =>
    r.standard ? signed.value.changedSince(r.standard.snapshot, context) : []

  /** A version as the books take it, of today or of a vessel that still serves: what a making of it comes to. */
  function versionOf(id: string): Version | undefined {
    const atHatch = fruit.heldAs(id)
    const wasSigned = atHatch && sourceOf(atHatch.snapshot)
    const served = wasSigned && evaluate(wasSigned).evaluation
    if (served) return { recipeId: atHatch.recipeId, evaluation: served }
    const recipe = recipes.value.find((r) => r.standard?.id === id || useOf(r.id)?.standard?.id === id)
    const standard = recipe?.standard?.id === id ? recipe.standard : recipe && useOf(recipe.id)?.standard
    const source = standard && sourceOf(standard.snapshot)
    const evaluation = source && evaluate(source).evaluation
    return recipe && evaluation ? { recipeId: recipe.id, evaluation } : undefined
  }
  fruit.versionOf = versionOf
  fruit.learn = (snapshots) => signed.value.add(snapshots)
  fruit.today = () => recipes.value

  /** What names in a batch stand for: what it was signed with, and today's for what is put into it beside. */
  const besides = new WeakMap<RecipeContext, RecipeContext>()
  function contextOfRun({ versionId, snapshot }: Pick<Run, 'versionId' | 'snapshot'>): RecipeContext {
    const hash = snapshot ?? recipes.value.find((r) => r.standard?.id === versionId)?.standard?.snapshot
    const was = hash ? sourceOf(hash)?.context : undefined
    if (!was) return context
    const known = besides.get(was) ?? {
      ingredient: (key: string) => was.ingredient(key) ?? context.ingredient(key),
      prep: (id: string) => was.prep(id) ?? context.prep(id),
      get sip() {
        return sip.value
      },
    }
    besides.set(was, known)
    return known
  }
  const evaluateRun = (run: Pick<Run, 'versionId' | 'snapshot'>, document: RecipeDocument): Evaluation =>
    evaluateOrThrow({ document, context: contextOfRun(run) })
  fruit.evaluateRun = evaluateRun

  /** g of what was taken out of a lot; nothing where the lot is gone, and with it what it was counted in. */
  function gramsUsed({ lotId, itemKey, amount }: Making['uses'][number]): number {
    const lot = fruit.lots.find((l) => l.id === lotId)
    const data = catalogue.dataOf(itemKey)
    return (lot && data && gramsOf(amount, lot.unit, data)) ?? 0
  }
  /** What the makings of a prep teach. */
  /** @param except a making that is held against the others */
  const studyOf = (recipeId: string, standard: Evaluation, except: string | null = null): PrepStudy => {
    const makings = fruit.batches.filter((b) => b.recipeId === recipeId && b.id !== except)
    return prepStudy(runsOf(makings.toReversed(), standard, gramsUsed))
  }
  /** The same for costs, with what its lots cost where they are to count. */
  const made = computed(() => {
    const out = new Map<string, PrepMade>()
    for (const recipe of preps.value) {
      const { evaluation } = evaluate(served(recipe))
      if (!evaluation) continue
      const { runs, timed, output, minutes } = studyOf(recipe.id, evaluation)
      const lots = fruit.made.filter((l) => fruit.recipeOf(l.itemKey) === recipe.id)
      const paidPerG = session.stand?.countPreps === 'paid' ? paidPerGram(lots, gPerMlOfPrep(evaluation)) : null
      out.set(recipe.id, { runs, timed, output: output.expected, minutes: minutes.expected, paidPerG })
    }
    return out
  })

  const priceBook = computed((): PriceBook | null => {
    if (!session.isOwner || !session.stand) return null
    const known = fruit.yields
    return {
      price: catalogue.priceOf,
      fruitYield: (key) => known.get(key),
      fruitOf: catalogue.fruitOf,
      baseOf: catalogue.baseOf,
      prepMade: (id) => made.value.get(id),
      labourPerH: session.stand.labourPerH ?? null,
      kwhPrice: { electricity: session.stand.electricityPerKwh ?? null, gas: session.stand.gasPerKwh ?? null },
    }
  })

  const cupOf = ({ serve }: Pick<RecipeDocument, 'serve'>) =>
    catalogue.cups.find((c) => c.id === serve?.cupId) ?? catalogue.cups[0]

  function itemsOf(served: Pick<RecipeDocument, 'serve'>): CupItem[] {
    const cup = cupOf(served)
    return cup
      ? [
          { key: 'cup', eachPrice: cup.cupPrice ?? 0 },
          { key: 'lid', eachPrice: cup.lidPrice ?? 0 },
          { key: 'straw', eachPrice: cup.strawPrice ?? 0 },
        ].filter((i) => i.eachPrice > 0)
      : []
  }
  /** What one cup costs, made by itself. */
  function costOf(doc: RecipeDocument, evaluation: Evaluation): Cost | null {
    const book = priceBook.value
    return book && doc.serve ? cupCost(evaluation, doc.serve, itemsOf(doc), book) : null
  }
  /** What one making of a prep costs. @param id of its recipe, so that what its makings taught counts */
  const costOfPrep = (evaluation: Evaluation, id?: string): Cost | null =>
    priceBook.value && prepCost(evaluation, priceBook.value, id === undefined ? undefined : made.value.get(id))
  /** What a batch costs that fills so many cups. */
  function costOfBatch(doc: RecipeDocument, batch: Batch, book = priceBook.value): Cost | null {
    const served = batch.servings.map((s) => ({ ...s, items: itemsOf(s) }))
    return book && doc.serve ? batchCost(batch.evaluation, served, book) : null
  }

  onForget(() => {
    answered.value = []
    uses.value = []
    signed.value = new Standards(() => sip.value)
    ready.value = false
  })
  async function load(): Promise<void> {
    const shown = useOutbox().reading(['putRecipe'])
    const read = await useOutbox().read('recipes')
    signed.value.add(read.snapshots)
    answered.value = read.recipes
    uses.value = read.uses ?? []
    shown()
    ready.value = true
  }
  /** What the server has just confirmed of one recipe. */
  function confirmed(id: string, saved: Partial<Recipe>): void {
    answered.value = answered.value.map((r) => (r.id === id ? { ...r, ...saved } : r))
  }
  /** What is added to the standards that are known here: older ones, once somebody looks at them. */
  const learn = (snapshots: Snapshots): void => signed.value.add(snapshots)
  return {
    learn,
    useOf,
    soldHere,
    pouredOf,
    sourceOf,
    notServed,
    context,
    confirmed,
    recipes,
    ready,
    drinks,
    preps,
    byId,
    standards,
    evaluate,
    evaluateOrThrow,
    live,
    served,
    standardOf,
    changedSince,
    versionOf,
    contextOfRun,
    evaluateRun,
    sip,
    priceBook,
    cupOf,
    costOf,
    costOfBatch,
    costOfPrep,
    studyOf,
    made,
    load,
  }
})
