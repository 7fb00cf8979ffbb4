import { call, difference, factor, given, product, quotient, sum, type Figure } from '../figures'
import type { BillTake } from '../recipe'
import { INGREDIENTS, PEELED_OFF, TAP } from '../substances'
import { juiceDensityGPerMl, type BaseMake, type FruitYield } from '../yield'
import { sureBase, sureYield } from '../yield/prediction'

/** Fruit is bought to this step, kg; other goods to the gram, as packs decide. */
export const BUY_STEP_KG = 0.1
export interface BuyContext {
  fruitOf(juiceKey: string): string | undefined
  fruitYield(fruitKey: string): FruitYield
  isFruit(key: string): boolean
  /** what a base is made of, by its makings */
  baseOf(key: string): BaseMake | undefined
  /** chance of having enough, above 0 and below 1 */
  chance: number
  /** whether some of what is held of an ingredient was only counted */
  isGuessed(key: string): boolean
  /** g of an ingredient held that can be used on the day, and mL of a juice */
  onHandG(key: string): number
  onHandMl(juiceKey: string): number
}

/** What a batch takes, and how many cups it fills. */
export interface BatchNeed {
  name: string
  takes: readonly BillTake[]
}

export interface FruitToBuy {
  fruit: string
  /** mL of juice the batches need; 0 where only the fruit itself is taken */
  juiceMl: Figure
  juiceOnHandMl: Figure
  /** fruit that is not pressed for its juice: garnish, whole in a blender */
  wholeKg: Figure
  /** peel that is wanted, off fruit that is pressed anyway as far as there is any; null where none is */
  peel: PeelToTake | null
  /**
   * mL per kg that the next lot gives at least, with the chance asked for; null where so little is known that no amount
   * gives it, of this fruit or of a base of it
   */
  sure: Figure | null
  neededKg: Figure
  onHandKg: Figure
  /** what is an estimate: kilos needed, of a yield with such presses; on hand, where some was only counted; to buy */
  guessed: { needed: boolean; onHand: boolean; buy: boolean }
  buyKg: Figure
}

export interface PeelToTake {
  neededG: Figure
  /** kg of fruit that have so much peel on them */
  offKg: Figure
  /** of these, what is not pressed anyway: bought for its peel */
  moreKg: Figure
}

/** Anything else that is taken: sugar, herbs, tea, milk, ice. */
export interface GoodsToBuy {
  key: string
  neededG: Figure
  onHandG: Figure
  buyG: Figure
}

export interface ToBuy {
  fruit: FruitToBuy[]
  goods: GoodsToBuy[]
  /** g from the tap */
  tapG: Figure
}

/** Litres of a juice that somebody wants, beside what the plan needs. */
export interface Wanted {
  juice: string
  litres: number
}

/**
 * All that these batches take, less what is on hand: juice as kilos of fruit through the yield that is had with the
 * chance asked for, other fruit as it is, and everything else by the gram.
 */
export function toBuy(batches: readonly BatchNeed[], context: BuyContext, wanted: readonly Wanted[] = []): ToBuy {
  const juices = new Needs()
  const whole = new Needs()
  const goods = new Needs()
  const peels = new Needs()
  const tap: Figure[] = []
  const bases = new Needs()
  const need = (key: string, grams: Figure): void => {
    const fruit = context.fruitOf(key)
    const peeled = PEELED_OFF.get(key)
    if (fruit) juices.add(key, inMl(grams, fruit, key))
    else if (peeled) peels.add(peeled, grams)
    else if (key === TAP) tap.push(grams)
    else (context.isFruit(key) ? whole : goods).add(key, grams)
  }
  for (const batch of batches) {
    for (const [key, massG] of gramsByKey(batch.takes)) {
      const grams = given('taken-by', massG, 'g', 'estimated', 'source.bill', { name: key, recipe: batch.name })
      if (context.baseOf(key)) bases.add(key, grams)
      else need(key, grams)
    }
  }
  const unsure = new Set<string>()
  for (const key of bases.keys) {
    for (const { part, grams, isSure } of forBase(key, bases.of(key), context.baseOf(key)!, context)) {
      need(part, grams)
      if (!isSure) unsure.add(part)
    }
  }
  for (const w of wanted) {
    const litres = given('litres-wanted', w.litres, 'L', 'measured', 'source.typed', { name: w.juice })
    juices.add(w.juice, product('juice-needed', 'mL', [litres, factor(1000)], { name: w.juice }))
  }
  const juiceOf = new Map([...juices.keys].map((juice) => [context.fruitOf(juice)!, juice]))
  const fruits = new Set([...juiceOf.keys(), ...whole.keys, ...peels.keys])
  return {
    fruit: [...fruits].map((fruit) => {
      const juice = juiceOf.get(fruit)
      const needs = { juice: juice ? juices.of(juice) : [], whole: whole.of(fruit), peel: peels.of(fruit) }
      const row = forFruit(fruit, juice, needs, context)
      return unsure.has(fruit) ? { ...row, sure: null } : row
    }),
    goods: [...goods.keys].map((key) => forGoods(key, goods.of(key), context)),
    tapG: sum('from-the-tap', 'g', tap, { name: TAP }),
  }
}

/**
 * What a base takes that is still to be made: g of each fruit as purchased, so that it is enough with the chance asked
 * for, and of water in the same measure.
 */
