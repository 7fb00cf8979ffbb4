import { QueryTypes } from 'sequelize'
import type { TookOut } from '#core/books'
import type { Day } from '#core/time'
import type { CupsOf, DaySpan, LostOf, PeriodFacts } from '#core/variance'
import { database, fromJson, toNumber, toNumberOrNull, type Read } from '../../db/connect'
import { counts } from '../facts'
import { holdsOf } from '../holds'
import { cupsOutOf } from './cups'
import { dayInSql } from './days'
import type { Signed } from './signed'

// What left a stand on some days, as its rows tell.

/** Longer than this nothing serves that nobody emptied, ms: an older vessel counts while it is open. */
const LONGEST_MS = 14 * 864e5

/** @param signed learns the versions that are in it */
export async function factsOf(
  tx: Read,
  standId: string,
  days: readonly DaySpan[],
  signed: Signed,
): Promise<PeriodFacts> {
  const from = new Date(days[0]!.from)
  const until = new Date(days.at(-1)!.until)
  const of = { standId, from, until }
  const holds = await holdsWithin(tx, of, days)
  const [built, sold, lost, thrown] = [
    await builtCups(tx, of, days),
    await soldCups(tx, of, days),
    await lostOf(tx, of, signed),
    await thrownBatches(tx, of),
  ]
  await signed.learn(
    tx,
    [...holds, ...built, ...sold].map((x) => x.versionId),
  )
  return { days, holds, built, sold, lost, thrown }
}
interface Within {
  standId: string
  from: Date
  until: Date
}
/** Those that served then: put out before the end, and not emptied before the begin. */
async function holdsWithin(tx: Read, within: Within, days: readonly DaySpan[]): Promise<PeriodFacts['holds']> {
  const rows = await database().query<{ id: string }>(
    `SELECT h.id FROM hold h WHERE h.stand_id = :standId AND h.at < :until
        AND (h.open = TRUE OR h.at >= :from OR h.at >= :oldest
          AND EXISTS (SELECT 1 FROM hold_event e WHERE e.hold_id = h.id AND e.at >= :from))
      ORDER BY h.at, h.id`,
    {
      type: QueryTypes.SELECT,
      replacements: { ...within, oldest: new Date(within.from.getTime() - LONGEST_MS) },
      transaction: tx,
    },
  )
  const ids = rows.map((r) => r.id)
  return [...(await holdsOf(tx, ids, undefined, cupsOutOf(days))).values()]
}

interface RawCups {
  day: Day
  recipeId: string
  versionId: string
  cupId: string | null
  drinkMl: string
  cups: string
  paid: string | null
}
const cupsOf = (r: RawCups, source: CupsOf['source']): CupsOf => ({
  ...{ day: r.day, recipeId: r.recipeId, versionId: r.versionId, cupId: r.cupId, source },
  drinkMl: toNumber(r.drinkMl),
  cups: toNumber(r.cups),
  paid: toNumberOrNull(r.paid),
})

/** What the till sold, by drink and size. */
async function soldCups(tx: Read, within: Within, days: readonly DaySpan[]): Promise<CupsOf[]> {
  const rows = await database().query<RawCups>(
    `SELECT ${dayInSql(days)} AS day, recipe_id AS recipeId, version_id AS versionId, cup_id AS cupId, drink_ml AS drinkMl,
        SUM(cups) AS cups, IF(COUNT(paid) = COUNT(*), SUM(paid), NULL) AS paid FROM pour
      WHERE stand_id = :standId AND at >= :from AND at < :until AND source = 'till'
      GROUP BY day, recipe_id, version_id, cup_id, drink_ml`,
    { type: QueryTypes.SELECT, replacements: { ...within }, transaction: tx },
  )
  return rows.map((r) => cupsOf(r, 'till'))
}

