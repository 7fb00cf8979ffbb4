import fc from 'fast-check'
import { massG, streamOf, sugarsG, taOf, volumeMl, type Stream } from '../process'
import { soluteMol } from '../process/phase'
import { liquidWaterG } from '../process/stream'
import { minutesAfter } from '../time'
import { evaluateRecipe, shippedContext, startingDrink } from '../recipe'
import {
  ahead,
  boundsOf,
  contentOf,
  cupsLeft,
  cupsPerHour,
  drinkMlOf,
  fillMin,
  foldOn,
  frozenShareOf,
  holdClocks,
  isSamePour,
  levelMlOf,
  oldestIn,
  overOf,
  roomMl,
  strengthOf,
  usualWPerK,
  wPerKKnown,
  wPerKRead,
  type HoldContext,
  type HoldEvent,
  type HoldEventOf,
} from '.'

const at = (min: number): string => minutesAfter('2026-11-28T10:00:00.000Z', min)
let count = 0
type Body = HoldEvent extends infer E ? (E extends unknown ? Omit<E, 'id' | 'at' | 'by'> : never) : never
const event = (e: Body, min: number): HoldEvent =>
  ({ ...e, id: `e${String(++count).padStart(4, '0')}`, at: at(min), by: 'ana' }) as HoldEvent
const lemonade = streamOf({ sucrose: 11, citric: 0.7 }, 1000, 4)
const gramOf = (): Stream => streamOf({ sucrose: 2, citric: 5, fibre: 3 }, 1, 4)
const place: HoldContext = {
  ...{ capacityMl: 10_000, wPerK: 1.5, roomC: 25, keptC: null },
  drinkOf: () => lemonade,
  gramOf,
}
const fill = (volumeMl_ = 8000, min = 0) =>
  event({ kind: 'filled', lotId: 'lot', volumeMl: volumeMl_, tempC: 4 }, min) as HoldEventOf<'filled'>
const ice = (massG_: number, min = 0) => event({ kind: 'iced', massG: massG_, tempC: -5 }, min)
const pour = (cups: number, min: number, drinkMl = 300) => event({ kind: 'poured', cups, drinkMl }, min)
const of = (events: HoldEvent[], min: number, ctx = place) => contentOf(events, at(min), ctx)

