import type { BodyInput } from '../../shared/contract'
import { makeDrink, uuid, type Client } from './client'

// Bodies of the work on a drink, and of what a stand pours.

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
