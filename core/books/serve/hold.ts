import {
  contentOf,
  emptiedBy,
  HELD_AS,
  inOrder,
  type HoldContext,
  type HoldControl,
  type HoldEvent,
  type HoldEventBody,
  type HoldEventOf,
} from '../../hold'
import { checkWhen, type Finding } from '../../limits'
import { ingredientStream } from '../../process'
import { COLD_C } from '../../safety/limits'
import type { IngredientData } from '../../substances'
import { roundAmount } from '../../units'
import { NOTHING } from '../../yield'
import { child } from '../child'
import { roundMoney } from '../money'
import { movement } from '../movement'
import { rowId } from '../row-id'
import type { BatchVessel, LotRow, Movement, TookOut } from '../rows'
import { BOOKED, missing, NEEDS, refused, type Book, type HoldNow, type State } from '../state'
import { givenBack, inLotUnit, tookOut } from '../took'
import { placeOf } from './place'
import { pouredAs } from './poured-as'
import type { HoldRow, ServeWay } from './rows'

// A vessel at the hatch: it is put into service, and then things happen to it. What is filled in leaves its lot, and
// what is left and kept is a lot again.

/** A vessel is put into service, for one drink. */
export interface PutOut {
  id: string
  standId: string
  versionId: string
  vessel: BatchVessel
  way: ServeWay
  control: HoldControl
  washMin: number
  wPerK: number
  roomC: number
  at?: string | null
}
/** Something happened to it. */
export interface AtHold {
  id: string
  holdId: string
  event: HoldEventBody
  at?: string | null
}
/** min: nothing is washed more often than this, nor less. */
const WASH_MIN = { least: 30, most: 24 * 60 } as const

export const putOut: Book<PutOut> = {
  needs: ({ standId, versionId }) => ({ ...NEEDS, stands: [standId], versions: [versionId] }),
  book(told, state) {
    if (!state.stand(told.standId)) return missing('standId')
    const version = state.version(told.versionId)
    if (!version) return missing('versionId')
    const limits = checkWhen(told.at ?? null, state.now)
    if (!(told.vessel.capacityMl > 0))
      limits.push({ code: 'vessel-empty', field: 'vessel', numbers: { value: told.vessel.capacityMl } })
    if (!(told.washMin >= WASH_MIN.least && told.washMin <= WASH_MIN.most))
      limits.push({ code: 'wash-out-of-range', field: 'washMin', numbers: { value: told.washMin, ...WASH_MIN } })
    // Time keeps nothing safe but by what the owner wrote down.
    if (told.control !== 'cold' && told.control !== state.control(told.standId))
      limits.push({ code: 'control-not-written', field: 'control', numbers: {} })
    if (limits.length) return refused(...limits)
    const { id, standId, versionId, vessel, way, control, washMin, wPerK, roomC } = told
    const hold: HoldRow = {
      ...{ id, standId, recipeId: version.recipeId, versionId, vessel, way, control, washMin, wPerK, roomC },
      at: told.at ?? state.now,
    }
    return { ...BOOKED, holds: [hold] }
  },
}

/** The lot that is what was left in a vessel, by the event that emptied it. */
export const leftLotOf = (eventId: string): string => rowId(eventId, 'left')

