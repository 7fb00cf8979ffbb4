import { defineStore } from 'pinia'
import { dataOfRow, fruitOfJuice, INGREDIENTS, type IngredientData, type OwnValues } from '#core/substances'
import type { Named, ShelfBase } from '#core/books'
import { goodsOf } from '#core/books/goods'
import { handlingOf, type BaseMake, type Handling, type OwnHandling } from '#core/yield'
import type { Price } from '#core/cost'
import type { Cup, Equipment, Ingredient, PriceRow, Reply, Vessel } from '#shared/contract'
import { READ_TOGETHER, showing } from '#shared/routes'
import type { Changed } from '~/utils/changed'
import { onForget } from '~/utils/forget'
import { useOutbox } from './outbox'
import { useSession } from './session'
import { Newest } from '~/utils/newest'

type CatalogueList = (typeof READ_TOGETHER.catalogue)[number]

/** What drinks are made of and served in: ingredients, prices, cups, vessels, equipment. */
export const useCatalogue = defineStore('catalogue', () => {
  const answered = shallowRef<Ingredient[]>([])
  /** bases that were made at this tablet and are not sent yet */
  const madeHere = shallowRef<readonly ShelfBase[]>([])
  const ingredients = computed(() => [
    ...answered.value,
    ...madeHere.value
      .filter((b) => !answered.value.some((i) => i.key === b.key))
      .map((b): Ingredient => ({ ...b, kind: 'base', version: 1, own: null, handling: null })),
  ])
  const prices = shallowRef<PriceRow[]>([])
  const cups = shallowRef<Cup[]>([])
  const vessels = shallowRef<Vessel[]>([])
  const equipment = shallowRef<Equipment[]>([])
  const ready = ref(false)

  const byKey = computed(() => new Map(ingredients.value.map((i) => [i.key, i])))
  const latestPrice = computed(() => {
    const latest = new Map<string, PriceRow>()
    for (const p of prices.value) if (!latest.has(p.ingredientKey)) latest.set(p.ingredientKey, p)
    return latest
  })
  const fruits = computed(() => ingredients.value.filter((i) => i.kind === 'fruit'))

  /** Composition and handbook of an ingredient; an own one has those of the shipped one it is like. */
  function dataOf(key: string): IngredientData | undefined {
    const row = byKey.value.get(key)
    return row
      ? dataOfRow({ ...row, own: row.own as OwnValues | null }, INGREDIENTS.get(row.likeKey))
      : INGREDIENTS.get(key)
  }
  /** What a base is made of, by its makings. */
  const baseOf = (key: string): BaseMake | undefined => byKey.value.get(key)?.base ?? undefined
  const isFruit = (key: string): boolean => byKey.value.get(key)?.kind === 'fruit'
  /**
   * What the server knows by a name. What was made here first is not among it: the books tell that themselves, each
   * time they are laid over the shelf.
   */
  function named(name: string): Named | undefined {
    const row = answered.value.find((i) => i.name?.toLowerCase() === name.trim().toLowerCase())
    return row && { key: row.key, isBase: row.kind === 'base' }
  }
  const goods = (key: string): boolean => cups.value.some((c) => c.id === goodsOf(key)?.cupId)
  const bases = computed(() => ingredients.value.filter((i) => i.kind === 'base'))
  const ownHandlingOf = (key: string): OwnHandling | null =>
    (byKey.value.get(key)?.handling as OwnHandling | null | undefined) ?? null
  /** How a fruit is handled here: as usual, or as the owner says. */
  const handlings = computed(
    () =>
      new Map(ingredients.value.map((i) => [i.key, handlingOf(dataOf(i.key) ?? { key: i.key }, ownHandlingOf(i.key))])),
  )
  const handlingFor = (key: string): Handling => handlings.value.get(key) ?? handlingOf({ key }, null)
  const priceOf = (key: string): Price | undefined => latestPrice.value.get(key)

  onForget(() => {
    answered.value = []
    madeHere.value = []
    prices.value = []
    cups.value = []
    vessels.value = []
    equipment.value = []
    newest.drop()
    ready.value = false
  })
  const newest = new Newest<CatalogueList | 'all'>()
  /** @param changed what is known to have changed, where not all may have */
  async function load(changed?: Changed): Promise<void> {
    const isPart = changed !== undefined && ready.value
    const lists = isPart ? showing(READ_TOGETHER.catalogue, changed.kinds) : READ_TOGETHER.catalogue
    const isNewest = newest.ask()
    const again = <L extends CatalogueList>(list: L): Promise<Reply<L> | null> =>
      lists.includes(list) ? useOutbox().read(list) : Promise.resolve(null)
    const [i, c, v, e, p] = await Promise.all([
      again('ingredients'),
      again('cups'),
      again('vessels'),
      again('equipment'),
      useSession().isOwner ? again('prices') : null,
    ])
    if (i && isNewest('ingredients')) answered.value = i
    if (c && isNewest('cups')) cups.value = c
    if (v && isNewest('vessels')) vessels.value = v
    if (e && isNewest('equipment')) equipment.value = e
    if (p && isNewest('prices')) prices.value = p
    // Whoever sees no money any more has none left here.
    if (!useSession().isOwner) prices.value = []
    if (!isPart && isNewest('all')) ready.value = true
  }
  return {
    ingredients,
    prices,
    cups,
    vessels,
    equipment,
    ready,
    byKey,
    fruits,
    latestPrice,
    dataOf,
    ownHandlingOf,
    handlingFor,
    priceOf,
    fruitOf: fruitOfJuice,
    baseOf,
    isFruit,
    named,
    goods,
    bases,
    madeHere,
    load,
  }
})
