import { checkBase, checkPress, checkTrimmings, type BaseTake, type PressExtras, type WaterTold } from '../limits'
import { massG } from '../process'
import type { IngredientData } from '../substances'
import { roundAmount } from '../units'
import { trimmedTotalG, type PressInput } from '../yield'
import { baseKeyOf } from './row-id'
import { purchasedPerG, type BaseMade, type BaseRow, type Take } from './rows'
import { refused, type Booked, type LotNow, type State } from './state'

// What comes out of a press, of either kind: plain juice of one fruit, or a base.

/** A lot that fruit is taken from, and how much, as it was typed. */
export interface TakeOf {
  lot: LotNow
  data: IngredientData
  askedKg: number
  field: string
}
type Asked = Omit<PressInput, 'takenG'> & PressExtras

export interface Pressed {
  doubts: Booked['doubts']
  takes: Take[]
  /** what the fruit's presses are known by: the fruit, or of several the base */
  ingredientKey: string
  /** what is in the jug */
  jug: { key: string; ml: number }
  juiceMl: number
  juiceG: number
  spilledMl: number | null
  trimmedG: number | null
  byProducts: { name: string; massG: number }[]
  base: { made: BaseMade; key: string; row: BaseRow | null } | null
}

const takeOf = ({ lot }: TakeOf, outG: number): Take => ({
  lotId: lot.id,
  ingredientKey: lot.itemKey,
  takenG: roundAmount(outG * purchasedPerG(lot)),
  outG,
  weighed: lot.weighed,
})

/** g that came off before the press: peeled before, and trimmed now; null where nobody weighed any. */
const offBefore = (peeledG: number, trimmedG: number | null): number | null =>
  peeledG > 0 ? peeledG + (trimmedG ?? 0) : trimmedG
const peeledOff = (takes: readonly Take[]): number => takes.reduce((sum, t) => sum + t.takenG - t.outG, 0)

/** Juice of one fruit. */
export function plainPress(of: TakeOf, asked: Asked, state: State): Pressed | Booked {
  const off = checkTrimmings(asked)
  if (off.length) return refused(...off)
  const { lot, data } = of
  const per = purchasedPerG(lot)
  const peeledG = of.askedKg * 1000 * (per - 1)
  // The fruit as it was purchased: what was peeled off before is trimmed off it.
  const input = { ...asked, takenG: of.askedKg * 1000 * per, trimmedG: offBefore(peeledG, asked.trimmedG) }
  const mean = state.meanMlPerKg(lot.standId, lot.itemKey)
  const { limits, doubts, result, takenG } = checkPress(data, input, lot.onHand * per, mean)
  if (!result) return refused(...limits)
  const take = takeOf(of, roundAmount(takenG / per))
  return {
    doubts,
    takes: [take],
    ingredientKey: lot.itemKey,
    jug: { key: data.fruit!.juice, ml: result.juiceMl },
    juiceMl: result.juiceMl,
    juiceG: result.juiceG,
    spilledMl: asked.spilledMl ?? null,
    trimmedG: offBefore(peeledOff([take]), trimmedTotalG(asked)),
    byProducts: result.byProducts.map((b) => ({ name: b.name, massG: massG(b.stream) })),
    base: null,
  }
}

/** A base: fruit with water, or several fruits in one go. @param name what it is to be called */
export function basePress(
  takesOf: readonly TakeOf[],
  told: { water: WaterTold | null; name: string },
  asked: Asked,
  state: State,
): Pressed | Booked {
  const off = checkTrimmings(asked)
  if (off.length) return refused(...off)
  const name = told.name.trim()
  if (!name) return refused({ code: 'base-name-missing', field: 'base', numbers: {} })
  const named = state.named(name)
  if (named && !named.isBase) return refused({ code: 'name-taken', field: 'base', numbers: {} })
  const twice = takesOf.findIndex((t, i) => takesOf.findIndex((x) => x.lot.id === t.lot.id) !== i)
  if (twice >= 0) return refused({ code: 'lot-twice', field: takesOf[twice]!.field, numbers: {} })
  const bases = takesOf.map(({ lot, data, askedKg, field }): BaseTake => ({
    fruit: data,
    juice: state.data(data.fruit!.juice)!,
    askedG: askedKg * 1000,
    onHandG: lot.onHand,
    purchasedPerG: purchasedPerG(lot),
    field,
  }))
  const peeledG = bases.reduce((sum, b) => sum + b.askedG * (b.purchasedPerG - 1), 0)
  const first = takesOf[0]!.lot
  const { limits, doubts, result, outG } = checkBase(
    bases,
    told.water,
    { ...asked, trimmedG: offBefore(peeledG, asked.trimmedG) },
    takesOf.length > 1 ? null : state.meanMlPerKg(first.standId, first.itemKey),
  )
  if (!result) return refused(...limits)
  const takes = takesOf.map((t, i) => takeOf(t, outG[i]!))
  const key = named?.key ?? baseKeyOf(name)
  const most = [...takesOf.keys()].reduce((a, b) => (takes[b]!.takenG > takes[a]!.takenG ? b : a))
  const { juiceG, juiceMl } = result
  // Of what ended on the bench, as much is juice as in the jug.
  const inJug = result.outMl / (result.outMl + (asked.spilledMl ?? 0))
  const round = (numbers: { [K in keyof BaseMade]?: number }) =>
    Object.fromEntries(Object.entries(numbers).map(([k, v]) => [k, roundAmount(v)]))
  return {
    doubts,
    takes,
    ingredientKey: takes.length > 1 ? key : takes[0]!.ingredientKey,
    jug: { key, ml: result.outMl },
    juiceMl: juiceMl.likely * inJug,
    juiceG,
    spilledMl: asked.spilledMl ? juiceMl.likely * (1 - inJug) : null,
    trimmedG: offBefore(peeledOff(takes), trimmedTotalG(asked)),
    byProducts: result.byProducts,
    base: {
      key,
      row: named ? null : { key, name, likeKey: takesOf[most]!.data.fruit!.juice },
      made: {
        ...(round({
          waterG: result.waterG,
          outG: result.outG,
          outMl: result.outMl,
          leastMl: juiceMl.least,
          mostMl: juiceMl.most,
          brix: result.brix,
          leastBrix: result.leastBrix,
          waterKeptG: result.waterKeptG,
          ph: result.ph,
        }) as unknown as BaseMade),
        spilledMl: asked.spilledMl ?? null,
        composition: result.composition,
        cautions: result.cautions,
      },
    },
  }
}