describe('a vessel in service', () => {
  it('is as strong at its end as a heat balance by hand says: the ice that the room melts thins it', () => {
    // 8.4 kg of drink at 4 °C and 1 kg of ice at −5 °C. At once: 1 kg of ice takes 2.06 × 5 = 10 kJ to warm; the drink
    // gives 3.9 × 8.4 = 33 kJ for each K down to some −0.6 °C: 150 kJ, of which 140 melt 0.42 kg. Then 1.5 W/K × 26 K
    // × 9.0/10 for an hour is 126 kJ: 0.38 kg more. Heat of fusion 333.55 kJ/kg: CRC Handbook (memory).
    const events = [fill(), ice(1000)]
    const now = of(events, 60)
    expect(1000 - now.iceG).toBeGreaterThan(740)
    expect(1000 - now.iceG).toBeLessThan(860)
    const [first, last] = [strengthOf(of(events.slice(0, 1), 0))!, strengthOf(now)!]
    expect(first.brix / last.brix).toBeCloseTo((8376 + (1000 - now.iceG)) / 8376, 1)
    expect(last.tempC).toBeLessThan(0.5)
  })
  it('keeps its sugar whatever melts, and its mass', () => {
    const [before, after] = [of([fill(), ice(800)], 0), of([fill(), ice(800)], 300)]
    const grams = (s: Stream, iceG: number): number => massG(s) + iceG
    expect(sugarsG(after.drink!)).toBeCloseTo(sugarsG(before.drink!), 6)
    expect(grams(after.drink!, after.iceG)).toBeCloseTo(grams(before.drink!, before.iceG), 6)
    expect(after.iceG).toBe(0)
  })
  it('falls by what is poured and spilled, and by a level that is told: what is gone beyond them is not explained', () => {
    const events = [fill(), pour(5, 1), event({ kind: 'spilled', volumeMl: 200 }, 2)]
    expect(drinkMlOf(of(events, 2))).toBeCloseTo(6300, -1)
    const told = of([...events, event({ kind: 'level', volumeMl: 5000 }, 2)], 2)
    expect([levelMlOf(told), told.unexplainedMl, told.pouredCups]).toEqual([
      expect.closeTo(5000, 6),
      expect.closeTo(1300, -1),
      5,
    ])
    const empty = of([...events, event({ kind: 'emptied', leftMl: 6000, as: 'thrown', reason: 'warm' }, 3)], 4)
    expect([empty.drink, empty.fills, empty.unexplainedMl]).toEqual([null, [], expect.closeTo(300, -1)])
  })
  it('cups that are counted at its end are what a level had found gone, and then come out of it', () => {
    const level = event({ kind: 'level', volumeMl: 5000 }, 2)
    const counted = (cups: number) =>
      of([fill(), level, event({ kind: 'poured', cups, drinkMl: 300, counted: true }, 3)], 3)
    const told = (cups: number) => {
      const c = counted(cups)
      return [Math.round(levelMlOf(c)), Math.round(c.unexplainedMl), c.pouredCups]
    }
    expect([told(5), told(12)]).toEqual([
      [5000, 1500, 5],
      [4400, 0, 12],
    ])
    // What was given away, told afterwards, is found the same way.
    const given = of([fill(), level, event({ kind: 'spilled', volumeMl: 3400, as: 'given', counted: true }, 3)], 3)
    expect([levelMlOf(given), given.unexplainedMl, given.spilledMl].map(Math.round)).toEqual([4600, 0, 3400])
  })
  it('lets in as much heat as it is full', () => {
    const events = [fill(4000), ice(600)]
    const small = { ...place, capacityMl: 5000, wPerK: 0.75 }
    expect(of(events, 90).iceG).toBeCloseTo(of(events, 90, small).iceG, 6)
    expect(of(events, 90).iceG).toBeGreaterThan(0)
  })
  it('tells of each level what is gone since the last, and of a moment what was told until then', () => {
    const events = [fill(), event({ kind: 'level', volumeMl: 7000 }, 10), event({ kind: 'level', volumeMl: 6500 }, 20)]
    expect([of(events, 20).unexplainedMl, of(events, 15).unexplainedMl]).toEqual([
      expect.closeTo(1500, -1),
      expect.closeTo(1000, -1),
    ])
  })
  it('ice that is put in twice is as cold as put in at once', () => {
    const [once, twice] = [of([fill(), ice(1400)], 0), of([fill(), ice(700), ice(700)], 0)]
    expect([twice.iceG, twice.drink!.tempC]).toEqual([
      expect.closeTo(once.iceG, 3),
      expect.closeTo(once.drink!.tempC, 6),
    ])
  })
  it('stands as high as its drink and the ice that floats in it', () => {
    const now = of([fill(), ice(500)], 0)
    expect(levelMlOf(now)).toBeCloseTo(drinkMlOf(now) + now.iceG / (massG(now.drink!) / volumeMl(now.drink!)), 6)
    expect(levelMlOf(now)).toBeLessThan(8530)
  })
  it('a reading takes over from then on', () => {
    const events = [fill(), ice(1500), event({ kind: 'read', brix: 9.5, tempC: 3 }, 30)]
    expect(strengthOf(of(events, 30))).toMatchObject({ brix: expect.closeTo(9.5, 4), tempC: 3 })
    expect(strengthOf(of(events, 31))!.tempC).toBeLessThan(1)
  })
  it('nuggets bring water along: as much melts at once, and less is left to melt', () => {
    const put = (shape: 'cube' | 'nugget') => of([fill(), event({ kind: 'iced', massG: 1000, tempC: 0, shape }, 0)], 0)
    const [cube, nugget] = [put('cube'), put('nugget')]
    const all = (c: typeof cube): number => massG(c.drink!) + c.iceG
    expect(all(nugget)).toBeCloseTo(all(cube), 6)
    expect([sugarsG(nugget.drink!), nugget.icedG]).toEqual([expect.closeTo(sugarsG(cube.drink!), 6), 1000])
    // Of 150 g of water nothing has to melt: there is less ice, and the drink is about as thin.
    expect(cube.iceG - nugget.iceG).toBeGreaterThan(100)
    expect(cube.iceG - nugget.iceG).toBeLessThan(150)
  })
  it('slices give until they and the drink are alike, half of it in an hour, and take along what they hold', () => {
    const lemons = (massG_: number, min = 0) =>
      event({ kind: 'laid', item: 'lemon', lotId: null, massG: massG_, outMin: 240 }, min)
    const cold = { ...place, wPerK: 0 }
    const acid = (min: number, events = [fill(), lemons(400)]) => taOf(of(events, min, cold).drink!)
    // 388 g of liquor with 20 g of acid in 8.38 kg of 0.7 %, by hand.
    const half = (acid(60) - acid(0)) / (acid(6000) - acid(0))
    expect(half).toBeCloseTo(0.5, 2)
    expect(acid(6000) / acid(0)).toBeCloseTo((0.7 * 8376 + 5 * 400) / (0.7 * (8376 + 388)), 1)
    const grams = (min: number): number => massG(of([fill(), lemons(400)], min, cold).drink!)
    expect(grams(300)).toBeCloseTo(grams(0), 6)
    // Looked at once or often, it is the same; taken out, they give no more.
    const looked = [fill(), lemons(400), event({ kind: 'stirred' }, 30), event({ kind: 'stirred' }, 47)]
    expect(acid(90, looked)).toBeCloseTo(acid(90), 9)
    const [first, laid] = [fill(), lemons(400)]
    const out = event({ kind: 'out', event: laid.id }, 60)
    expect(acid(600, [first, laid, out])).toBeCloseTo(acid(60), 3)
    expect(levelMlOf(of([first, laid], 0)) - levelMlOf(of([first, laid, out], 60, cold))).toBeCloseTo(400, -1)
    const again = event({ kind: 'out', event: laid.id }, 61)
    expect(of([first, laid, out, again], 61).odd.map((o) => o.code)).toEqual(['not-laid-in'])
  })
  it('what cannot be of it changes nothing, and is named', () => {
    const odd = (...events: HoldEvent[]) => of(events, 20).odd.map((o) => o.code)
    expect(odd(ice(100))).toEqual(['ice-in-empty'])
    expect(odd(fill(), pour(40, 1))).toEqual(['more-than-in-it'])
    expect(odd(fill(), fill(4000, 1))).toEqual(['more-than-vessel'])
    expect(odd(fill(), ice(2500, 1))).toEqual(['more-than-vessel'])
    expect(odd(event({ kind: 'level', volumeMl: 10 }, 0))).toEqual(['level-of-empty'])
    const emptied = { kind: 'emptied', leftMl: 10, as: 'kept', reason: null } as const
    expect(odd(fill(), event(emptied, 1), event(emptied, 2))).toEqual(['level-of-empty'])
    // One that nobody filled is taken away with nothing in it.
    expect([0, 10].map((leftMl) => odd(event({ ...emptied, leftMl }, 1)))).toEqual([[], ['level-of-empty']])
    expect(odd(fill(), event({ kind: 'spilled', volumeMl: -5 }, 1))).toEqual(['volume-not-positive'])
    expect(odd(fill(), event({ kind: 'read', brix: 84.9 }, 1), pour(1, 2))).toEqual([])
    expect(odd(fill(), event({ kind: 'read', ta: 150 }, 1))).toEqual(['reading-acid-outside'])
  })

  const any = fc.array(
    fc.record({
      what: fc.constantFrom('poured', 'iced', 'filled', 'level', 'spilled', 'read'),
      share: fc.double({ min: 0.01, max: 1, noNaN: true }),
      min: fc.integer({ min: 0, max: 240 }),
    }),
    { maxLength: 12 },
  )
  const events = any.map((all) => [
    fill(),
    ...all.map(({ what, share, min }) =>
      what === 'poured'
        ? pour(Math.ceil(share * 6), min)
        : what === 'iced'
          ? ice(share * 900, min)
          : what === 'filled'
            ? fill(share * 3000, min)
            : what === 'level'
              ? event({ kind: 'level', volumeMl: share * 8000 }, min)
              : what === 'spilled'
                ? event({ kind: 'spilled', volumeMl: share * 400 }, min)
                : event({ kind: 'read', brix: 4 + share * 10 }, min),
    ),
  ])
  const shape = (c: ReturnType<typeof of>) => [drinkMlOf(c), c.iceG, strengthOf(c), c.pouredCups, c.unexplainedMl]
  it('is the same in whatever order it arrives; what is voided never was', () => {
    fc.assert(
      fc.property(events, fc.nat(), (all, which) => {
        expect(shape(of([...all].reverse(), 300))).toEqual(shape(of(all, 300)))
        const gone = all[which % all.length]!
        const without = of(
          all.filter((e) => e !== gone),
          300,
        )
        expect(shape(of([...all, event({ kind: 'void', event: gone.id }, 299)], 300))).toEqual(shape(without))
      }),
      { numRuns: 60 },
    )
  })
  it('is the same gone on with as told at once, and anew where something before it is another', () => {
    const all = [fill(), ice(800, 1), ...Array.from({ length: 12 }, (_, i) => pour(1, 2 + i)), ice(200, 20)]
    const whole = of(all, 20)
    let folded = foldOn(null, all.slice(0, 3), place)
    for (let n = 4; n <= all.length; n++) folded = foldOn(folded, all.slice(0, n), place)
    expect(folded.content).toEqual(whole)
    const more = all.map((e, i) => (i === 5 && e.kind === 'poured' ? { ...e, cups: 4 } : e))
    expect(foldOn(folded, more, place).content).toEqual(of(more, 20))
    const late = [...all.slice(0, 3), pour(2, 3), ...all.slice(3)]
    expect(foldOn(folded, late, place).content).toEqual(of(late, 20))
  })
  it('never holds less than nothing nor more than its brim, and never gets warmer than the room', () => {
    fc.assert(
      fc.property(events, (all) => {
        const c = of(all, 400)
        expect(c.iceG).toBeGreaterThanOrEqual(0)
        expect(levelMlOf(c)).toBeGreaterThanOrEqual(0)
        // What warms takes a little more room.
        expect(levelMlOf(c)).toBeLessThanOrEqual(1.01 * place.capacityMl)
        if (c.drink) expect(c.drink.tempC).toBeLessThanOrEqual(place.roomC)
      }),
      { numRuns: 60 },
    )
  })
})

