import { Op, QueryTypes } from 'sequelize'
import { checkWhen } from '#core/limits'
import { answerWrong, panelNow, panelWrong, type Panel as PanelOf, type PanelEvent as EventOf } from '#core/sensory'
import type { Body, PanelRow, Reply } from '#shared/contract'
import { database, fromJson, toJson, toNumber, type Read, type Tx } from '../db/connect'
import { Panel, PanelEvent, Stand } from '../db/models'
import { boundingRows, rowOf, rowsOf, type Row } from '../db/rows'
import { recordChange } from '../platform/changes'
import { now } from '../platform/clock'
import { invalid, notFound, Refusal } from '../platform/errors'
import type { Who } from '../people/who'

// Panels as they are set up and told by whoever is signed in.

const DAY_MS = 864e5
/** Days back that are listed. */
const SHOWN_DAYS = 92
/** A panel's code lets tasters in for a day. */
const OPEN_MS = DAY_MS

export const panelOf = (r: Row<typeof Panel>): PanelOf & { code: string } => ({
  ...{ id: r.id, standId: r.standId, kind: r.kind, purpose: r.purpose, code: r.code },
  asked: r.asked as PanelOf['asked'],
  samples: fromJson<PanelOf['samples']>(r.samples),
  servings: fromJson<PanelOf['servings']>(r.servings),
  cupMl: toNumber(r.cupMl),
  about: r.about === null ? null : fromJson<PanelOf['about']>(r.about),
  at: r.at.toISOString(),
})
export const untilOf = (panel: Pick<PanelOf, 'at'>): string => new Date(Date.parse(panel.at) + OPEN_MS).toISOString()

/** What happened in some panels; of a taster, by the name that they gave. */
export async function eventsOf(tx: Read, panelIds: readonly string[]): Promise<Map<string, EventOf[]>> {
  const out = new Map<string, EventOf[]>(panelIds.map((id) => [id, []]))
  if (!panelIds.length) return out
  const rows = await database().query<{ id: string; panelId: string; body: unknown; at: Date; by: string | null }>(
    `SELECT e.id, e.panel_id AS panelId, e.body, e.at, p.name AS \`by\`
       FROM panel_event e LEFT JOIN person p ON p.id = e.person_id WHERE e.panel_id IN (:panelIds) ORDER BY e.at, e.id`,
    { type: QueryTypes.SELECT, replacements: { panelIds }, transaction: tx },
  )
  for (const { id, panelId, body, at, by } of rows)
    out.get(panelId)!.push({ ...fromJson<object>(body), id, at: at.toISOString(), by: by ?? '' } as EventOf)
  return out
}

export async function listPanels(tx: Read, standId: string): Promise<Reply<'panels'>> {
  const since = new Date(now().getTime() - SHOWN_DAYS * DAY_MS)
  const rows = await database().query<Row<typeof Panel> & { by: string }>(
    `SELECT n.id, n.stand_id AS standId, n.kind, n.purpose, n.asked, n.samples, n.servings, n.cup_ml AS cupMl, n.code, n.about,
        n.at, p.name AS \`by\`
       FROM panel n JOIN person p ON p.id = n.person_id WHERE n.stand_id = :standId AND n.at > :since
      ORDER BY n.at DESC, n.id`,
    { type: QueryTypes.SELECT, replacements: { standId, since }, transaction: tx },
  )
  const events = await eventsOf(
    tx,
    rows.map((r) => r.id),
  )
  return rows.map((r): PanelRow => {
    const panel = panelOf(r)
    return { ...panel, by: r.by, until: untilOf(panel), events: events.get(r.id)! }
  })
}

