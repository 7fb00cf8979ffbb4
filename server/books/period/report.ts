import { Op } from 'sequelize'
import { soldAt, type Priced } from '#core/cost'
import { glassesOf, type PotUsed } from '#core/count'
import type { Evaluation } from '#core/recipe'
import type { Day } from '#core/time'
import {
  accountsOf,
  drinkSheets,
  periodOf,
  salesOf,
  sheetOf,
  Trace,
  type Account,
  type CupsOf,
  type Sales,
  type VesselDay,
} from '#core/variance'
import { atLeast, MOST_DAYS, type CountSheet } from '#shared/contract'
import { fromJson, toNumber, toNumberOrNull, type Read } from '../../db/connect'
import { BatchRun, Cup, Recipe, SoldOut, Stand, StandUse } from '../../db/models'
import { rowOf, rowsOf } from '../../db/rows'
import { ownPricesOf } from '../../menu/uses'
import { invalid, notFound } from '../../platform/errors'
import type { Who } from '../../people/who'
import { shiftsIn } from '../../menu/service-days'
import { chosenIn, hoursIn } from './chosen'
import { spansOf } from './days'
import { factsOf } from './facts'
import { measuresOf, type StandardMeasures } from './measures'
import { originsOf } from './origins'
import { Signed } from './signed'

interface Asked {
  stand: string
  from: Day
  until: Day
}

/**
 * What some days earned. Crew are told of cups and vessels, leads of kilos and litres too, the owner of money.
 * @throws 404 for a stand that is not there @throws 422 for days that are none, or too many
 */
export async function countSheetOf(tx: Read, { stand, from, until }: Asked, who: Who): Promise<CountSheet> {
  const place = await rowOf(Stand, { where: { id: stand }, transaction: tx })
  if (!place) throw notFound('stand')
  if (until < from) throw invalid([{ field: 'until', code: 'days-backwards' }])
  const spans = spansOf(from, until, place.timeZone)
  if (spans.length > MOST_DAYS) throw invalid([{ field: 'until', code: 'days-too-many', numbers: { most: MOST_DAYS } }])
  const signed = new Signed()
  const facts = await factsOf(tx, stand, spans, signed)
  const origins = await originsOf(
    tx,
    [
      ...facts.holds.flatMap((h) => h.events.flatMap((e) => e.took?.lotId ?? [])),
      ...facts.built.flatMap((b) => b.uses.map((u) => u.lotId)),
      ...facts.lost.map((l) => l.lotId),
      ...facts.thrown.flatMap((t) => t.of.uses.map((u) => u.lotId)),
    ],
    signed,
  )
  const keys = new Set([
    ...signed.all.flatMap((e) => [...e.bill.ingredients.keys(), ...garnishOf(e)]),
    ...[...origins.lots.values()].flatMap((l) => (l.itemKind === 'ingredient' ? l.itemKey : [])),
    'ice',
  ])
  const measures = await measuresOf(tx, stand, [...keys], spans[0]!.from)
  const period = periodOf(facts, new Trace(origins, measures), {
    of: (id) => signed.of(id),
    juiceOf: (key) => measures.juiceOf(key),
  })
  const paidPerG = (lotId: string): number | null => {
    const lot = origins.lots.get(lotId)
    const g = lot && measures.gramsOf(lot.itemKey, lot.amount, lot.unit)
    return lot?.cost != null && g ? lot.cost / g : null
  }
  const accounts = accountsOf(period.gone, period.wanted, (key) => measures.standardOf(key), paidPerG)
  const pressedFrom = (pressId: string): string | null =>
    [...origins.presses.values()].find((p) => p.id === pressId)?.takes[0]?.lotId ?? null
  const sold = await soldFor(tx, stand, period.cups, signed)
  const terms = {
    ...{ standards: signed, eachOf: await eachCup(tx) },
    ...{ icePerKg: measures.standardOf('ice').perKg, taxShare: toNumber(place.taxShare) },
  }
  const isLead = atLeast(who.role, 'lead')
  return {
    ...{ standId: stand, from, until },
    cups: period.cups.map((c, i) => {
      const { day, recipeId, versionId, cupId, drinkMl, cups, source } = c
      const { money: sales, isReckoned } = sold[i]!
      return { day, recipeId, versionId, cupId, drinkMl, cups, source, sales, isReckoned }
    }),
    vessels: period.vessels.map((v) => vesselView(v, facts.holds.find((h) => h.id === v.holdId)!.vessel.name)),
    soldOuts: await soldOutsIn(tx, stand, spans[0]!.from, spans.at(-1)!.until),
    openRuns: await BatchRun.count({ where: { standId: stand, open: true }, transaction: tx }),
    accounts: isLead ? accounts.map((a) => accountView(a, measures, pressedFrom)) : [],
    drinks: isLead ? drinkSheets(period, sold, accounts, terms) : [],
    chosen: isLead ? await chosenIn(tx, stand, spans) : [],
    hours: await hoursIn(tx, stand, spans),
    shifts: isLead ? await shiftsIn(tx, stand, from, until) : [],
    unsound: period.unsound,
    money: sheetOf(period, sold, accounts, terms),
  }
}
const garnishOf = (e: Evaluation): string[] => (e.document.serve?.garnish ?? []).map((g) => g.ingredient)

