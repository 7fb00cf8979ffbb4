import { finalStep, newDrink, withLayer, type Amount, type RecipeDocument } from '../recipe'
import { INGREDIENTS } from '../substances'
import { isAmountUnit, isMassUnit, roundAmount, type AmountUnit } from '../units'
import { amountOf, handlingOf } from '../yield'
import { MOST_LETTERS, MOST_LINES } from './limits'
import { crushingIn, isCrushable, type CrushingWay } from './crush'
import { infusingIn, rootOf, type Infusing } from './infuse'
import { linesOfJsonLd } from './json-ld'
import type { Phrase } from './lexicon'
import { readLine, type Ask, type ReadLine } from './line'
import { millilitresOf, US_COOK, type Cook } from './measures'

// A household recipe as somebody pastes it: its lines, what is asked once for all of it, and the drink that it makes,
// written for a pot as it was.

export interface ReadRecipe {
  /** the first line, where it is neither an ingredient nor something to do */
  title: string | null
  lines: ReadLine[]
  /** what is asked once for the whole text */
  once: Ask[]
  /** lines beyond what a recipe has are left out, and said */
  leftOut: number
  /** how the text has leaves, flowers and spices in water, and how long; null where it says nothing of it */
  infusing: Infusing | null
  /** whether the text blends and strains, or leaves in what lies in the water; null where it says nothing of it */
  crushing: CrushingWay | null
}
export const ONCE: readonly Ask[] = ['which-cup', 'which-gallon', 'which-ounce', 'which-limon']

/** Text without what a page wraps around it: tags are no words, and never more than words. */
const untagged = (text: string): string =>
  text
    .replace(/<(script|style)[\s\S]*?(?:<\/\1>|$)/gi, '\n')
    .replace(/<(?:br|\/p|\/li|\/div|\/h\d)[^>]*>/gi, '\n')
    .replace(/<[^>]*>/g, ' ')
    .replace(/&nbsp;/g, ' ')
    .replace(/&frac12;/g, '½')
    .replace(/&amp;/g, '&')

/** Several things on one line, as a comma list: "2 cups water, juice of 3 oranges, 1 cup sugar". */
function splitLine(line: string): string[] {
  const parts = line.split(
    /[;,](?=\s*(?:\d|[\u00bc-\u00be\u2150-\u215e]|(?:el |the )?(?:jugo|zumo|juice) |una? |a |half |medi[oa] ))/i,
  )
  return parts.length > 1 ? parts.map((p) => p.trim().replace(/^(?:and|y) /i, '')) : [line]
}

/** @param own ingredients of the stand's own, by their names */
export function readRecipe(text: string, cook: Cook = US_COOK, own: readonly Phrase[] = []): ReadRecipe {
  const all = untagged((linesOfJsonLd(text) ?? text).slice(0, MOST_LETTERS))
    .split(/\r?\n/)
    .flatMap(splitLine)
    .map((l) => l.trim())
    .filter(Boolean)
  const lines = all.slice(0, MOST_LINES).map((l) => readLine(l, cook, own))
  const [first] = lines
  // A name may be that of an ingredient too: what stands first without an amount is what the recipe is called.
  const isNamed = first?.what === 'take' && !first.amount && !first.toTaste && lines.length > 1
  const isTitle = first?.what === 'unread' || isNamed
  return {
    title: isTitle ? first!.text : null,
    lines: isTitle ? lines.slice(1) : lines,
    once: ONCE.filter((ask) => lines.some((l) => l.asks.includes(ask))),
    leftOut: Math.max(0, all.length - MOST_LINES),
    infusing: infusingIn(all),
    crushing: crushingIn(all),
  }
}

/** What happens to what is no liquid. */
export interface Ways {
  /** leaves, flowers, spices and roots lie in the water of the pot, and are taken out */
  infuses: boolean
  /** fruit, grain and seeds go into it, through a blender or as they are */
  crushes: boolean
  /** what lies in cold water goes the same way as fruit, grain and seeds */
  soaks: boolean
}
export const AS_THEY_ARE: Ways = { infuses: false, crushes: false, soaks: false }

/** A line as it goes into a drink: whole fruit by its juice, unless its flesh is crushed or it is a root in water. */
export function forDrink(line: ReadLine, cook: Cook, own: readonly Phrase[] = [], ways = AS_THEY_ARE): ReadLine {
  const data = INGREDIENTS.get(line.key ?? '')
  if (!data?.fruit || (ways.crushes && isCrushable(data.key, data.kind))) return line
  if (ways.infuses && rootOf(data.key) !== data.key) return line
  return readLine(line.text, cook, own, true)
}

/** What of a line goes into the pot: as it was written, where scales and jugs know its unit; else in mL or g. */
export function amountFor({ amount, key, massG, volumeMl, asks, worked }: ReadLine, cook: Cook): Amount | null {
  if (!key || !amount || asks.includes('which-ounce')) return null
  const { low, high, unit } = amount
  // Measures of this cook's that scales and jugs know under the same name.
  const isKnown = (of: AmountUnit): boolean => isMassUnit(of) || millilitresOf(of, cook) === millilitresOf(of, US_COOK)
  // What is written of the fruit is no amount of its juice.
  const isAsWritten = worked?.way !== 'juice-of' && worked?.way !== 'juice-share'
  if (isAsWritten && unit && isAmountUnit(unit) && low === high && isKnown(unit)) return { value: low, unit }
  const data = INGREDIENTS.get(key)
  const of = data && amountOf(data, handlingOf(data, null), null)
  // What is heaped is weighed: a pinch of salt is no mL of anything.
  if (isAsWritten && volumeMl !== null && (of?.isLiquid || massG === null))
    return { value: roundAmount(volumeMl), unit: 'mL' }
  if (massG === null) return null
  return of?.isLiquid && of.gPerMl
    ? { value: Math.round(massG / of.gPerMl), unit: 'mL' }
    : { value: Math.round(massG * 10) / 10, unit: 'g' }
}

/**
 * The drink of the lines that are taken, for the pot that they are; what has no amount yet is there with none, to be
 * weighed the first time.
 * @param takes what is in it, each with how much
 * @param cup of the stand: what of the pot fills one
 */
export function potOf(
  takes: readonly { key: string; amount: Amount | null }[],
  cup: { id: string | null; volumeMl: number },
): RecipeDocument | null {
  const isFiller = ({ key }: { key: string }): boolean => INGREDIENTS.get(key)?.kind === 'water'
  const last = takes.findLast(isFiller) ?? takes.at(-1)
  if (!last) return null
  const start = newDrink(cup.id, cup.volumeMl, last.key)
  const final = finalStep(start)!
  const amount = last.amount ?? NONE
  const pot: RecipeDocument = {
    ...start,
    pot: { cupMl: cup.volumeMl },
    steps: start.steps.map((s) =>
      s === final ? { op: 'combine', in: [...final.in], out: final.out } : s.op === 'take' ? { ...s, amount } : s,
    ),
  }
  return takes
    .filter((t) => t !== last)
    .reduceRight((doc, t) => withLayer(doc, { ingredient: t.key }, t.amount ?? NONE), pot)
}
const NONE: Amount = { value: 0, unit: 'g' }
