import { dayOf } from '#core/time'
import { gPerMlOfPrep } from '#core/books'
import type { Lot, Recipe } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'

/** What is assumed of what comes out of a fridge that nobody read, °C. */
const FRIDGE_C = 4

/** A lot that can be served. */
export interface ServableLot {
  recipe: Recipe
  lot: Lot
  onHandMl: number
}

/** What can be put out at the hatch, and in what. */
export function useServing() {
  const fruit = useFruit()
  const drinks = useDrinks()
  const catalogue = useCatalogue()
  const session = useSession()
  const mlOf = (lot: Lot): number => {
    if (lot.unit === 'mL') return lot.onHand
    const version = fruit.versionOf(lot.itemKey)
    return version ? lot.onHand / gPerMlOfPrep(version.evaluation) : 0
  }
  /** Drinks that were made, the first to go first. */
  const made = computed(() =>
    fruit.made.flatMap((lot): ServableLot[] => {
      const recipe = drinks.byId.get(fruit.recipeOf(lot.itemKey) ?? '')
      return recipe?.kind === 'drink' ? [{ recipe, lot, onHandMl: mlOf(lot) }] : []
    }),
  )
  const others = computed(() =>
    drinks.drinks
      .filter((r) => r.standard && !r.retired)
      .map((r) => ({ value: r.id, title: r.name }))
      .sort((a, b) => a.title.localeCompare(b.title)),
  )
  /** Dispensers and pitchers of the stand. */
  const vessels = computed(() =>
    catalogue.equipment
      .filter((e) => e.standId === session.standId && e.kind === 'dispenser')
      .map(({ id, name, capacityMl }) => ({ id, name, capacityMl: capacityMl ?? 0 }))
      .sort((a, b) => a.capacityMl - b.capacityMl),
  )
  const isToday = (at: string): boolean => dayOf(at, session.zone) === dayOf(session.now(), session.zone)
  return { made, others, vessels, isToday, fridgeC: FRIDGE_C, mlOf }
}
