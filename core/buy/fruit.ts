import { call, difference, factor, given, product, quotient, sum, type Figure } from '../figures'
import type { Evaluation, Serve } from '../recipe'
import type { FruitYield } from '../yield'
import { prepAmounts, type Batch } from '../scale'
import { sureYield } from '../yield/prediction'

/** Fruit is bought to this step, kg. */
export const BUY_STEP_KG = 0.1

export interface BuyContext {
  fruitOf(juiceKey: string): string | undefined
  fruitYield(fruitKey: string): FruitYield
  prep(recipeId: string): Evaluation | undefined
  /** chance of having enough, above 0 and below 1 */
  chance: number
  /** g of a fruit held that can be used on the day, and mL of a juice */
  onHandG(key: string): number
  onHandMl(juiceKey: string): number
}

export interface FruitToBuy {
  fruit: string
  /** mL of juice the batches need */
  juiceMl: Figure
  juiceOnHandMl: Figure
  garnishKg: Figure
  /** mL per kg that the next lot gives at least, with the chance asked for; null where so little is known that no amount gives it */
  sure: Figure | null
  neededKg: Figure
  onHandKg: Figure
  buyKg: Figure
}

/** Litres of a juice that somebody wants, beside what the plan needs. */
export interface Wanted { juice: string; litres: number }

/** Kilos of each fruit to buy for these batches: juice through the yield that is had with the chance asked for, garnish on top, less what is on hand. */
export function fruitToBuy(batches: readonly { batch: Batch; serve: Serve }[], context: BuyContext, wanted: readonly Wanted[] = []): FruitToBuy[] {
  const juices = new Map<string, Figure[]>()
  const garnish = new Map<string, Figure[]>()
  const add = (map: Map<string, Figure[]>, key: string, f: Figure) => map.set(key, [...(map.get(key) ?? []), f])
  for (const { batch, serve } of batches) {
    for (const row of batch.rows) {
      const item = row.layer.item
      if (!item) continue
      if ('prep' in item) {
        const prep = context.prep(item.prep)
        for (const part of prep ? prepAmounts(row.layer, batch, prep) : []) {
          if (!('ingredient' in part.item) || !context.fruitOf(part.item.ingredient)) continue
          const layer = prep!.layers.find((l) => l.key === part.key)!
          add(juices, part.key, product('juice-needed', 'mL', [part.massG, quotient('quotient', '1', layer.volume, layer.mass)], { name: part.key }))
        }
      } else if (context.fruitOf(item.ingredient)) {
        add(juices, item.ingredient, product('juice-needed', 'mL', [row.layer.volume, batch.factor], { name: item.ingredient }))
      }
    }
    for (const g of serve.garnish) {
      add(garnish, g.ingredient, product('garnish-needed', 'g', [given('mass-of', g.massG, 'g', 'measured', 'source.recipe', { name: g.ingredient }), batch.cups], { name: g.ingredient }))
    }
  }
  for (const w of wanted) {
    const litres = given('litres-wanted', w.litres, 'L', 'measured', 'source.typed', { name: w.juice })
    add(juices, w.juice, product('juice-needed', 'mL', [litres, factor(1000)], { name: w.juice }))
  }
  return [...juices].map(([juice, needs]) => forFruit(juice, needs, garnish, context))
}

function forFruit(juice: string, needs: Figure[], garnish: Map<string, Figure[]>, context: BuyContext): FruitToBuy {
  const fruit = context.fruitOf(juice)!
  const name = { name: fruit }
  const juiceMl = sum('juice-needed', 'mL', needs, { name: juice })
  const held = given('juice-on-hand', context.onHandMl(juice), 'mL', 'measured', 'source.lots', { name: juice })
  const toPress = call('juice-to-press', 'mL', 'at-least-zero', [difference('juice-to-press', 'mL', juiceMl, held)], { name: juice })
  const known = context.fruitYield(fruit)
  const sure = sureYield(known, context.chance, name)
  const pressKg = quotient('fruit-to-press', 'kg', toPress, sure ?? known.used, name)
  const garnishKg = quotient('garnish-needed', 'kg', sum('garnish-needed', 'g', garnish.get(fruit) ?? [], name), factor(1000), name)
  const neededKg = sum('fruit-needed', 'kg', [pressKg, garnishKg], name)
  const onHandKg = given('fruit-on-hand', context.onHandG(fruit) / 1000, 'kg', 'measured', 'source.lots', name)
  const short = call('fruit-short', 'kg', 'at-least-zero', [difference('fruit-short', 'kg', neededKg, onHandKg)], name)
  const buyKg = call('fruit-to-buy', 'kg', 'round-up-to-step', [short, given('step', BUY_STEP_KG, 'kg', 'default', 'source.practice')], name)
  return { fruit, juiceMl, juiceOnHandMl: held, garnishKg, sure, neededKg, onHandKg, buyKg }
}