describe('a slush machine', () => {
  const machine = { ...place, keptC: -2 }
  const thirsty = [fill(), pour(3, 10), pour(2, 200)]
  it('keeps every cup as strong as what went in, and as cold, however long it stands', () => {
    const [first, last] = [strengthOf(of(thirsty, 1, machine))!, strengthOf(of(thirsty, 400, machine))!]
    expect([last.brix, last.tempC]).toEqual([expect.closeTo(first.brix, 9), -2])
    expect(drinkMlOf(of(thirsty, 400, machine))).toBeCloseTo(8000 - 1500, 0)
    const read = [...thirsty, event({ kind: 'read', tempC: -3 }, 210)]
    expect(strengthOf(of(read, 400, machine))!.tempC).toBe(-3)
    // Filled up, it is kept as cold as it was read.
    expect(strengthOf(of([...read, fill(500, 300)], 400, machine))!.tempC).toBe(-3)
  })
  it('freezes so much that what is left liquid freezes at just that temperature, and stands higher for it', () => {
    // By hand, of 1 mol of solute for each kg of water -1.86 °C: what is dissolved in a kg of the drink holds as liquid
    // water, at -2 °C, its mol / 1.075 kg; the rest is ice. Cryoscopic constant: CRC Handbook (memory).
    const now = of([fill()], 1, machine)
    const s = now.drink!
    const iceG = liquidWaterG(s) - (soluteMol(s) / 1.075) * 1000
    expect(frozenShareOf(now)).toBeCloseTo(iceG / massG(s), 1)
    expect(frozenShareOf(of([fill()], 1))).toBe(0)
    // Ice takes 9 % more room than its water.
    const swell = levelMlOf(now) / drinkMlOf(now) - 1
    expect(swell).toBeGreaterThan(0.07 * frozenShareOf(now))
    expect(swell).toBeLessThan(0.11 * frozenShareOf(now))
    const level = of([fill(), event({ kind: 'level', volumeMl: levelMlOf(now) / 2 }, 5)], 6, machine)
    expect(level.unexplainedMl).toBeCloseTo(4000, 6)
  })
  it('takes no ice and no slices; what comes half frozen is thawed in it', () => {
    expect(of([fill(), ice(500, 1)], 2, machine).odd.map((o) => o.code)).toEqual(['not-in-slush'])
    const slices = event({ kind: 'laid', item: 'lemon', lotId: null, massG: 50, outMin: 60 }, 1)
    expect(of([fill(), slices], 2, machine).odd.map((o) => o.code)).toEqual(['not-in-slush'])
    const frozen = { ...machine, drinkOf: () => ({ ...lemonade, tempC: -3, iceG: 0.3 * massG(lemonade) }) }
    const thawed = of([fill()], 1, frozen)
    expect([thawed.odd, thawed.drink!.iceG]).toEqual([[], 0])
    expect(of([fill(), event({ kind: 'emptied', leftMl: 8000, as: 'kept', reason: null }, 3)], 4, machine).keptC).toBe(
      null,
    )
  })
})

