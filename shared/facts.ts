import type { FactKind, FactRowKind, PartKept, Told } from '#core/books'
// From its own file: the door loads this registry, and not the core.
import { rowId } from '#core/books/row-id'
import type { Role, ROUTES } from './routes'

/** A write as it is sent: what is in its path, and its body. */
export interface Call {
  params: Record<string, string>
  body: Record<string, unknown>
}

/** What a kind of fact is to all that handles facts. */
export interface FactEntry<K extends FactKind> {
  /** how it is sent */
  route: keyof typeof ROUTES
  /** who may tell it */
  role: Role
  /** the kind of its own row, as history and voids call it */
  row: FactRowKind
  /** whether it may wait on a tablet while the server does not answer */
  waits: boolean
  /** the number of its body that the outbox mends it by, where it was refused */
  mendedBy?: string
  /** what is told, as the book takes it */
  told(call: Call): Told<K>
  /** ids that others can name once it is told: its own, and those of the lots that it makes */
  makes(told: Told<K>): string[]
}

const keptOf = (parts: readonly PartKept[] = []): string[] => parts.flatMap((p) => (p.kept ? [p.kept.lotId] : []))

const onLot = <
  K extends Exclude<
    FactKind,
    | 'receive'
    | 'pack'
    | 'press'
    | 'make'
    | 'begin'
    | 'tell'
    | 'putOut'
    | 'atHold'
    | 'pour'
    | 'soldOut'
    | 'arrive'
    | 'void'
  >,
>(): FactEntry<K> => ({
  route: 'postLotEvent',
  role: 'crew',
  row: 'lot-event',
  waits: true,
  told: ({ params, body }) => ({ ...body, lotId: params.id }) as unknown as Told<K>,
  makes: ({ id, event }) => [id, ...('parts' in event ? keptOf(event.parts) : [])],
})

/** Every kind of fact there is: how it is sent, by whom, and what it is called. */
export const FACTS: { [K in Exclude<FactKind, 'void'>]: FactEntry<K> } = {
  receive: {
    route: 'postLot',
    role: 'crew',
    row: 'lot',
    waits: true,
    mendedBy: 'kg',
    told: ({ body }) => body as unknown as Told<'receive'>,
    makes: ({ id }) => [id],
  },
  pack: {
    route: 'postPack',
    role: 'crew',
    row: 'lot',
    waits: true,
    mendedBy: 'packs',
    told: ({ body }) => body as unknown as Told<'pack'>,
    makes: ({ id }) => [id],
  },
  press: {
    route: 'postPress',
    role: 'crew',
    row: 'press',
    waits: true,
    mendedBy: 'takenKg',
    told: ({ body }) => body as unknown as Told<'press'>,
    makes: ({ id, juiceLotId, parts }) => [id, juiceLotId ?? rowId(id, 'juice'), ...keptOf(parts)],
  },
  make: {
    route: 'postBatch',
    role: 'crew',
    row: 'batch',
    waits: true,
    told: ({ body }) => body as unknown as Told<'make'>,
    makes: ({ id, kept = [] }) => [id, rowId(id, 'made'), ...kept.map((k) => k.kept.lotId)],
  },
  begin: {
    route: 'postRun',
    role: 'crew',
    row: 'run',
    waits: true,
    told: ({ body }) => body as unknown as Told<'begin'>,
    makes: ({ id }) => [id],
  },
  tell: {
    route: 'postRunEvent',
    role: 'crew',
    row: 'run-event',
    waits: true,
    told: ({ params, body }) => ({ ...body, runId: params.id }) as unknown as Told<'tell'>,
    makes: ({ id }) => [id],
  },
  putOut: {
    route: 'postHold',
    role: 'crew',
    row: 'hold',
    waits: true,
    told: ({ body }) => body as unknown as Told<'putOut'>,
    makes: ({ id }) => [id],
  },
  atHold: {
    route: 'postHoldEvent',
    role: 'crew',
    row: 'hold-event',
    waits: true,
    told: ({ params, body }) => ({ ...body, holdId: params.id }) as unknown as Told<'atHold'>,
    makes: ({ id, event }) => [id, ...(event.kind === 'emptied' ? [rowId(id, 'left')] : [])],
  },
  pour: {
    route: 'putPour',
    role: 'crew',
    row: 'pour',
    waits: true,
    told: ({ params, body }) => ({ ...body, id: params.id }) as unknown as Told<'pour'>,
    makes: ({ id }) => [id],
  },
  soldOut: {
    route: 'putSoldOut',
    role: 'crew',
    row: 'sold-out',
    waits: true,
    told: ({ params, body }) => ({ ...body, id: params.id }) as unknown as Told<'soldOut'>,
    makes: ({ id }) => [id],
  },
  look: onLot(),
  clean: onLot(),
  garnish: onLot(),
  peel: { ...onLot(), makes: ({ id, event }) => [id, rowId(id, 'peeled'), ...keptOf(event.parts)] },
  open: { ...onLot(), makes: ({ id }) => [id, rowId(id, 'opened')] },
  sort: onLot(),
  discard: onLot(),
  count: onLot(),
  use: onLot(),
  spill: onLot(),
  send: onLot(),
  arrive: {
    route: 'postArrival',
    role: 'crew',
    row: 'arrival',
    waits: true,
    told: ({ body }) => body as unknown as Told<'arrive'>,
    makes: ({ id }) => [id, rowId(id, 'arrived')],
  },
}
export type Fact = keyof typeof FACTS

/** Kinds of what is done with a lot: they share a route and a table. */
export const LOT_EVENT_KINDS = (Object.keys(FACTS) as Fact[]).filter((k) => FACTS[k].row === 'lot-event')

/** Routes that facts are sent by. */
export const FACT_ROUTES = [...new Set(Object.values(FACTS).map((f) => f.route))]

/**
 * A write as it is put down on a tablet: a fact happened when it was told, however long it waits there.
 * @param at the moment of telling, an instant
 */
export const withMoment = <B extends object>(route: string, body: B, at: string): B =>
  (FACT_ROUTES as readonly string[]).includes(route) ? { ...body, at: (body as { at?: string | null }).at ?? at } : body

/** Ids that others can name once a write is through. */
export function madeBy(route: string, call: Call): string[] {
  const kind = factOf(route, call)
  if (kind) return FACTS[kind].makes(FACTS[kind].told(call) as never)
  return typeof call.body.id === 'string' ? [call.body.id] : []
}

/** The kind of fact that a write tells; null where it tells none. */
export function factOf(route: string, { body }: Call): Fact | null {
  const kinds = (Object.keys(FACTS) as Fact[]).filter((k) => FACTS[k].route === route)
  if (kinds.length < 2) return kinds[0] ?? null
  const told = (body.event as { kind?: string } | undefined)?.kind
  return kinds.find((k) => k === told) ?? null
}
