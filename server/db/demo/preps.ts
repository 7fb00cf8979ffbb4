import { v7 as uuid } from 'uuid'
import { dayOf } from '#core/time'
import type { Random } from '#core/random'
import { evaluateRecipe, shippedContext, type RecipeDocument, type RecipeStep } from '#core/recipe'
import { lastDayOf, useByOf } from '#core/preps'
import { templateOf } from '#core/templates'
import { contract } from '#shared/contract'
import type { Family } from '#shared/lists'
import { enter } from '../../books/enter'
import { putRecipe } from '../../menu/recipes'
import { signOff } from '../../menu/standards'
import { now } from '../../platform/clock'
import type { Who } from '../../people/who'
import { inTransaction } from '../connect'
import { Lot } from '../models'
import { rowOf } from '../rows'
import { recordOnLot } from './weeks'

// Preps of an invented menu: from templates, and six weeks of makings of them.

export interface DemoPrep {
  key: string
  name: string
  family: Family
  document: RecipeDocument
  everyDays: number
  /** times the standard that a making usually is */
  times: number
}

const template = (key: string): RecipeDocument => templateOf(key)!.document
/** A template with another ingredient in place of one of its takes. */
const withItem = (doc: RecipeDocument, out: string, ingredient: string): RecipeDocument => ({
  ...doc,
  steps: doc.steps.map((s): RecipeStep => (s.out === out && s.op === 'take' ? { ...s, item: { ingredient } } : s)),
})

export const DEMO_PREPS: readonly DemoPrep[] = [
  {
    key: 'rosemary',
    name: 'Rosemary syrup',
    family: 'lemonade',
    document: withItem(template('herb-syrup'), 'leaf', 'rosemary'),
    everyDays: 6,
    times: 1,
  },
  {
    key: 'peel',
    name: 'Grapefruit peel cordial',
    family: 'lemonade',
    document: template('peel-sugar-juice'),
    everyDays: 5,
    times: 1.5,
  },
  {
    key: 'hibiscus',
    name: 'Hibiscus steep',
    family: 'agua-fresca',
    document: template('flower-steep-hot'),
    everyDays: 4,
    times: 2,
  },
  {
    key: 'black-tea',
    name: 'Black tea concentrate',
    family: 'iced-tea',
    document: template('tea-concentrate-hot'),
    everyDays: 4,
    times: 2,
  },
  {
    key: 'green-tea',
    name: 'Green tea, cold-brewed',
    family: 'iced-tea',
    document: template('tea-cold-brew'),
    everyDays: 2,
    times: 2,
  },
]

export interface MadePrep extends DemoPrep {
  id: string
  versionId: string
}

/** Puts the preps down, and signs them off. */
export async function demoPreps(owner: Who): Promise<MadePrep[]> {
  const out: MadePrep[] = []
  for (const prep of DEMO_PREPS) {
    const [id, versionId] = [uuid(), uuid()]
    const { name, family, document: draft } = prep
    const body = { kind: 'prep' as const, name, family, draft, sellPrice: null, version: 0 }
    await inTransaction((tx) => putRecipe(tx, id, body, owner))
    await inTransaction((tx) => signOff(tx, id, { id: versionId, version: 1, confirm: [] }, owner))
    out.push({ ...prep, id, versionId })
  }
  return out
}

/**
 * Makings on the days that a prep is made: a little more or less than the standard, a little slower; what was left of
 * the one before is thrown.
 */
export async function demoMakings(
  preps: readonly Omit<MadePrep, 'id' | 'family' | 'name'>[],
  standId: string,
  who: Who,
  at: (daysAgo: number, hour: number) => void,
  random: Random,
  days: readonly number[],
): Promise<void> {
  for (const { versionId, document, everyDays, times } of preps) {
    const standard = evaluateRecipe(document, shippedContext({}))
    let last: { lotId: string; ml: number } | null = null
    for (const [i, ago] of days.entries()) {
      if (i % everyDays) continue
      at(ago, 9 + random.next())
      if (last) await used(last, who)
      const id = uuid()
      const ml = Math.round((standard.jug.volume.value * times * (0.94 + 0.06 * random.next())) / 5) * 5
      const body = contract.postBatch.body.parse({
        id,
        standId,
        versionId,
        out: { value: ml, unit: 'mL' },
        seen:
          random.next() < 0.5
            ? { brix: Math.round((standard.jug.brix.value + random.next() - 0.5) * 10) / 10, measured: ['brix'] }
            : null,
        minutes: Math.round(standard.handMin * times * (1.1 + 0.5 * random.next())),
        place: 'cold',
        useBy: lastDayOf(useByOf(standard, 'cold'), dayOf(now(), 'UTC')),
      })
      await inTransaction((tx) => enter(tx, 'make', body, [], who))
      const lot = await rowOf(Lot, { where: { sourceId: id }, transaction: null })
      last = { lotId: lot!.id, ml }
    }
    if (last) await recordOnLot(last.lotId, { kind: 'use', amount: Math.round(last.ml * 0.35), note: null }, who)
  }
}
/** Most of it was poured, the rest thrown. */
async function used({ lotId, ml }: { lotId: string; ml: number }, who: Who): Promise<void> {
  const poured = Math.round(ml * 0.9)
  await recordOnLot(lotId, { kind: 'use', amount: poured, note: null }, who)
  await recordOnLot(lotId, { kind: 'discard', kg: null, amount: ml - poured, reason: 'old', note: null }, who)
}
