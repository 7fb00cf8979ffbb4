import fc from 'fast-check'
import { readCsv, writeCsv } from '../csv'
import { loadSolver, type Solver } from '../solve'
import { restUntil } from '../books'
import type { BillTake } from '../recipe'
import { INGREDIENTS } from '../substances'
import { fruitYield, juiceDensityGPerMl } from '../yield'
import { readDay } from '../time'
import { cheapestPacks, toBuy, offersOf, packProgram, packsHeld, readPriceList, type Pack } from '.'

let solve: Solver
beforeAll(async () => {
  solve = await loadSolver()
})

/** Every way to fill the need, one by one. */
function exhaustive(needG: number, packs: readonly Pack[]): number {
  const least = (i: number, leftG: number): number => {
    if (leftG <= 0) return 0
    if (i === packs.length) return Infinity
    let best = Infinity
    for (let n = 0; n <= Math.ceil(leftG / packs[i]!.massG); n++)
      best = Math.min(best, n * packs[i]!.price + least(i + 1, leftG - n * packs[i]!.massG))
    return best
  }
  return least(0, needG)
}

describe('packs', () => {
  it('are the cheapest that cover the need, as an exhaustive search finds them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 30000 }),
        fc.array(
          fc.record({
            massG: fc.integer({ min: 5, max: 150 }).map((x) => x * 100),
            price: fc.integer({ min: 1, max: 4000 }).map((c) => c / 100),
          }),
          { minLength: 1, maxLength: 3 },
        ),
        (needG, kinds) => {
          const packs = kinds.map((k, i) => ({ id: String(i), ...k }))
          const choice = cheapestPacks(needG, packs, solve)!
          expect(choice.massG).toBeGreaterThanOrEqual(needG)
          expect(choice.price).toBeCloseTo(exhaustive(needG, packs), 4)
        },
      ),
      { numRuns: 150 },
    )
  })
  it('takes one big crate where it is cheaper than many small ones, and less over at the same price', () => {
    const packs = [
      { id: 'crate', massG: 10000, price: 18 },
      { id: 'bag', massG: 2000, price: 4.4 },
      { id: 'box', massG: 12000, price: 18 },
    ]
    expect(cheapestPacks(9000, packs, solve)).toMatchObject({ massG: 10000, price: 18 })
    expect(cheapestPacks(3000, packs, solve)!.packs.map((p) => [p.pack.id, p.count])).toEqual([['bag', 2]])
  })
  it('offers nothing that weighs nothing or costs less than nothing, and names the largest first', () => {
    const odd = [
      { id: 'air', massG: 0, price: 0 },
      { id: 'paid to take', massG: 1000, price: -5 },
      { id: 'free', massG: 100, price: 0 },
    ]
    expect(cheapestPacks(250, odd, solve)!.packs).toEqual([{ pack: odd[2], count: 3 }])
    expect(cheapestPacks(1000, odd.slice(0, 2), solve)).toBeNull()
    const two = [
      { id: 'small', massG: 1000, price: 1 },
      { id: 'large', massG: 5000, price: 4 },
    ]
    expect(cheapestPacks(6000, two, solve)!.packs.map((c) => [c.pack.id, c.count])).toEqual([
      ['large', 1],
      ['small', 1],
    ])
    expect(cheapestPacks(1000, two, () => null)).toBeNull()
    expect(packProgram(2500, two)).toMatchObject({
      minimize: { n0: expect.closeTo(1, 5), n1: expect.closeTo(4, 4) },
      rows: [{ terms: { n0: 1, n1: 5 }, least: 2.5 }],
      columns: { n0: { least: 0, most: 3, whole: true }, n1: { least: 0, most: 1, whole: true } },
    })
    expect(packProgram(9e6, two).columns.n0!.most).toBe(2000)
  })
  it('no packs, no choice', () =>
    expect([cheapestPacks(1000, [], solve), cheapestPacks(0, [{ id: 'a', massG: 1, price: 1 }], solve)]).toEqual([
      null,
      null,
    ]))
})

