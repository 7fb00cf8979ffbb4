import { v7 as uuid } from 'uuid'
import { database, inTransaction } from '../connect'
import { Change, Cup, Lot, Person, Recipe, RecipeVersion, Stand } from '../models'
import { addPriceList } from '../../books/buying'
import { now } from '../../platform/clock'
import { recordPrice } from '../../books/prices'
import { addPerson, setPin } from '../../people/people'
import { putCup, putEquipment, putStand, putVessel } from '../../platform/places'
import { putPlanLine } from '../../menu/plan'
import { putServiceDay } from '../../menu/service-days'
import { putRecipe } from '../../menu/recipes'
import { signOff } from '../../menu/standards'
import { hashSecret } from '../../people/secrets'
import { setUp } from '../../people/setup'
import type { Who } from '../../people/who'
import { demoDrinks } from './menu'
import { demoEvening, demoSales, demoTill } from './evening'
import { demoHatch } from './hatch'
import { demoTaste } from './taste'
import { demoMakings, demoPreps, type MadePrep } from './preps'
import { dayOf, shiftDay, startOfDay } from '#core/time'
import { seeded } from '#core/random'
import { DEMO_LIST, demoShelf, demoWeeks, recordOnLot } from './weeks'
import { rowOf, rowsOf } from '../rows'
import { newSyrup } from '#core/recipe'
import { goodsKey } from '#core/books'
import { contract } from '#shared/contract'
import type { EquipmentKind } from '#shared/lists'
import { enter } from '../../books/enter'

/** Of the crew, on a tablet that the owner enrolled. */
export const DEMO_PIN = '2580'
export const DEMO_SIGN_INS = [
  { login: 'owner', password: 'tart-and-cold', role: 'owner' },
  { login: 'crew', password: 'press-and-pour', role: 'crew' },
] as const

const PRICES: [key: string, price: number, packG: number][] = [
  ['white-sugar', 9.8, 10000],
  ['water', 0.02, 10000],
  ['ice', 2.5, 10000],
  ['mint', 1.2, 80],
  ['basil', 1.4, 80],
  ['rosemary', 1.6, 80],
  ['hibiscus', 7.5, 500],
  ['black-tea', 9, 500],
  ['green-tea', 12, 500],
  ['grapefruit', 2.2, 1000],
  ['grapefruit-peel', 2.2, 1000],
  ['orange', 1.7, 1000],
  ['pear', 2.1, 1000],
  ['apricot', 3.4, 1000],
]
const EQUIPMENT: [kind: EquipmentKind, name: string, powerW: number | null, capacityMl: number | null][] = [
  ['burner', 'Induction hob', 2200, null],
  ['microwave', 'Microwave', 900, null],
  ['jar', 'Large jar', null, 2000],
  ['fridge', 'Under the counter', null, 140_000],
  ['dispenser', 'Left tap', null, 8000],
  ['dispenser', 'Right tap', null, 8000],
  ['dispenser', 'Glass pitcher', null, 2500],
]
const SCALES: readonly (readonly [name: string, capacityG: number, stepG: number])[] = [
  ['Bench scale', 15_000, 5],
  ['Small scale', 500, 0.1],
]
const DAYS_BACK = 41
const ZONE = 'Europe/Dublin'
const SEED = 20260412

/**
 * An invented business with two stands and six weeks behind it, made through the services. Loaded once, into an empty
 * database.
 */
export async function loadDemo(): Promise<void> {
  const today = new Date(process.env.OLVEX_NOW ?? Date.now())
  const fixed = process.env.OLVEX_NOW
  const at = (daysAgo: number, hour: number): void => {
    const start = Date.parse(startOfDay(shiftDay(dayOf(today, ZONE), -daysAgo), ZONE))
    // Never in the future: what was entered today was entered before now.
    process.env.OLVEX_NOW = new Date(Math.min(start + hour * 36e5, today.getTime() - 60e3)).toISOString()
  }
  try {
    at(DAYS_BACK + 2, 9)
    const people = await somebody()
    const [counter, cart] = await stands(people[0])
    // Whoever tells something tells it at a stand.
    const [owner, crew] = people.map((who): Who => ({ ...who, standId: counter })) as [Who, Who]
    const [ownerOfCart, crewOfCart] = people.map((who): Who => ({ ...who, standId: cart })) as [Who, Who]
    at(DAYS_BACK + 1, 10)
    for (const [ingredientKey, packPrice, packG] of PRICES) {
      await inTransaction((tx) =>
        recordPrice(tx, owner, { id: uuid(), ingredientKey, packPrice, packG, source: 'typed', lotId: null }),
      )
    }
    at(DAYS_BACK + 1, 12)
    const preps = await demoPreps(owner)
    const drinks = await menu(owner, at, preps)
    const days = Array.from({ length: DAYS_BACK + 1 }, (_, i) => DAYS_BACK - i)
    const random = seeded(SEED)
    await demoWeeks(counter, owner, crew, at, random, 1, days)
    await demoWeeks(
      cart,
      ownerOfCart,
      crewOfCart,
      at,
      random,
      0.55,
      days.filter((d) => d % 7 === 3),
    )
    await demoShelf(counter, owner, crew, at)
    await demoMakings([await syrup(), ...preps], counter, crew, at, seeded(SEED + 1), days)
    await useOldJuice(crew, today)
    at(3, 8)
    await packs(crew, counter)
    at(2, 9)
    await priceList(owner)
    at(0, 7)
    await plans(owner, counter, cart, drinks, today)
    at(0, 24)
    await demoHatch(counter, crew, drinks, today)
    at(0, 24)
    await demoTill(counter, owner, drinks)
    await demoSales(counter, owner, drinks, at, ZONE)
    await demoEvening(counter, owner, crew, drinks, at)
    await demoTaste(counter, owner, crew, today)
    await numberByMoment()
  } finally {
    if (fixed) process.env.OLVEX_NOW = fixed
    else delete process.env.OLVEX_NOW
  }
}