export const atHold: Book<AtHold> = {
  needs: ({ holdId, event }) => {
    const lotId = 'lotId' in event ? event.lotId : null
    const left = event.kind === 'void' ? [leftLotOf(event.event)] : []
    const ingredients = event.kind === 'laid' ? [event.item] : []
    return { ...NEEDS, holds: [holdId], lots: lotId ? [lotId] : left, ingredients }
  },
  book(told, state) {
    const hold = state.hold(told.holdId)
    if (!hold) return missing('holdId')
    const at = told.at ?? state.now
    const event = { ...told.event, id: told.id, at, by: '' } as HoldEvent
    if (event.kind === 'laid' && !state.data(event.item)) return missing('item')
    const limits = [
      ...checkWhen(told.at ?? null, state.now),
      ...endedBefore(hold, event),
      ...amountsWrong(hold, event),
      ...ofVoid(hold, event, state),
    ]
    if (!limits.length) limits.push(...notOfIt(hold, event, state))
    if (limits.length) return refused(...limits)
    const goesIn = event.kind === 'filled' ? fillOf(event) : event.kind === 'laid' ? layOf(event) : null
    const took = tookOut(goesIn, hold.standId, state)
    const left = event.kind === 'emptied' ? leftOf(event, hold, state) : []
    const gone = event.kind === 'void' ? hold.events.find((e) => e.id === event.event) : undefined
    return {
      ...BOOKED,
      holdEvents: [{ id: told.id, holdId: hold.id, event: told.event, took, at }],
      lots: left,
      movements: [
        ...(took ? [movement(told.id, took.lotId, -took.amount, 'serve-out')] : []),
        ...left.map((l) => movement(told.id, l.id, l.amount, 'serve-in')),
        ...givenBack(told.id, gone),
        ...(gone?.kind === 'emptied' ? lotGone(told.id, gone.id, state) : []),
      ],
    }
  },
}

const layOf = (e: HoldEventOf<'laid'>) => ({ lotId: e.lotId, amount: { value: e.massG, unit: 'g' as const } })
const fillOf = (e: HoldEventOf<'filled'>) => ({ lotId: e.lotId, amount: { value: e.volumeMl, unit: 'mL' as const } })

/** Once it is emptied nothing happens to a vessel; what was told before, and comes late, did. */
function endedBefore(hold: HoldNow, e: HoldEvent): Finding[] {
  const end = emptiedBy(hold.events)
  if (!end || (e.kind === 'void' && e.event === end.id) || Date.parse(e.at) < Date.parse(end.at)) return []
  return [{ code: 'hold-emptied', field: 'event', numbers: {} }]
}

function ofVoid(hold: HoldNow, e: HoldEvent, state: State): Finding[] {
  if (e.kind !== 'void') return []
  const gone = inOrder(hold.events).find((x) => x.id === e.event)
  if (!gone) return [{ code: 'not-found', field: 'event', numbers: {} }]
  const lot = gone.kind === 'emptied' ? state.lot(leftLotOf(gone.id)) : undefined
  // What was kept of it, and is drunk by now, cannot be back in it.
  return lot && lot.amount - lot.onHand > NOTHING
    ? [{ code: 'already-used', field: 'event', numbers: { short: Math.round(lot.amount - lot.onHand) } }]
    : []
}

/** Amounts that no vessel of its size gives or takes. */
function amountsWrong({ vessel }: HoldNow, e: HoldEvent): Finding[] {
  const of = { filled: 'volumeMl', spilled: 'volumeMl', level: 'volumeMl', emptied: 'leftMl' } as const
  if (!(e.kind in of)) return []
  const volumeMl = (e as unknown as Record<string, number>)[of[e.kind as keyof typeof of]]!
  if ((e.kind === 'filled' || e.kind === 'spilled') && !(volumeMl > 0))
    return [{ code: 'no-amount', field: 'volumeMl', numbers: {} }]
  return volumeMl > vessel.capacityMl
    ? [{ code: 'more-than-vessel', field: 'volumeMl', numbers: { volumeMl, roomMl: vessel.capacityMl } }]
    : []
}