describe('ahead', () => {
  const bounds = { leastBrix: 10, mostTempC: 5 }
  it('it is empty when the cups that are in it are poured', () => {
    const now = of([fill()], 0)
    const found = ahead(now, { cupsPerHour: 20, drinkMl: 300 }, { leastBrix: 0, mostTempC: 99 }, place)
    // 8 L at 6 L an hour, but for the last cup that is none: 77 min.
    expect(found.emptyMin).toBeCloseTo((60 * (8000 - 300)) / 6000, -1)
    expect([found.tooWeakMin, found.tooWarmMin]).toEqual([null, null])
  })
  it('ice keeps it cold and makes it weak; without ice it is warm, and as strong as ever', () => {
    const pace = { cupsPerHour: 4, drinkMl: 300 }
    const [iced, plain] = [of([fill(), ice(1500)], 0), of([fill()], 0)]
    const [a, b] = [ahead(iced, pace, bounds, place), ahead(plain, pace, bounds, place)]
    expect(a.tooWeakMin).not.toBeNull()
    expect(a.last!.brix).toBeLessThan(strengthOf(iced)!.brix)
    expect([b.tooWeakMin, b.tooWarmMin !== null && b.tooWarmMin < 60]).toEqual([null, true])
    expect(a.tooWarmMin === null || a.tooWarmMin > b.tooWarmMin!).toBe(true)
  })
  it('goes as fast as the hour has it', () => {
    const full = of([fill(6000)], 0)
    const bounds = { leastBrix: 0, mostTempC: 99 }
    const at = (times: (min: number) => number) =>
      ahead(full, { cupsPerHour: 10, drinkMl: 300, times }, bounds, place).emptyMin
    expect(at(() => 2)).toBeCloseTo(ahead(full, { cupsPerHour: 20, drinkMl: 300 }, bounds, place).emptyMin!, 6)
    expect(at((min) => (min < 30 ? 1 : 0))).toBeNull()
  })
  it('has room to the line that leaves some to stir, and none once it is over it', () => {
    expect(roomMl(of([fill()], 0), place)).toBeCloseTo(0.92 * 10_000 - 8000, -1)
    expect(roomMl(of([fill(9500)], 0), place)).toBe(0)
    expect(cupsLeft(of([fill()], 0), 300)).toBe(26)
  })
  it('is empty now, where it is', () => {
    expect(ahead(of([], 0), { cupsPerHour: 5, drinkMl: 300 }, bounds, place).emptyMin).toBe(0)
  })
  it('nobody who comes is nobody who empties it', () => {
    expect(ahead(of([fill()], 0), { cupsPerHour: 0, drinkMl: 300 }, bounds, place)).toMatchObject({
      emptyMin: null,
      last: null,
    })
  })
  it('goes by the cups of the last hour, once it is open for ten minutes', () => {
    const all = [fill(), pour(4, 5), pour(6, 40), pour(2, 70)]
    expect([cupsPerHour(all, at(0), at(8)), cupsPerHour(all, at(0), at(30)), cupsPerHour(all, at(0), at(75))]).toEqual([
      null,
      8,
      8,
    ])
  })
})