/**
 * Changes are numbered as they come in, and listed by their number. What was made here stand by stand and kind by kind
 * gets the numbers that it would have had from day to day.
 */
async function numberByMoment(): Promise<void> {
  await inTransaction(async (transaction) => {
    const most = Number(await Change.max('seq', { transaction }))
    // Behind all that there are, and then from the first on: no two rows have one number meanwhile.
    await database().query(
      `UPDATE change_row c JOIN (SELECT seq, ROW_NUMBER() OVER (ORDER BY at, seq) AS place FROM change_row) o
          ON o.seq = c.seq SET c.seq = o.place + :most`,
      { replacements: { most }, transaction },
    )
    await database().query('UPDATE change_row SET seq = seq - :most ORDER BY seq', {
      replacements: { most },
      transaction,
    })
  })
}

async function somebody(): Promise<[Who, Who]> {
  const passwordHash = await hashSecret(DEMO_SIGN_INS[0].password)
  const business = {
    business: 'Pale Harbour Drinks',
    stand: 'Ferry landing',
    timeZone: ZONE,
    region: 'IE',
    owner: 'Noor',
    login: 'owner',
    locale: 'en' as const,
  }
  await inTransaction((tx) => setUp(tx, business, passwordHash))
  const owner = (await rowOf(Person, { where: { login: 'owner' }, transaction: null }))!
  const who: Who = { personId: owner.id, role: 'owner', stands: null, key: null }
  const crew = uuid()
  await inTransaction((tx) =>
    addPerson(
      tx,
      {
        id: crew,
        name: 'Teo',
        login: 'crew',
        password: DEMO_SIGN_INS[1].password,
        role: 'crew',
        stands: null,
        locale: 'en',
      },
      who,
    ),
  )
  await inTransaction((tx) => setPin(tx, crew, DEMO_PIN, who))
  return [who, { personId: crew, role: 'crew', stands: null, key: null }]
}

async function stands(owner: Who): Promise<[string, string]> {
  const first = (await rowOf(Stand, { transaction: null }))!
  const second = uuid()
  const settings = {
    timeZone: ZONE,
    labourPerH: 13.5,
    electricityPerKwh: 0.31,
    lossShare: 0.03,
    massStepG: 1,
    volumeStepMl: 5,
  }
  await Stand.create({ id: second, name: 'Saturday cart', ...settings, version: 1 })
  await inTransaction((tx) =>
    putStand(tx, first.id, { name: 'Ferry landing', ...settings, bench: 'simulated', version: 1 }, owner),
  )
  const cup = (await rowOf(Cup, { transaction: null }))!
  await inTransaction((tx) =>
    putCup(
      tx,
      cup.id,
      {
        name: '400 mL',
        capacityMl: 420,
        fillLineMl: 390,
        cupPrice: 0.09,
        lidPrice: 0.03,
        strawPrice: 0.02,
        version: 1,
      },
      owner,
    ),
  )
  await inTransaction((tx) =>
    putVessel(tx, uuid(), { standId: first.id, name: '25 L', capacityMl: 25000, heatProof: false, version: 0 }, owner),
  )
  await inTransaction((tx) =>
    putVessel(tx, uuid(), { standId: second, name: '10 L', capacityMl: 10000, heatProof: false, version: 0 }, owner),
  )
  await inTransaction((tx) =>
    putVessel(
      tx,
      uuid(),
      { standId: first.id, name: 'Stock pot', capacityMl: 12000, heatProof: true, version: 0 },
      owner,
    ),
  )
  const nothing = { powerW: null, capacityMl: null, capacityG: null, stepG: null }
  const piece = { standId: first.id, ...nothing, version: 0 }
  for (const [kind, name, powerW, capacityMl] of EQUIPMENT)
    await inTransaction((tx) => putEquipment(tx, uuid(), { ...piece, kind, name, powerW, capacityMl }, owner))
  for (const [name, capacityG, stepG] of SCALES)
    await inTransaction((tx) => putEquipment(tx, uuid(), { ...piece, kind: 'scale', name, capacityG, stepG }, owner))
  return [first.id, second]
}