function forBase(
  key: string,
  needs: readonly Figure[],
  base: BaseMake,
  context: BuyContext,
): { part: string; grams: Figure; isSure: boolean }[] {
  const params = { name: key }
  const made = { ...params, count: base.runs }
  const density = given('density-of', base.gPerMl, 'g/mL', 'measured', 'source.runs', made)
  const neededMl = quotient('base-needed', 'mL', sum('base-needed', 'g', needs, params), density, params)
  const heldMl = given('base-on-hand', context.onHandMl(key), 'mL', 'measured', 'source.lots', params)
  const makeG = product('base-to-make', 'g', [short('base-to-make', 'mL', neededMl, heldMl, params), density], params)
  const fruitG = base.parts.reduce((all, p) => all + (p.key === TAP ? 0 : p.gPerG), 0)
  const sure = sureBase(base, context.chance, params)
  const perFruit = sure ?? given('base-per-fruit', 1 / fruitG, 'g/g', 'estimated', 'source.runs', made)
  const takesG = quotient('base-fruit', 'g', makeG, perFruit, params)
  return base.parts.map((p) => {
    const name = { name: p.key, count: base.runs }
    const share = given('part-per-fruit', p.gPerG / fruitG, 'g/g', 'measured', 'source.runs', name)
    const grams = product('taken-by', 'g', [takesG, share], { name: p.key, recipe: key })
    return { part: p.key, grams, isSure: sure !== null }
  })
}

class Needs {
  private readonly all = new Map<string, Figure[]>()
  get keys(): string[] {
    return [...this.all.keys()]
  }
  of(key: string): readonly Figure[] {
    return this.all.get(key) ?? []
  }
  add(key: string, need: Figure): void {
    const known = this.all.get(key)
    if (known) known.push(need)
    else this.all.set(key, [need])
  }
}

function gramsByKey(takes: readonly BillTake[]): Map<string, number> {
  const grams = new Map<string, number>()
  for (const t of takes) if (t.massG > 0) grams.set(t.key, (grams.get(t.key) ?? 0) + t.massG)
  return grams
}

function inMl(grams: Figure, fruit: string, juice: string): Figure {
  const gPerMl = juiceDensityGPerMl(INGREDIENTS.get(fruit)!)
  const density = given('density-of', gPerMl, 'g/mL', 'estimated', 'source.density', { name: juice })
  return quotient('juice-needed', 'mL', grams, density, { name: juice })
}

const short = (
  label: string,
  unit: 'kg' | 'g' | 'mL',
  needed: Figure,
  held: Figure,
  params: Figure['params'],
): Figure => call(label, unit, 'at-least-zero', [difference(label, unit, needed, held)], params)

function forFruit(
  fruit: string,
  juice: string | undefined,
  needs: Record<'juice' | 'whole' | 'peel', readonly Figure[]>,
  context: BuyContext,
): FruitToBuy {
  const name = { name: fruit }
  const ofJuice = { name: juice ?? fruit }
  const juiceMl = sum('juice-needed', 'mL', needs.juice, ofJuice)
  const heldMl = juice ? context.onHandMl(juice) : 0
  const juiceOnHandMl = given('juice-on-hand', heldMl, 'mL', 'measured', 'source.lots', ofJuice)
  const toPress = short('juice-to-press', 'mL', juiceMl, juiceOnHandMl, ofJuice)
  const known = context.fruitYield(fruit)
  const sure = juice ? sureYield(known, context.chance, name) : known.used
  const pressKg = quotient('fruit-to-press', 'kg', toPress, sure ?? known.used, name)
  const wholeKg = quotient('fruit-whole', 'kg', sum('fruit-whole', 'g', needs.whole, name), factor(1000), name)
  const peel = needs.peel.length ? peelOf(fruit, needs.peel, pressKg, context) : null
  const neededKg = sum('fruit-needed', 'kg', [pressKg, wholeKg, ...(peel ? [peel.moreKg] : [])], name)
  const onHandKg = given('fruit-on-hand', context.onHandG(fruit) / 1000, 'kg', 'measured', 'source.lots', name)
  const step = given('step', BUY_STEP_KG, 'kg', 'default', 'source.practice')
  const shortKg = short('fruit-short', 'kg', neededKg, onHandKg, name)
  const buyKg = call('fruit-to-buy', 'kg', 'round-up-to-step', [shortKg, step], name)
  const isOf = { needed: juice !== undefined && known.guessed > 0, onHand: context.isGuessed(fruit) }
  const guessed = { ...isOf, buy: isOf.needed || isOf.onHand }
  return { fruit, juiceMl, juiceOnHandMl, wholeKg, peel, sure, neededKg, onHandKg, guessed, buyKg }
}

/** Fruit that is pressed is peeled before: only what has more peel on it than that is bought for it. */
function peelOf(fruit: string, needs: readonly Figure[], pressKg: Figure, context: BuyContext): PeelToTake {
  const key = [...PEELED_OFF].find(([, of]) => of === fruit)![0]
  const name = { name: key }
  const neededG = sum('peel-needed', 'g', needs, name)
  const onHandG = given('goods-on-hand', context.onHandG(key), 'g', 'measured', 'source.lots', name)
  const takeG = short('peel-to-take', 'g', neededG, onHandG, name)
  const share = INGREDIENTS.get(fruit)!.fruit!.outer!.peel
  const peelShare = given('peel-share', share, '1', 'default', 'source.practice', { name: fruit })
  const offG = quotient('fruit-to-peel', 'g', takeG, peelShare, { name: fruit })
  const offKg = quotient('fruit-to-peel', 'kg', offG, factor(1000), { name: fruit })
  return { neededG, offKg, moreKg: short('fruit-for-peel', 'kg', offKg, pressKg, { name: fruit }) }
}

function forGoods(key: string, needs: readonly Figure[], context: BuyContext): GoodsToBuy {
  const name = { name: key }
  const neededG = sum('goods-needed', 'g', needs, name)
  const onHandG = given('goods-on-hand', context.onHandG(key), 'g', 'measured', 'source.lots', name)
  return { key, neededG, onHandG, buyG: short('goods-to-buy', 'g', neededG, onHandG, name) }
}