function vesselView(v: VesselDay, name: string): CountSheet['vessels'][number] {
  const pot: PotUsed = {
    madeMl: Math.max(0, v.goneMl) + v.leftMl,
    leftMl: v.leftMl + v.thrownMl,
    spilledMl: v.apartMl.spilled + v.apartMl.given + v.apartMl.fuller,
    tastedMl: v.apartMl.tasted,
    keptMl: v.apartMl.kept,
    poured: v.poured,
  }
  const glasses = glassesOf(pot)
  const { holdId, day, recipeId, goneMl, pouredMl, apartMl, leftMl, thrownMl, missingMl, lastAt } = v
  return {
    ...{ holdId, day, name, recipeId, goneMl, pouredMl, apartMl, leftMl, thrownMl, missingMl, lastAt },
    got: glasses.got,
    expected: missingMl === null ? null : glasses.expected,
    isAsked: missingMl !== null && glasses.isAsked,
  }
}

function accountView(
  a: Account,
  measures: StandardMeasures,
  pressedFrom: (pressId: string) => string | null,
): CountSheet['accounts'][number] {
  const { key, used, causes, standardCost } = a
  const standard = measures.standardOf(key)
  return {
    key,
    wantedG: a.wanted,
    usedG: used?.used ?? null,
    wastedG: used?.wasted ?? 0,
    missingG: used?.missing ?? 0,
    gave: used?.gave ?? null,
    gives: used?.standardPerKgGives ?? standard.gives,
    paidPerKg: used?.paidPerKg ?? null,
    standardPerKg: standard.perKg,
    ...{ standardCost, causes },
    lost: a.lost.map(({ fate, of, g }) => ({ fate, kind: of.kind, id: of.id, g })),
    bought: [...a.bought],
    pressed: a.pressed.map((p) => ({ ...p, lotId: pressedFrom(p.pressId) })),
  }
}

/** What was taken for cups of a stand: as the till says, or at what the drink is sold at there. */
async function soldFor(tx: Read, standId: string, cups: readonly CupsOf[], signed: Signed): Promise<Sales[]> {
  const rows = await rowsOf(Recipe, {
    where: { id: [...new Set(cups.map((c) => c.recipeId))] },
    attributes: ['id', 'sellPrice', 'sizePrices'],
    transaction: tx,
  })
  const uses = await rowsOf(StandUse, {
    where: { standId, recipeId: rows.map((r) => r.id) },
    attributes: ['recipeId', 'ownPrices'],
    transaction: tx,
  })
  const ownOf = new Map(uses.map((u) => [u.recipeId, ownPricesOf(u.ownPrices)]))
  const prices = new Map(
    rows.map((r) => {
      const priced = { sellPrice: toNumberOrNull(r.sellPrice), sizePrices: sizePricesOf(r.sizePrices) }
      return [r.id, soldAt(priced, ownOf.get(r.id) ?? [])]
    }),
  )
  return cups.map((c) =>
    salesOf(c, { price: null, ...prices.get(c.recipeId), usualMl: signed.of(c.versionId)?.jug.volume.value ?? 0 }),
  )
}

const sizePricesOf = (json: unknown): Priced['sizePrices'] =>
  json === null ? [] : fromJson<Priced['sizePrices']>(json)

/** Money for a cup with its lid and straw; the first that there is where a drink says none. */
async function eachCup(tx: Read): Promise<(cupId: string | null) => number> {
  const rows = await rowsOf(Cup, { order: ['capacityMl', 'id'], transaction: tx })
  const prices = new Map(rows.map((c) => [c.id, toNumber(c.cupPrice) + toNumber(c.lidPrice) + toNumber(c.strawPrice)]))
  return (cupId) => prices.get(cupId ?? '') ?? [...prices.values()][0] ?? 0
}

async function soldOutsIn(tx: Read, standId: string, from: string, until: string): Promise<CountSheet['soldOuts']> {
  const rows = await rowsOf(SoldOut, {
    where: { standId, isGone: false, at: { [Op.gte]: new Date(from), [Op.lt]: new Date(until) } },
    order: ['at'],
    transaction: tx,
  })
  return rows.map((r) => ({ recipeId: r.recipeId, at: r.at.toISOString(), backAt: r.backAt?.toISOString() ?? null }))
}