/** @throws 422 for one that nothing could be told from, or from a time to come */
export async function postPanel(tx: Tx, body: Body<'postPanel'>, who: Who): Promise<Reply<'postPanel'>> {
  const { id, standId, at, ...told } = body
  if (!(await Stand.count({ where: { id: standId }, transaction: tx }))) throw notFound('standId')
  const wrong = [...panelWrong(told), ...checkWhen(at, now().toISOString())]
  if (wrong.length) throw invalid(wrong)
  if (await openPanel(tx, told.code)) throw invalid([{ field: 'code', code: 'panel-code-taken' }])
  const row = { ...told, id, standId, at: at ? new Date(at) : now(), personId: who.personId }
  const json = {
    samples: toJson(told.samples),
    servings: toJson(told.servings),
    about: told.about && toJson(told.about),
  }
  await Panel.create({ ...row, ...json }, { transaction: tx })
  const samples = told.samples.map((s) => s.name).join(', ')
  await recordChange(tx, who, 'panel', id, null, { standId, kind: told.kind, samples, seats: told.servings.length })
  return { id }
}

/** The panel that a code opens now; null where it opens none. */
export async function openPanel(tx: Read, code: string): Promise<(PanelOf & { personId: string }) | null> {
  const since = new Date(now().getTime() - OPEN_MS)
  const row = await rowOf(Panel, { where: { code, at: { [Op.gt]: since } }, order: [['at', 'DESC']], transaction: tx })
  return row && { ...panelOf(row), personId: row.personId }
}

/** Told of a panel by somebody who is signed in. @throws 422 for what cannot be of it */
export async function postPanelEvent(
  tx: Tx,
  panelId: string,
  body: Body<'postPanelEvent'>,
  who: Who,
): Promise<Reply<'postPanelEvent'>> {
  const [row] = await boundingRows(Panel, tx, [panelId])
  if (!row) throw notFound('id')
  const at = body.at ?? now().toISOString()
  const { event } = body
  const wrong = checkWhen(body.at, now().toISOString())
  if (event.kind === 'answered') {
    const code = answerWrong(panelOf(row), event.seat, event.answer)
    if (code) wrong.push({ code, field: 'answer', numbers: {} })
  }
  if (event.kind === 'sat' && event.seat >= panelOf(row).servings.length)
    wrong.push({ code: 'seat-unknown', field: 'seat', numbers: {} })
  if ('sample' in event && event.sample !== null && event.sample >= panelOf(row).samples.length)
    wrong.push({ code: 'not-found', field: 'sample', numbers: {} })
  if (wrong.length) throw invalid(wrong)
  await keepEvent(tx, { id: body.id, panelId, event, at, secretHash: null }, who, who.personId)
  return { id: body.id }
}

interface Kept {
  id: string
  panelId: string
  event: Body<'postPanelEvent'>['event']
  at: string
  secretHash: string | null
}
/** @param who who is said to have changed it @param personId null of a taster */
export async function keepEvent(
  tx: Tx,
  { id, panelId, event, at, secretHash }: Kept,
  who: Who,
  personId: string | null,
): Promise<void> {
  const seat = 'seat' in event ? event.seat : null
  const row = { id, panelId, kind: event.kind, seat, secretHash, body: toJson(event), at: new Date(at), personId }
  await PanelEvent.create(row, { transaction: tx })
  // What was said stays out of the history: a name that a taster gave is nobody's business but the panel's.
  await recordChange(tx, who, 'panel-event', id, null, { panelId, kind: event.kind, seat })
}

/** A panel as it stands, with whether it has ended. */
export async function standing(tx: Read, panel: PanelOf): Promise<ReturnType<typeof panelNow>> {
  const events = await eventsOf(tx, [panel.id])
  return panelNow(panel, events.get(panel.id)!)
}
/** The digest of the phone that sat down there; null where nobody did. */
export async function secretOfSeat(tx: Read, panelId: string, seat: number): Promise<string | null> {
  const rows = await rowsOf(PanelEvent, {
    where: { panelId, kind: 'sat', seat },
    order: [['at', 'ASC']],
    transaction: tx,
  })
  return rows.find((r) => r.secretHash !== null)?.secretHash ?? null
}
export const gone = (code: string, field: string): Refusal => new Refusal(409, code, [{ field, code }])