it('a reading teaches how fast its ice melts', () => {
  const real = { ...place, wPerK: 2.4 }
  const events = [fill(), ice(1500)]
  const brix = strengthOf(of(events, 60, real))!.brix
  const read = event({ kind: 'read', brix }, 60)
  expect(wPerKRead([...events, read], place)).toBeCloseTo(2.4, 1)
  expect(wPerKRead([events[0]!, read], place)).toBeNull()
  expect(wPerKRead([...events, event({ kind: 'read', brix: 40 }, 60)], place)).toBeNull()
  // Once all of it is gone nobody knows when it went.
  const gone = strengthOf(of(events, 200, real))!.brix
  expect(wPerKRead([...events, event({ kind: 'read', brix: gone }, 200)], place)).toBeNull()
})

describe('clocks of a vessel', () => {
  it('what is topped up is as old as its oldest part, until it is empty', () => {
    const events = [fill(4000, 0), fill(3000, 100)]
    const [clock] = holdClocks(of(events, 120), '4h', at(0), 1440)
    expect(clock).toEqual({ kind: 'time-control', endsAt: at(240) })
    const poured = of([fill(600), pour(2, 5), fill(3000, 100)], 120)
    expect(oldestIn(poured)).toBe(at(100))
    const empty = event({ kind: 'emptied', leftMl: 0, as: 'thrown', reason: null }, 130)
    const anew = of([...events, empty, fill(3000, 140)], 150)
    expect(holdClocks(anew, '6h', at(0), 240)).toEqual([
      { kind: 'time-control', endsAt: at(500) },
      { kind: 'wash', endsAt: at(240) },
    ])
  })
  it('is over by its time or its warmth, FDA Food Code 3-501.16 and 3-501.19 (memory), unless nothing binds it', () => {
    const clocks = (control: 'cold' | '4h' | '6h') => holdClocks(of([fill()], 0), control, at(0), 1440)
    const over = (control: 'cold' | '4h' | '6h', tempC: number, min: number, isBound = true) =>
      overOf(clocks(control), control, tempC, at(min), isBound)
    expect([over('cold', 5, 600), over('cold', 5.1, 1), over('cold', 9, 1, false)]).toEqual([null, 'too-warm', null])
    expect([over('4h', 25, 239), over('4h', 25, 240)]).toEqual([null, 'time-over'])
    expect([over('6h', 21, 300), over('6h', 21.5, 300), over('6h', 20, 360)]).toEqual([null, 'too-warm', 'time-over'])
  })
})

