import { defineStore } from 'pinia'
import { batchCost, cupCost, type Cost, type CupItem, type PriceBook } from '#core/cost'
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
} from '#core/recipe'
import type { Recipe } from '#shared/contract'
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

  const drinks = computed(() => recipes.value.filter((r) => r.kind === 'drink'))
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
  /** A standard with what it was signed with; nothing where it cannot be read. */
  function standardOf(r: Recipe): RecipeSource | undefined {
    try {
      return r.standard ? signed.value.source(r.standard.snapshot) : undefined
    } catch {
      return undefined
    }
  }
  /** What is served today: the standard, or the draft while there is none. */
  const served = (r: Recipe): RecipeSource => (r.standard ? (standardOf(r) ?? UNSOUND) : live(r.draft))
  /** Names of what a recipe takes that has other values than when it was signed. */
  const changedSince = (r: Recipe): string[] =>
    r.standard ? signed.value.changedSince(r.standard.snapshot, context) : []

  const priceBook = computed((): PriceBook | null => {
    if (!session.isOwner || !session.stand) return null
    const known = fruit.yields
    return {
      price: catalogue.priceOf,
      fruitYield: (key) => known.get(key),
      fruitOf: catalogue.fruitOf,
      baseOf: catalogue.baseOf,
      labourPerH: session.stand.labourPerH ?? null,
      kwhPrice: { electricity: session.stand.electricityPerKwh ?? null, gas: session.stand.gasPerKwh ?? null },
    }
  })

  const cupOf = (doc: RecipeDocument) => catalogue.cups.find((c) => c.id === doc.serve?.cupId) ?? catalogue.cups[0]

  function itemsOf(doc: RecipeDocument): CupItem[] {
    const cup = cupOf(doc)
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
  /** What a batch costs that fills so many cups. */
  function costOfBatch(doc: RecipeDocument, batch: Batch): Cost | null {
    const book = priceBook.value
    return book && doc.serve ? batchCost(batch.evaluation, doc.serve, batch.cups, itemsOf(doc), book) : null
  }

  onForget(() => {
    answered.value = []
    signed.value = new Standards(() => sip.value)
    ready.value = false
  })
  async function load(): Promise<void> {
    const shown = useOutbox().reading('putRecipe')
    const { recipes: all, snapshots } = await useOutbox().read('recipes')
    signed.value.add(snapshots)
    answered.value = all
    shown()
    ready.value = true
  }
  /** What the server has just confirmed of one recipe. */
  function confirmed(id: string, saved: Partial<Recipe>): void {
    answered.value = answered.value.map((r) => (r.id === id ? { ...r, ...saved } : r))
  }
  return {
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
    sip,
    priceBook,
    cupOf,
    costOf,
    costOfBatch,
    load,
  }
})