/** What cannot be of this vessel then: what it makes wrong is refused, and nothing that was wrong before it. */
function notOfIt(hold: HoldNow, event: HoldEvent, state: State): Finding[] {
  // One that was taken back never started it.
  const fills = inOrder([...hold.events, event]).filter((e) => e.kind === 'filled')
  if (event.kind === 'filled' && hold.control !== 'cold' && fills.length === 1 && event.tempC > COLD_C)
    return [{ code: 'starts-too-warm', field: 'tempC', numbers: { tempC: event.tempC, mostC: COLD_C } }]
  if (event.kind === 'emptied' && hold.control !== 'cold' && HELD_AS.includes(event.as))
    return [{ code: 'no-way-back', field: 'as', numbers: {} }]
  const ctx = contextOf(hold, state)
  if (!ctx) return []
  const before = [...hold.events, ...hold.pours.map(pouredAs)]
  const odd = contentOf([...before, event], event.at, ctx).odd.find((o) => o.event.id === event.id)
  const field = FIELD[event.kind] ?? 'volumeMl'
  return odd ? [{ code: odd.code, field, numbers: odd.numbers }] : []
}
/** The field that says what cannot be. */
const FIELD: Partial<Record<HoldEvent['kind'], string>> = { iced: 'massG', laid: 'massG', out: 'event', read: 'brix' }
/** A vessel as its drink's standard says; null where the standard cannot be read. */
function contextOf(hold: HoldNow, state: State): HoldContext | null {
  const drink = state.version(hold.versionId)?.evaluation.output
  return drink ? { ...placeOf(hold), drinkOf: () => drink, gramOf: gramsBy(state.data) } : null
}

/** A g of an ingredient as it is laid into a cold drink. @param data what it is; undefined where nobody knows it */
export const gramsBy =
  (data: (key: string) => IngredientData | undefined): HoldContext['gramOf'] =>
  (item) => {
    const of = data(item)
    return of ? ingredientStream(of, 1, COLD_C) : null
  }

/** What is left and kept, as a lot: as old as its oldest part, and with its share of what was filled in. */
function leftOf(e: HoldEventOf<'emptied'>, hold: HoldNow, state: State): LotRow[] {
  if (!HELD_AS.includes(e.as) || !(e.leftMl > 0)) return []
  const fills = inOrder(hold.events).flatMap((x) => (x.kind === 'filled' ? [x] : []))
  const filledMl = fills.reduce((sum, f) => sum + f.volumeMl, 0)
  const lots = fills.flatMap((f) => (f.lotId && state.lot(f.lotId)) || [])
  const useBys = [e.useBy, ...lots.map((l) => l.useBy)].flatMap((day) => day ?? []).sort()
  const tookBy = new Map(hold.events.map((x) => [x.id, x.took]))
  const costs = fills.map((f) => costOf(f, tookBy.get(f.id) ?? null, state))
  // Of one that nobody filled, nobody knows what is in it.
  const isKnown = filledMl > 0 && costs.every((c) => c !== null)
  const cost = isKnown ? costs.reduce<number>((sum, c) => sum + c!, 0) * Math.min(1, e.leftMl / filledMl) : null
  const of = { standId: hold.standId, itemKind: 'version', itemKey: hold.versionId } as LotRow
  return [
    child(of, {
      id: leftLotOf(e.id),
      kind: 'left',
      unit: 'mL',
      amount: roundAmount(e.leftMl),
      cost: cost === null ? null : roundMoney(cost),
      place: 'cold',
      useBy: useBys[0] ?? null,
      useFor: e.as === 'kept' ? null : e.as,
      sourceId: e.id,
      at: e.at,
    }),
  ]
}
/** What a fill cost, as its lot was paid; null where some of it is of no lot, or nobody knows. */
function costOf(f: HoldEventOf<'filled'>, took: TookOut | null, state: State): number | null {
  const lot = took && state.lot(took.lotId)
  if (!took || lot?.cost == null || !(lot.amount > 0)) return null
  const asked = inLotUnit(fillOf(f).amount, lot, state)
  return asked === null || asked - took.amount > NOTHING ? null : (lot.cost * took.amount) / lot.amount
}
function lotGone(voidId: string, emptiedId: string, state: State): Movement[] {
  const lot = state.lot(leftLotOf(emptiedId))
  if (!lot) return []
  return [
    { id: rowId(voidId, `void ${lot.id}`), lotId: lot.id, amount: -lot.onHand, kind: 'void', sourceId: emptiedId },
  ]
}