it('touches within ten seconds of the same cup are one pour', () => {
  const one = { drinkMl: 300 }
  const next = (seconds: number, drinkMl = 300) => ({
    drinkMl,
    at: new Date(Date.parse(at(0)) + seconds * 1000).toISOString(),
  })
  expect([next(10), next(11), next(-1), next(3, 400)].map((n) => isSamePour(one, at(0), n))).toEqual([
    true,
    false,
    false,
    false,
  ])
})

describe('what is usual', () => {
  it('a vessel that nobody has read lets in what its walls do, by hand', () => {
    // 8 L as high as it is wide: 21.7 cm, 0.22 m² all around, at 7 W/m²K.
    expect(usualWPerK(8000)).toBeCloseTo(1.55, 2)
    expect(usualWPerK(64_000) / usualWPerK(8000)).toBeCloseTo(4, 9)
  })
  it('it is too weak below the last sip of its standard, or a tenth below it without ice; too warm as it is bound', () => {
    const iced = evaluateRecipe(startingDrink('lemonade', null, 300), shippedContext())
    const serve = { ...iced.document.serve!, iceG: 0 }
    const plain = evaluateRecipe({ ...iced.document, serve }, shippedContext())
    expect(boundsOf(iced, true)).toEqual({ leastBrix: iced.cup!.lastSip.brix.value, mostTempC: 5 })
    expect(boundsOf(iced, false).leastBrix).toBeLessThan(iced.jug.brix.value)
    expect(boundsOf(plain, false)).toEqual({ leastBrix: 0.9 * plain.jug.brix.value, mostTempC: 10 })
  })
  it('somebody sees to it when it is too weak or empty, whichever is first', () => {
    const of = (tooWeakMin: number | null, emptyMin: number | null) =>
      fillMin({ tooWeakMin, emptyMin, tooWarmMin: 1, last: null })
    expect([of(30, 50), of(null, 50), of(30, null), of(null, null)]).toEqual([30, 50, 30, null])
  })
})

it('a vessel that was read is known by its readings, one that was not by its size', () => {
  const usual = usualWPerK(8000)
  expect(wPerKKnown(8000, [])).toBeCloseTo(usual, 9)
  const [one, many] = [
    wPerKKnown(8000, [2 * usual]),
    wPerKKnown(
      8000,
      Array.from({ length: 12 }, () => 2 * usual),
    ),
  ]
  expect(one).toBeGreaterThan(1.5 * usual)
  expect(many).toBeGreaterThan(one)
  expect(many).toBeLessThan(2 * usual)
})
