import { call, given, type Figure } from '../figures'
import { ingredientStream } from '../process'
import { seeded } from '../random'
import type { MixFigures } from '../recipe'
import { loadSolver } from '../solve'
import { INGREDIENTS } from '../substances'
import type { BatchRow } from './batch'
import {
  beyondFridges,
  changeFor,
  heldIn,
  inParts,
  packingProgram,
  partsOf,
  refillsOf,
  toHold,
  usableMl,
  vesselFor,
  type Held,
  type StandVessel,
  type ToHold,
} from '.'

const solver = loadSolver()
const vessel = (id: string, litres: number, over: Partial<StandVessel> = {}): StandVessel => ({
  id,
  name: id,
  capacityMl: litres * 1000,
  heatProof: true,
  acidProof: true,
  ...over,
})
const drink = (id: string, litres: number, over: Partial<ToHold> = {}): ToHold => ({
  id,
  volumeMl: litres * 1000,
  isHot: false,
  isSour: true,
  ...over,
})
const pack = async (drinks: ToHold[], vessels: StandVessel[]): Promise<Held[]> =>
  heldIn(drinks, vessels, (await solver)(packingProgram(drinks, vessels)))
const names = (held: Held[]): string[] => held.map((h) => h.loads.map((l) => l.vessel.id).join('+'))

/** What a packing is judged by, one after the other. */
const worthOf = (held: readonly Held[]): number[] => {
  const all = held.flatMap((h) => h.loads)
  return [
    held.filter((h) => !h.loads.length).length,
    Math.round(held.reduce((ml, h) => ml + h.leftMl, 0)),
    all.length,
    all.reduce((ml, l) => ml + usableMl(l.vessel), 0),
  ]
}
const isBetter = (a: number[], b: number[]): boolean => {
  const at = a.findIndex((x, i) => Math.abs(x - b[i]!) > 1e-6)
  return at >= 0 && a[at]! < b[at]!
}
/** Every way to give each vessel to one drink or to none. */
function best(drinks: ToHold[], vessels: StandVessel[]): number[] {
  let found: number[] | null = null
  for (let code = 0; code < (drinks.length + 1) ** vessels.length; code++) {
    const of = vessels.map((_, i) => Math.floor(code / (drinks.length + 1) ** i) % (drinks.length + 1))
    if (vessels.some((v, i) => of[i]! > 0 && drinks[of[i]! - 1]!.isSour && !v.acidProof)) continue
    const held = drinks.map((d, b): Held => {
      const own = vessels.filter((_, i) => of[i] === b + 1)
      const room = own.reduce((ml, v) => ml + usableMl(v), 0)
      return { id: d.id, loads: own.map((v) => ({ vessel: v, fillMl: 0 })), leftMl: Math.max(0, d.volumeMl - room) }
    })
    const worth = worthOf(held)
    if (!found || isBetter(worth, found)) found = worth
  }
  return found!
}

