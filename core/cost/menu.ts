import { difference, factor, given, product, quotient, type Figure } from '../figures'
import { netPrice, taxLimit } from './net-price'
import { ProcessLimit } from '../process'
import type { Evaluation, Serve } from '../recipe'
import { materialsOf, type Cost } from './cup'

// What each drink of a menu leaves: of its price without tax, what goes into a cup is paid, and the rest is for hands,
// fridge and stand.

/** A cup of a drink, as it is sold. */
export interface MenuCup {
  /** what a guest pays, tax in it; null where nobody has said */
  price: number | null
  /** what goes in, and with it ice, cup, lid and straw; without hands and energy. Null while a price is missing */
  goesIn: Figure | null
  /** minutes of hands, where a usual batch is made */
  handMin: number
  drinkMl: number
  /** that were sold */
  cups: number
}
/** Each is null where it is not known, or where it cannot be said. */
export interface MenuRow {
  /** price without tax */
  net: Figure | null
  /** what a cup leaves */
  left: Figure | null
  /** what goes in, of the price without tax, % */
  share: Figure | null
  /** what all cups that were sold left */
  all: Figure | null
  /** what an hour of hands at it brings, and a litre of it in the fridge */
  perHandHour: Figure | null
  perLitre: Figure | null
}
const [MIN_PER_H, S_PER_MIN] = [60, 60]

/**
 * Minutes of hands for a cup of a batch: its share of the making, and its own pouring.
 * @param batch evaluated for all of its cups
 */
export const handMinOfCup = (batch: Pick<Evaluation, 'handMin'>, cups: number, serve: Pick<Serve, 'labourS'>): number =>
  batch.handMin / cups + serve.labourS / S_PER_MIN

/** A litre of a prep as it is made, against one that is bought. */
export interface MadeLitre {
  /** money that goes in; null while a price is missing */
  materials: number | null
  minutes: number
}
/** @throws ProcessLimit `volume-not-positive` where nothing comes out */
export function madeLitre(prep: Pick<Evaluation, 'jug' | 'handMin'>, cost: Pick<Cost, 'lines'>): MadeLitre {
  const litres = prep.jug.volume.value / 1000
  if (!(litres > 0)) throw new ProcessLimit('volume-not-positive', { volumeMl: litres * 1000 })
  const materials = materialsOf(cost)
  return { materials: materials && materials.value / litres, minutes: prep.handMin / litres }
}
/**
 * What making a litre saves before hands are paid, and that by the hour of hands; below 0 where buying is cheaper.
 * @param price money for a litre that is bought @returns null while it is not known what a litre costs here
 */
export function savedByMaking(
  { materials, minutes }: MadeLitre,
  price: number,
): { perLitre: number; perHandHour: number | null } | null {
  if (materials === null) return null
  const perLitre = price - materials
  return { perLitre, perHandHour: minutes > 0 ? (perLitre / minutes) * MIN_PER_H : null }
}

/** What is wrong with a share of the price; null where nothing is. */
export const shareLimit = (share: number): ProcessLimit | null =>
  share > 0 && share <= 1 ? null : new ProcessLimit('cost-share-out-of-range', { percent: share * 100 }, 'share')

/**
 * @param taxShare of the price without tax, 0 to 1: 0.13 where 13 % comes on top
 * @throws ProcessLimit `tax-out-of-range`
 */
export function menuRow(cup: MenuCup, taxShare: number): MenuRow {
  const limit = taxLimit(taxShare)
  if (limit) throw limit
  const none: MenuRow = { net: null, left: null, share: null, all: null, perHandHour: null, perLitre: null }
  if (cup.price === null) return none
  const net = netPrice(cup.price, taxShare)
  if (!cup.goesIn) return { ...none, net }
  const left = difference('left-of-cup', 'money', net, cup.goesIn)
  const hands = given('hands-of-cup', cup.handMin, 'min', 'estimated', 'source.process')
  const litres = given('litres-of-cup', cup.drinkMl / 1000, 'L', 'estimated', 'source.recipe')
  const cups = given('cups', cup.cups, 'cups', 'measured', 'source.sold')
  return {
    net,
    left,
    share: net.value > 0 ? product('cost-share', '%', [factor(100), quotient('quotient', '1', cup.goesIn, net)]) : null,
    all: product('left-of-sold', 'money', [left, cups]),
    perHandHour:
      cup.handMin > 0
        ? product('left-of-hand-hour', 'money/h', [factor(MIN_PER_H), quotient('quotient', '1', left, hands)])
        : null,
    perLitre: cup.drinkMl > 0 ? quotient('left-of-litre', 'money/L', left, litres) : null,
  }
}

/**
 * What a guest has to pay, tax in it, for what goes into a cup to be such a share of the price without tax.
 * @param share above 0, at most 1 @param taxShare as in {@link menuRow}
 * @throws ProcessLimit `cost-share-out-of-range`
 */
export function priceForShare(goesIn: Figure, share: number, taxShare: number): Figure {
  const limit = shareLimit(share) ?? taxLimit(taxShare)
  if (limit) throw limit
  const net = quotient('net-price', 'money', goesIn, factor(share))
  return taxShare > 0 ? product('price-for-share', 'money', [net, factor(1 + taxShare)]) : net
}