/** Cups that were built one by one, with what they took out of lots. */
async function builtCups(tx: Read, within: Within, days: readonly DaySpan[]): Promise<PeriodFacts['built']> {
  const rows = await database().query<RawCups & { uses: unknown }>(
    `SELECT ${dayInSql(days)} AS day, recipe_id AS recipeId, version_id AS versionId, cup_id AS cupId, drink_ml AS drinkMl, cups,
        NULL AS paid, uses FROM pour
      WHERE stand_id = :standId AND at >= :from AND at < :until AND source <> 'till' AND hold_id IS NULL AND cups > 0`,
    { type: QueryTypes.SELECT, replacements: { ...within }, transaction: tx },
  )
  const out = new Map<string, CupsOf & { uses: TookOut[] }>()
  for (const r of rows) {
    const c = cupsOf(r, 'hatch')
    const key = [c.day, c.versionId, c.cupId, c.drinkMl].join()
    const before = out.get(key) ?? { ...c, cups: 0, uses: [] }
    out.set(key, { ...before, cups: before.cups + c.cups, uses: [...before.uses, ...fromJson<TookOut[]>(r.uses)] })
  }
  return [...out.values()]
}

/** What becomes of what somebody does with a lot; by a count it is missing. */
const FATE: Record<string, LostOf['fate']> = { discard: 'wasted', spill: 'wasted', use: 'poured', garnish: 'poured' }
interface RawLost {
  lotId: string
  kind: string
  amount: string
  itemKind: string
  itemKey: string
}
async function lostOf(tx: Read, within: Within, signed: Signed): Promise<LostOf[]> {
  const rows = await database().query<RawLost>(
    `SELECT e.lot_id AS lotId, e.kind, SUM(e.amount_g) AS amount, l.item_kind AS itemKind, l.item_key AS itemKey
       FROM lot_event e JOIN lot l ON l.id = e.lot_id
      WHERE l.stand_id = :standId AND e.at >= :from AND e.at < :until AND e.kind IN (:kinds) AND e.amount_g IS NOT NULL
        AND ${counts('e.id', 'lot-event')} AND ${counts('l.id', 'lot')}
      GROUP BY e.lot_id, e.kind
     UNION ALL
     SELECT m.lot_id, 'count', -SUM(m.amount), l.item_kind, l.item_key
       FROM lot_event e JOIN movement m ON m.source_id = e.id AND m.kind = 'count' JOIN lot l ON l.id = m.lot_id
      WHERE l.stand_id = :standId AND e.kind = 'count' AND e.at >= :from AND e.at < :until
        AND ${counts('e.id', 'lot-event')} AND ${counts('l.id', 'lot')}
      GROUP BY m.lot_id`,
    { type: QueryTypes.SELECT, replacements: { ...within, kinds: Object.keys(FATE) }, transaction: tx },
  )
  await signed.learn(
    tx,
    rows.flatMap((r) => (r.itemKind === 'version' ? r.itemKey : [])),
  )
  return rows.map(({ lotId, kind, amount, itemKind, itemKey }) => ({
    lotId,
    amount: toNumber(amount),
    fate: FATE[kind] ?? 'missing',
    recipeId: itemKind === 'version' && signed.of(itemKey)?.document.kind === 'drink' ? signed.recipeOf(itemKey)! : '',
  }))
}

/** Batches that were thrown away, with all that was weighed into them. */
async function thrownBatches(tx: Read, within: Within): Promise<PeriodFacts['thrown']> {
  const rows = await database().query<{ runId: string; recipeId: string | null; lotId: string; took: string }>(
    `SELECT r.id AS runId, r.recipe_id AS recipeId, e.lot_id AS lotId, e.took FROM batch_event c
       JOIN batch_run r ON r.id = c.run_id JOIN batch_event e ON e.run_id = r.id AND e.took IS NOT NULL
      WHERE r.stand_id = :standId AND c.kind = 'closed' AND JSON_VALUE(c.body, '$.how') = 'thrown'
        AND c.at >= :from AND c.at < :until
        AND NOT EXISTS (SELECT 1 FROM batch_event v WHERE v.run_id = r.id AND v.kind = 'void'
          AND JSON_VALUE(v.body, '$.event') IN (c.id, e.id))`,
    { type: QueryTypes.SELECT, replacements: { ...within }, transaction: tx },
  )
  const out = new Map<string, { runId: string; recipeId: string; of: { uses: TookOut[] } }>()
  for (const { runId, recipeId, lotId, took } of rows) {
    const before = out.get(runId) ?? { runId, recipeId: recipeId ?? '', of: { uses: [] } }
    before.of.uses.push({ lotId, amount: toNumber(took) })
    out.set(runId, before)
  }
  return [...out.values()]
}