describe('a day in the vessels of a stand', () => {
  it('one batch goes into the smallest that takes it with room to stir, and into none that does not', () => {
    const vessels = [vessel('large', 30), vessel('middle', 12), vessel('small', 10)]
    expect(vesselFor(drink('a', 10), vessels)?.id).toBe('middle')
    expect(vesselFor(drink('a', 30), vessels)).toBeNull()
  })
  it('each drink has the smallest that takes it with room to stir', async () => {
    const held = await pack(
      [drink('tea', 5), drink('lemonade', 13.8)],
      [vessel('a', 6), vessel('b', 15), vessel('c', 15)],
    )
    expect(names(held)).toEqual(['a', 'b'])
    expect(held[1]!.loads[0]!.fillMl).toBeCloseTo(13_800, 6)
  })
  it('what does not go into one goes into two, filled alike by their size', async () => {
    const [held] = await pack([drink('lemonade', 18)], [vessel('a', 6), vessel('b', 15)])
    expect(held!.loads.map((l) => Math.round(l.fillMl))).toEqual([
      Math.round((18_000 * 15) / 21),
      Math.round((18_000 * 6) / 21),
    ])
    expect(held!.leftMl).toBe(0)
  })
  it('no drink goes without a vessel so that another has two', async () => {
    expect(names(await pack([drink('lemonade', 18), drink('tea', 2)], [vessel('a', 6), vessel('b', 15)]))).toEqual([
      'b',
      'a',
    ])
  })
  it('sour and hot drinks go where they may', async () => {
    const held = await pack(
      [drink('lemonade', 4), drink('tea', 4, { isSour: false, isHot: true })],
      [vessel('metal', 6, { acidProof: false }), vessel('plastic', 6, { heatProof: false })],
    )
    expect(names(held)).toEqual(['plastic', 'metal'])
    const hot = await pack(
      [drink('tea', 4, { isSour: false, isHot: true })],
      [vessel('plastic', 6, { heatProof: false })],
    )
    expect(names(hot)).toEqual([''])
    const none = await pack([drink('lemonade', 4)], [vessel('metal', 6, { acidProof: false })])
    expect(none).toEqual([{ id: 'lemonade', loads: [], leftMl: 4000 }])
  })
  it('without vessels or drinks there is nothing to pack', async () => {
    expect(await pack([drink('tea', 4)], [])).toEqual([{ id: 'tea', loads: [], leftMl: 4000 }])
    expect(await pack([], [vessel('a', 6)])).toEqual([])
  })
  it('is as good as the best of every way that there is, in 40 cases made by chance', async () => {
    const { next } = seeded(5)
    for (let i = 0; i < 40; i++) {
      const drinks = Array.from({ length: 1 + Math.floor(next() * 3) }, (_, b) =>
        drink(`d${b}`, 1 + Math.floor(next() * 20), { isSour: next() < 0.7 }),
      )
      const vessels = Array.from({ length: 1 + Math.floor(next() * 5) }, (_, v) =>
        vessel(`v${v}`, [3, 6, 10, 15][Math.floor(next() * 4)]!, { acidProof: next() < 0.8 }),
      )
      const [got, want] = [worthOf(await pack(drinks, vessels)), best(drinks, vessels)]
      expect({ i, worse: isBetter(want, got) }).toEqual({ i, worse: false })
    }
  })
})

it('a batch asks for what it is: sour where acids keep, hot as it comes out of its pot', () => {
  const at = (tempC: number, key: string): ToHold => {
    const output = ingredientStream(INGREDIENTS.get(key)!, 1000, tempC)
    return toHold('x', { output, jug: { temp: given('temp', tempC, '°C', 'measured') } as MixFigures }, 1000)
  }
  expect(at(5, 'lemon-juice')).toMatchObject({ isHot: false, isSour: true })
  expect(at(85, 'water')).toMatchObject({ isHot: true, isSour: false })
})
describe('more than goes in at once', () => {
  const held = async (litres: number): Promise<Held> => (await pack([drink('lemonade', litres)], [vessel('a', 10)]))[0]!
  it('is filled in as it empties, at the hour when so many cups have gone', async () => {
    const of = await held(23)
    // 9.2 L go in; of 23 L over 5 h they are sold after 2 h, the next 9.2 after 4 h.
    expect(refillsOf(of, 300)).toEqual([
      { atMin: 120, fillMl: expect.closeTo(9200, 6) },
      { atMin: 240, fillMl: expect.closeTo(4600, 6) },
    ])
    expect(partsOf(of, 300).reduce((a, b) => a + b)).toBeCloseTo(23_000, 6)
    expect(refillsOf(await held(9.2), 300)).toEqual([])
  })
  it('or it is some cups fewer, or one vessel more; what stands beyond the fridges is said', async () => {
    expect(changeFor(await held(10), 309)).toEqual({ fewerCups: 3, vesselMl: expect.closeTo(800 / 0.92, 6) })
    expect(changeFor(await held(9), 309)).toBeNull()
    expect([beyondFridges(26_000, 20_000), beyondFridges(18_000, 20_000), beyondFridges(9, null)]).toEqual([6000, 0, 0])
  })
  it('the parts of a row are the row, whatever the rounding', () => {
    const rounded: Figure = call('rounded', 'g', 'round-to-step', [
      given('mass', 1003, 'g', 'measured'),
      given('step', 1, 'g', 'measured'),
    ])
    const row = { layer: { key: 'white-sugar' }, unit: 'g', exact: rounded, rounded } as unknown as BatchRow
    const parts = inParts(row, [9200, 9200, 4600], 5).map((f) => f.value)
    expect(parts).toEqual([400, 400, 203])
    expect(inParts(row, [9200], 5).map((f) => f.value)).toEqual([1003])
  })
})
