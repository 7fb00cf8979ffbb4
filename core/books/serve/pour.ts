import { checkWhen, type Finding } from '../../limits'
import { roundAmount } from '../../units'
import { NOTHING } from '../../yield'
import { rowId } from '../row-id'
import type { Movement, TookOut } from '../rows'
import { BOOKED, missing, NEEDS, refused, type Book, type State } from '../state'
import { tookOut } from '../took'
import type { PourRow, PourSource } from './rows'

// Cups that were poured. A pour grows while one cup follows the other, and shrinks where somebody takes a touch back:
// what is told last of it stands. What comes out of a vessel left its lot when the vessel was filled; what is built in
// the cup, or goes on top of it, leaves its lot with the cup.

export interface Pour {
  id: string
  standId: string
  holdId?: string | null
  versionId: string
  cupId?: string | null
  drinkMl: number
  /** 0 where it never was */
  cups: number
  options?: string[]
  source?: PourSource
  saleId?: string | null
  /** what all of its cups take out of which lots, beside what comes out of the vessel; in the unit of each */
  uses?: TookOut[]
  touchedS?: number[]
  at?: string | null
}
/** No cup holds more, and nobody pours more at once. */
const [MOST_ML, MOST_CUPS] = [3000, 2000]

export const pour: Book<Pour> = {
  needs: ({ id, standId, holdId, versionId, uses = [] }) => ({
    ...NEEDS,
    atStands: [standId],
    recipes: [versionId],
    vessels: holdId ? [holdId] : [],
    pours: [id],
    lots: uses.map((u) => u.lotId),
  }),
  book(told, state) {
    const recipeId = state.recipeOf(told.versionId)
    if (!state.stand(told.standId)) return missing('standId')
    if (!recipeId) return missing('versionId')
    const hold = told.holdId ? state.vessel(told.holdId) : null
    if (hold === undefined || (hold && hold.standId !== told.standId)) return missing('holdId')
    const limits: Finding[] = checkWhen(told.at ?? null, state.now)
    if (!(Number.isInteger(told.cups) && told.cups >= 0 && told.cups <= MOST_CUPS))
      limits.push({ code: 'cups-not-whole', field: 'cups', numbers: { value: told.cups, most: MOST_CUPS } })
    if (!(told.drinkMl > 0 && told.drinkMl <= MOST_ML))
      limits.push({ code: 'cup-out-of-range', field: 'drinkMl', numbers: { valueMl: told.drinkMl, mostMl: MOST_ML } })
    if (limits.length) return refused(...limits)
    const before = state.pour(told.id)
    const taken = told.cups ? (told.uses ?? []) : []
    const { uses, movements } = taking(told, taken, before, state)
    const row: PourRow = {
      id: told.id,
      standId: told.standId,
      holdId: hold?.id ?? null,
      recipeId,
      versionId: told.versionId,
      cupId: told.cupId ?? null,
      drinkMl: roundAmount(told.drinkMl),
      cups: told.cups,
      options: told.options ?? [],
      source: told.source ?? 'touch',
      uses,
      touchedS: told.touchedS ?? [],
      retold: before ? before.retold + 1 : 0,
      saleId: told.saleId ?? null,
      at: told.at ?? before?.at ?? state.now,
    }
    return { ...BOOKED, pours: [row], movements }
  },
}

/** What it takes now, and what moves for it: less what it took when it was told before. */
function taking(
  { id, standId }: Pour,
  wanted: readonly TookOut[],
  before: PourRow | undefined,
  state: State,
): { uses: TookOut[]; movements: Movement[] } {
  const took = sums(before?.uses ?? [])
  const wants = sums(wanted)
  const uses: TookOut[] = []
  const movements: Movement[] = []
  for (const lotId of [...new Set([...took.keys(), ...wants.keys()])].sort()) {
    const had = took.get(lotId) ?? 0
    const more = moreOf(lotId, (wants.get(lotId) ?? 0) - had, standId, state)
    if (had + more > NOTHING) uses.push({ lotId, amount: roundAmount(had + more) })
    if (Math.abs(more) <= NOTHING) continue
    const place = `serve-out ${lotId} ${before ? before.retold + 1 : 0}`
    movements.push({ id: rowId(id, place), lotId, amount: -more, kind: 'serve-out', sourceId: id })
  }
  return { uses, movements }
}
/** As much more as its lot gives; below 0 it goes back. */
function moreOf(lotId: string, more: number, standId: string, state: State): number {
  const unit = state.lot(lotId)?.unit
  if (!unit || unit === 'pieces') return 0
  if (more <= 0) return roundAmount(more)
  return tookOut({ lotId, amount: { value: more, unit } }, standId, state)?.amount ?? 0
}
function sums(uses: readonly TookOut[]): Map<string, number> {
  const out = new Map<string, number>()
  for (const { lotId, amount } of uses) out.set(lotId, (out.get(lotId) ?? 0) + amount)
  return out
}
