import { QueryTypes } from 'sequelize'
import { atLeast, type Endpoint, type StandRow } from '#shared/contract'
import { database, type Read } from '../db/connect'
import { notFound, Refusal, standClosed } from '../platform/errors'
import { leastRoleAt, type Who } from './who'

// What is not theirs is absent: whoever is bound to stands meets what is at another one as if it did not exist. Every
// route says in shared/routes.ts what binds it; it is held here, before its work begins.

/** The stand of a row, by its id. */
const STAND_OF: Readonly<Record<StandRow, string>> = {
  stand: 'SELECT id AS standId FROM stand WHERE id = :id',
  ...{ lot: of('lot'), press: of('press'), run: of('batch_run'), hold: of('hold'), pour: of('pour') },
  ...{ 'sold-out': of('sold_out'), panel: of('panel'), 'day-note': of('day_note'), 'day-task': of('day_task') },
  ...{ 'service-day': of('service_day'), 'plan-line': of('plan_line'), 'stand-use': of('stand_use') },
  ...{ work: of('drink_work'), vessel: of('vessel'), equipment: of('equipment') },
  // One id is one fact: a lot that came or a press by itself, or what was done with a lot, or a batch.
  fact: `${of('lot')} UNION ${of('press')} UNION ${of('batch')}
    UNION SELECT l.stand_id FROM lot_event e JOIN lot l ON l.id = e.lot_id WHERE e.id = :id`,
}
function of(table: string): string {
  return `SELECT stand_id AS standId FROM ${table} WHERE id = :id`
}

/** What a request says of where it is. */
interface Asked {
  params: unknown
  query: unknown
  body: unknown
}
const textIn = (from: unknown, key: string): string | undefined => {
  const value = (from as Record<string, unknown> | undefined)?.[key]
  return typeof value === 'string' ? value : undefined
}

/** A stand that is asked of. */
interface AskedOf {
  standId: string
  isRow: number
  closed: number | null
}
/** Where rows are that a path names, and the stand that is named: what is not there is left out. */
function standsAsked(tx: Read, rows: readonly StandRow[], id: string, named: string | undefined): Promise<AskedOf[]> {
  const [ofRows, ofNamed] = [
    rows.map(
      (row) => `SELECT r.standId, 1 AS isRow, s.closed FROM (${STAND_OF[row]}) r LEFT JOIN stand s ON s.id = r.standId`,
    ),
    named === undefined ? [] : ['SELECT id AS standId, 0 AS isRow, closed FROM stand WHERE id = :named'],
  ]
  return database().query<AskedOf>([...ofRows, ...ofNamed].join(' UNION ALL '), {
    type: QueryTypes.SELECT,
    replacements: { id, named: named ?? '' },
    transaction: tx,
  })
}

/**
 * Whoever asks, as what they are at the stand that is asked of.
 * @throws 404 for what is at a stand where they do not work @throws 403 where they are not enough there
 * @throws 409 for what would be told at a stand that serves no more
 */
export async function whoAt(tx: Read, endpoint: Endpoint, asked: Asked, who: Who): Promise<Who> {
  const rows = endpoint.at.filter((at) => at !== 'named')
  const isNamed = rows.length < endpoint.at.length
  const named = isNamed ? (textIn(asked.query, 'stand') ?? textIn(asked.body, 'standId')) : undefined
  const id = textIn(asked.params, 'id') ?? ''
  const needsOpen = endpoint.method !== 'GET' && endpoint.id !== 'putStand'
  // Where a stand is named, a row that is not there yet is to be made at it.
  const isLookedFor = rows.length > 0 || (needsOpen && named !== undefined)
  const stands = isLookedFor ? await standsAsked(tx, rows, id, named) : []
  const known = stands.filter((s) => s.isRow).map((s) => s.standId)
  if (who.stands !== null && rows.length && !isNamed && !known.length) throw notFound('id')
  const at = named === undefined ? known : [named, ...known]
  const role = leastRoleAt(who, at)
  if (role === null) throw notFound(named === undefined || leastRoleAt(who, [named]) ? 'id' : 'standId')
  if (!atLeast(role, endpoint.role as typeof role)) throw new Refusal(403, 'not-your-role')
  if (needsOpen && stands.some((s) => s.closed)) throw standClosed()
  return { ...who, role, standId: who.standId ?? named ?? known[0] }
}
