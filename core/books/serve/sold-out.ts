import { checkWhen } from '../../limits'
import { BOOKED, missing, NEEDS, refused, type Book } from '../state'
import type { SoldOutRow } from './rows'

// A drink is sold out, and is there again: told again, the newest stands.

export interface SoldOut {
  id: string
  standId: string
  versionId: string
  at?: string | null
  backAt?: string | null
  isGone?: boolean
}

export const soldOut: Book<SoldOut> = {
  needs: ({ standId, versionId }) => ({ ...NEEDS, atStands: [standId], versions: [versionId] }),
  book(told, state) {
    const { id, standId, versionId, backAt = null, isGone = false } = told
    const version = state.version(versionId)
    if (!state.stand(standId)) return missing('standId')
    if (!version) return missing('versionId')
    const at = told.at ?? state.now
    const limits = [...checkWhen(told.at ?? null, state.now), ...checkWhen(backAt, state.now)]
    if (backAt && Date.parse(backAt) < Date.parse(at))
      limits.push({ code: 'back-before', field: 'backAt', numbers: {} })
    if (limits.length) return refused(...limits)
    const row: SoldOutRow = { id, standId, recipeId: version.recipeId, versionId, at, backAt, isGone }
    return { ...BOOKED, soldOuts: [row] }
  },
}
