import { servingsOf } from '../../core/sensory'
import type { BodyInput } from '../../shared/contract'
import { makeDrink, uuid, type Client } from './client'

// Bodies of the work on a drink, of what a stand pours, and of blind tests.

export async function workBody(
  owner: Client,
  stand: string,
  over: Partial<BodyInput<'putWork'>> = {},
): Promise<BodyInput<'putWork'>> {
  const recipeId = over.recipeId ?? (await makeDrink(owner, `Worked ${uuid()}`)).id
  return { recipeId, standId: stand, body: { kind: 'original', text: '1 cup lemon juice' }, version: 0, ...over }
}

export async function useBody(
  owner: Client,
  stand: string,
  over: Partial<BodyInput<'putUse'>> = {},
): Promise<BodyInput<'putUse'>> {
  const recipeId = over.recipeId ?? (await makeDrink(owner, `Poured ${uuid()}`)).id
  return { standId: stand, recipeId, versionId: null, isServed: true, version: 0, ...over }
}

/** Six tasters, three cups each. */
export function panelBody(stand: string, over: Partial<BodyInput<'postPanel'>> = {}): BodyInput<'postPanel'> {
  const sample = { lotId: null, versionId: null, brix: null, ta: null, step: null, allergens: [] }
  const random = crypto.getRandomValues(new Uint8Array(6))
  const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
  return {
    ...{ id: uuid(), standId: stand, kind: 'triangle', purpose: 'tell', asked: null, cupMl: 30 },
    samples: [
      { ...sample, name: 'Bottled' },
      { ...sample, name: 'Fresh' },
    ],
    servings: servingsOf({ kind: 'triangle', purpose: 'tell', samples: 2 }, 6, new Set(), random[0]!),
    code: [...random].map((n) => LETTERS[n % LETTERS.length]).join(''),
    ...over,
  }
}