it('of packs counts what its last day has not gone by of, in the unit asked for', () => {
  const pack = (itemKey: string, onHand: number, useBy: string | null, unit = 'g') => ({ itemKey, onHand, useBy, unit })
  const packs = [
    pack('white-sugar', 500, null),
    pack('white-sugar', 200, '2026-11-27'),
    pack('white-sugar', 90, '2026-11-26'),
    pack('white-sugar', 7, null, 'mL'),
    pack('honey', 3, null),
  ]
  expect(packsHeld(packs, 'white-sugar', 'g', '2026-11-27')).toBe(700)
  expect(packsHeld(packs, 'white-sugar', 'mL', '2026-11-27')).toBe(7)
  expect(packsHeld([], 'white-sugar', 'g', '2026-11-27')).toBe(0)
})

describe('what is offered', () => {
  const row = (packG: number, packPrice: number, receipt: boolean, supplier: string | null = 'Ana') => ({
    packG,
    packPrice,
    supplier,
    since: '2026-11-20T08:00:00Z',
    receipt,
  })
  it('are packs by seller; a delivery is no pack', () =>
    expect(offersOf([row(5000, 11, true), row(2000, 4, false), row(9000, 15, false, null)])).toMatchObject([
      { id: 'Ana/2000', massG: 2000, price: 4, loose: false },
      { id: '/9000', massG: 9000, price: 15 },
    ]))
  it('is loose fruit at the last price where there are no packs', () => {
    expect(offersOf([row(5000, 11, true), row(1000, 9, true)])).toMatchObject([
      { id: 'loose', massG: 100, price: expect.closeTo(0.22, 9), loose: true },
    ])
    expect(offersOf([])).toEqual([])
  })
})

