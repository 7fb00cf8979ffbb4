import { inSize, itemKey, spreadOfCups, withOptions } from '#core/recipe'
import type { CountSheet } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'

/** What guests really built of a drink: between what its cups lay, and in the mean. */
export interface ChosenDrink {
  recipeId: string
  name: string
  cups: number
  brix: { low: number; high: number; mean: number }
  /** money for what goes in, hands and energy too; null while a price is missing */
  cost: { low: number; high: number; mean: number } | null
  /** each choice with its cups, the most first */
  choices: { options: readonly string[]; cups: number }[]
  /** cups of an earlier standard, or of a size that is gone: nobody knows them here */
  unknown: number
}

/** Evaluates each choice once, of today's standard. */
export function useChosen(sheet: () => CountSheet | null) {
  const drinks = useDrinks()
  return computed((): ChosenDrink[] => {
    const byDrink = new Map<string, CountSheet['chosen']>()
    for (const c of sheet()?.chosen ?? []) byDrink.set(c.recipeId, [...(byDrink.get(c.recipeId) ?? []), c])
    return [...byDrink].flatMap(([recipeId, of]): ChosenDrink[] => {
      const recipe = drinks.byId.get(recipeId)
      if (!recipe) return []
      const made = of.map((c) => ({ ...c, made: madeOf(c) }))
      const known = made.flatMap((c) => (c.made ? [{ cups: c.cups, ...c.made }] : []))
      const all = known.reduce((sum, c) => sum + c.cups, 0)
      const brix = spreadOfCups(known.map((c) => ({ value: c.brix, cups: c.cups })))
      if (!brix) return []
      const choices = new Map<string, { options: readonly string[]; cups: number }>()
      for (const c of of) {
        const key = c.options.join()
        choices.set(key, { options: c.options, cups: (choices.get(key)?.cups ?? 0) + c.cups })
      }
      return [
        {
          ...{ recipeId, name: recipe.name, brix },
          cups: of.reduce((sum, c) => sum + c.cups, 0),
          cost: spreadOfCups(known.map((c) => ({ value: c.cost, cups: c.cups }))),
          choices: [...choices.values()].sort((a, b) => b.cups - a.cups),
          unknown: of.reduce((sum, c) => sum + c.cups, 0) - all,
        },
      ]
    })
  })
  function madeOf(c: CountSheet['chosen'][number]): { brix: number; cost: number | null } | null {
    const recipe = drinks.byId.get(c.recipeId)!
    if (drinks.pouredOf(recipe)?.id !== c.versionId) return null
    const { document, context } = drinks.served(recipe)
    const size = document.serve?.sizes?.find((s) => s.cupId === c.cupId)
    const usual = drinks.evaluate({ document, context }).evaluation
    if (!usual) return null
    const cup = size ? inSize(usual.document, size, usual.jug.volume.value) : usual.document
    const options = document.serve?.options ?? []
    const wanted = options.filter((o) => c.options.includes(itemKey(o.item)))
    if (wanted.length < c.options.length) return null
    const drawn = withOptions(cup, wanted)
    const made = drinks.evaluate({ document: drawn, context }).evaluation
    return made && { brix: made.jug.brix.value, cost: drinks.costOf(drawn, made)?.total?.value ?? null }
  }
}