async function menu(
  owner: Who,
  at: (daysAgo: number, hour: number) => void,
  preps: readonly MadePrep[],
): Promise<{ id: string; name: string }[]> {
  const cup = (await rowOf(Cup, { transaction: null }))!
  const syrup = (await rowOf(Recipe, { where: { shipped: 'simple-syrup' }, transaction: null }))!
  const made: { id: string; name: string }[] = []
  const ids = { syrup: syrup.id, ...Object.fromEntries(preps.map((p) => [p.key, p.id])) }
  for (const [i, drink] of demoDrinks(cup.id, ids).entries()) {
    const id = uuid()
    at(20 - i * 2, 15)
    await inTransaction((tx) =>
      putRecipe(
        tx,
        id,
        {
          kind: 'drink',
          name: drink.name,
          family: drink.family,
          draft: drink.document,
          sellPrice: drink.sellPrice,
          version: 0,
        },
        owner,
      ),
    )
    if (drink.signed) await inTransaction((tx) => signOff(tx, id, { id: uuid(), version: 1, confirm: [] }, owner))
    made.push({ id, name: drink.name })
  }
  return made
}

/** The syrup that every business starts with. */
async function syrup(): Promise<Parameters<typeof demoMakings>[0][number]> {
  const shipped = (await rowOf(Recipe, { where: { shipped: 'simple-syrup' }, transaction: null }))!
  const version = (await rowOf(RecipeVersion, { where: { recipeId: shipped.id }, transaction: null }))!
  return { key: 'syrup', versionId: version.id, document: newSyrup(), everyDays: 2, times: 4 }
}

async function priceList(owner: Who): Promise<void> {
  const day = dayOf(now(), ZONE)
  const rows = DEMO_LIST.map(([ingredientKey, kg, packPrice, supplier]) => ({
    ingredientKey,
    packG: kg * 1000,
    packPrice,
    supplier,
    day,
  }))
  await inTransaction((tx) => addPriceList(tx, { id: uuid(), rows, confirm: ['list-far-from-last'] }, owner))
}

/** Juice that was pressed before today has been used; only the newest of each fruit is still in the fridge. */
async function useOldJuice(crew: Who, today: Date): Promise<void> {
  const lots = await rowsOf(Lot, { where: { kind: 'pressed' }, order: [['at', 'DESC']], transaction: null })
  const newest = new Set<string>()
  for (const { id, standId, itemKey, amount, at } of lots) {
    const isNewest = !newest.has(standId + itemKey)
    newest.add(standId + itemKey)
    process.env.OLVEX_NOW = new Date(Math.min(at.getTime() + 8 * 36e5, today.getTime() - 60e3)).toISOString()
    await recordOnLot(id, { kind: 'use', amount: Number(amount) * (isNewest ? 0.7 : 1), note: null }, crew)
  }
}

/** What stands on the shelf beside fruit. */
async function packs(crew: Who, standId: string): Promise<void> {
  const cup = (await rowOf(Cup, { transaction: null }))!
  const told = [
    { ingredientKey: 'honey', packs: 3, size: 1, unit: 'kg' as const, supplier: 'Hill Lane Farm' },
    { ingredientKey: 'whole-milk', packs: 6, size: 1, unit: 'L' as const, useBy: shiftDay(dayOf(now(), ZONE), 9) },
    { goods: goodsKey('cup', cup.id), packs: 4, size: 50, unit: 'pieces' as const, supplier: 'Market Row 7' },
    { goods: goodsKey('straw', cup.id), packs: 2, size: 100, unit: 'pieces' as const, supplier: 'Market Row 7' },
  ]
  for (const t of told) {
    const body = contract.postPack.body.parse({ id: uuid(), standId, ...t })
    await inTransaction((tx) => enter(tx, 'pack', body, [], crew))
  }
}

async function plans(owner: Who, counter: string, cart: string, drinks: { id: string }[], today: Date): Promise<void> {
  const day = (ahead: number) => shiftDay(dayOf(today, ZONE), ahead)
  const cups: [string, number, number[]][] = [
    [counter, 0, [64, 48, 0, 36]],
    [counter, 1, [72, 40, 30, 36, 24, 20, 18, 16]],
    [cart, 1, [40, 30, 0, 0]],
  ]
  for (const [standId, ahead, numbers] of cups) {
    for (const [i, n] of numbers.entries()) {
      if (n)
        await inTransaction((tx) =>
          putPlanLine(
            tx,
            uuid(),
            contract.putPlanLine.body.parse({ standId, day: day(ahead), recipeId: drinks[i]!.id, cups: n, version: 0 }),
            owner,
          ),
        )
    }
  }
  const hours: [string, number, string][] = [
    [counter, 0, '14:00'],
    [counter, 1, '12:00'],
    [cart, 1, '10:00'],
  ]
  for (const [standId, ahead, opensAt] of hours) {
    const shifts = [
      { name: 'Noor', before: true, from: '20:00', to: '22:00' },
      { name: 'Noor', before: false, from: '07:30', to: '16:00' },
      { name: 'Teo', before: false, from: '09:00', to: '18:00' },
    ]
    const told = { standId, day: day(ahead), opensAt, closesAt: '18:00', shifts, version: 0 }
    await inTransaction((tx) => putServiceDay(tx, uuid(), told, owner))
  }
}