describe('price lists', () => {
  const known: Record<string, string> = { lemon: 'lemon', limón: 'lemon', lime: 'lime' }
  const read = (text: string) => readPriceList(text, (n) => known[n.toLowerCase()], '2026-11-25')
  const rows = (text: string) => read(text).rows.map((r) => [r.ingredientKey, r.packG, r.packPrice, r.day])
  it.each([
    ['commas', 'name,pack kg,price\nLemon,10,18.50\n'],
    ['semicolons and decimal commas', 'Nombre;Envase (kg);Precio\nLimón;10;18,50\n'],
    ['tabs', 'fruit\tkg\tprice (EUR)\nlemon\t10\t18.5'],
    [
      'a byte-order mark, quotes and Windows line ends',
      '\uFEFF"Item","Size","Price"\r\n"Lemon","10 kg","€ 18,50"\r\n\r\n',
    ],
    ['its own date', 'name,pack,price,date\nlemon,10,18.5,25/11/2026\n'],
  ])('with %s', (_, text) => expect(rows(text)).toEqual([['lemon', 10000, 18.5, '2026-11-25']]))
  it('tells the money that it is in apart, and weights by their unit', () => {
    expect(['price', 'price (EUR)', '$', 'usd'].map((head) => read(`name,pack,${head}\nlime,1,3`).signs)).toEqual([
      [],
      ['EUR'],
      ['$'],
      ['USD'],
    ])
    expect(read('name,price\nlime,$3\nlemon,3 MXN\nlime,4').signs).toEqual(['$', 'MXN'])
    const pounds = readPriceList(
      'name,pack lb,price\nlime,10,3\nlime,2 kg,3\nlime,1 1/2 lb,3',
      (n) => known[n],
      '2026-11-25',
    )
    expect(pounds.rows.map((r) => Math.round(r.packG))).toEqual([4536, 2000, 680])
    const bare = readPriceList('name,price\nlime,3', (n) => known[n], '2026-11-25', 'lb')
    expect([bare.notes, Math.round(bare.rows[0]!.packG)]).toEqual([['csv-per-pound'], 454])
  })
  it('without a pack is per kilo, and says so', () =>
    expect(read('name,price\nlime,3.10')).toMatchObject({ notes: ['csv-per-kilo'], rows: [{ packG: 1000 }] }))
  it('names each line that cannot be', () => {
    const { faults, rows: good } = read(
      'name,pack,price,date\nlemon,10,18,2026-11-01\nmoon rock,1,1,\nlime,5,free,\nlime,-2,9,\nlime,5,9,2026-13-40\nlime,5,9,2026-12-01\n=1+1,5,9,',
    )
    expect(good).toHaveLength(1)
    expect(faults.map((f) => [f.line, f.code])).toEqual([
      [3, 'csv-name-unknown'],
      [4, 'csv-price-unreadable'],
      [5, 'csv-pack-unreadable'],
      [6, 'csv-date-unreadable'],
      [7, 'date-future'],
      [8, 'csv-name-unknown'],
    ])
  })
  it('takes columns in any order, a seller with them, and today where no day is said', () => {
    const { rows: all, notes } = read(
      `price,pack,name,supplier,date\n€ 3.10,2,lime,${'x'.repeat(300)},\n2,1 kg,lemon,,3/2/2026`,
    )
    expect(notes).toEqual([])
    expect(all).toMatchObject([
      { line: 2, packG: 2000, packPrice: 3.1, name: 'lime', supplier: 'x'.repeat(200), day: '2026-11-25' },
      { line: 3, packG: 1000, packPrice: 2, supplier: null, day: '2026-02-03' },
    ])
    expect(read('name,price\nlime,3').rows[0]!.supplier).toBeNull()
    expect(read('kg,price,name\n1,3,lime')).toMatchObject({ notes: [], rows: [{ packG: 1000 }] })
    expect(rows('name,price\nlime,3.10 eur\nlime,EUR3,\nlime,1.250').map((r) => r[2])).toEqual([3.1, 3, 1.25])
  })
  it.each([
    ['-1', '1', 'csv-price-unreadable', '-1'],
    ['100000000', '1', 'csv-price-unreadable', '100000000'],
    ['0', '1', '', ''],
    ['99999999', '1000', '', ''],
    ['1', '0', 'csv-pack-unreadable', '0'],
    ['1', '1000.5', 'csv-pack-unreadable', '1000.5'],
    ['euro', '1', 'csv-price-unreadable', 'euro'],
    ['3 x', '1', 'csv-price-unreadable', '3 x'],
  ])('a price of %s for %s kg: %s', (price, kg, code, text) => {
    const { faults } = read(`name,pack,price\nlime,${kg},${price}`)
    expect(faults.map((f) => [f.code, f.text])).toEqual(code ? [[code, text]] : [])
  })
  it('a row that ends early has what it has: today, no seller, or a fault with nothing in it', () => {
    const { rows: short, faults } = read('name,price,pack,supplier,date\nlime,3,2\nlime\nlime,3')
    expect(short).toMatchObject([{ packG: 2000, supplier: null, day: '2026-11-25' }])
    expect(faults.map((f) => [f.line, f.code, f.text])).toEqual([
      [3, 'csv-price-unreadable', ''],
      [4, 'csv-pack-unreadable', ''],
    ])
    expect(read('price,name\n3').faults).toMatchObject([{ code: 'csv-name-unknown', text: '' }])
  })
  it('a fault has the text that is wrong', () => {
    const { faults } = read('name,pack,price,date\nmoon,1,1,\nlime,1,1,x1.2.2026\nlime,1,1,2026-12-01')
    expect(faults.map((f) => [f.line, f.text])).toEqual([
      [2, 'moon'],
      [3, 'x1.2.2026'],
      [4, '2026-12-01'],
    ])
  })
  it.each([
    ['', 'csv-empty'],
    ['name,price', 'csv-empty'],
    ['what,price\nlemon,3', 'csv-no-name-column'],
    ['name,how much\nlemon,3', 'csv-no-price-column'],
    [`name,price\n${'lemon,2\n'.repeat(10_001)}`, 'csv-too-long'],
  ])('%j is refused', (text, code) => expect(() => read(text)).toThrow(code))
  it('reads 10 000 rows', () => expect(read(`name,price\n${'lemon,2\n'.repeat(10_000)}`).rows).toHaveLength(10_000))
  it.each([
    ['2026-2-3', '2026-02-03'],
    ['3.2.2026', '2026-02-03'],
    ['31/02/2026', null],
    ['yesterday', null],
    ['12026-11-25', null],
    ['2026-11-251', null],
    ['123/2/2026', null],
    ['3/2/20261', null],
  ])('%s is %s', (text, day) => expect(readDay(text)).toBe(day))
})

it('what is written opens as text in a spreadsheet, and reads back', () => {
  expect(writeCsv([['=1+1', '+2', '@x', '-3.5', '-x', 'a;b', -3.5, 'plain']])).toBe(
    `"'=1+1","'+2","'@x",-3.5,"'-x","a;b",-3.5,plain\r\n`,
  )
  expect(
    readCsv(
      writeCsv([
        ['name', 'note'],
        ['Lemon', 'soft, "two"\nlines'],
        ['Lime', null],
      ]),
    ).rows,
  ).toEqual([
    ['Lemon', 'soft, "two"\nlines'],
    ['Lime', ''],
  ])
})

describe('peel', () => {
  const needed = (peelG: number, juiceMl: number, heldPeelG = 0) =>
    toBuy(
      [
        {
          name: 'lemonade',
          takes: [
            { key: 'lemon-peel', massG: peelG },
            { key: 'lemon-juice', massG: juiceMl * juiceDensityGPerMl(INGREDIENTS.get('lemon')!) },
          ] as BillTake[],
        },
      ],
      {
        fruitOf: (key) => (key === 'lemon-juice' ? 'lemon' : undefined),
        fruitYield: () => fruitYield(INGREDIENTS.get('lemon')!, []),
        isFruit: () => false,
        baseOf: () => undefined,
        chance: 0.5,
        isGuessed: () => false,
        onHandG: (key) => (key === 'lemon-peel' ? heldPeelG : 0),
        onHandMl: () => 0,
      },
    )
  it('comes off fruit that is pressed anyway; only for more than that is fruit bought', () => {
    const bought = needed(100, 2000)
    expect(bought.goods).toEqual([])
    const [lemon] = bought.fruit
    // A tenth of a lemon is outer peel.
    expect(lemon!.peel!.offKg.value).toBeCloseTo(1, 9)
    expect(lemon!.peel!.moreKg.value).toBe(0)
    const pressed = needed(0, 2000).fruit[0]!.neededKg.value
    expect(pressed).toBeGreaterThan(1)
    expect(lemon!.neededKg.value).toBeCloseTo(pressed, 9)
    const more = needed(1000, 2000).fruit[0]!
    expect([more.peel!.offKg.value, more.peel!.moreKg.value]).toEqual([
      expect.closeTo(10, 9),
      expect.closeTo(10 - pressed, 9),
    ])
    expect(more.neededKg.value).toBeCloseTo(10, 9)
    expect(needed(1000, 0).fruit[0]!.neededKg.value).toBeCloseTo(10, 9)
    // Peel that was kept is used first.
    expect(needed(1000, 0, 900).fruit[0]!.neededKg.value).toBeCloseTo(1, 9)
  })
})
it('the rest of a pack keeps a few days once it is opened, of what does not keep for weeks', () => {
  expect(restUntil('dairy', '2026-11-28')).toBe('2026-12-01')
  expect(restUntil('sweetener', '2026-11-28')).toBeNull()
})
