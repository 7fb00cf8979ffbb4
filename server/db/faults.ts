import { Refusal } from '../platform/errors'

// What the database says no with, as an answer to whoever asked.

interface Fault {
  name?: string
  message?: string
  code?: string
  original?: { code?: string; fatal?: boolean; message?: string }
}

const CONNECTION = /^Sequelize(Connection|HostNot|AccessDenied|InvalidConnection)/
/** Codes of a server that ends, of a socket that broke or is not there, and of too many connections. */
const AWAY = new Set([
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_ENQUEUE_AFTER_FATAL_ERROR',
  'PROTOCOL_ENQUEUE_AFTER_QUIT',
  'ECONNRESET',
  'ECONNREFUSED',
  'EPIPE',
  'ETIMEDOUT',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'ER_NORMAL_SHUTDOWN',
  'ER_SHUTDOWN_COMPLETE',
  'ER_CON_COUNT_ERROR',
  'ER_NEW_ABORTING_CONNECTION',
  'ER_QUERY_INTERRUPTED',
  // A node of a cluster that is not one with the others; how a commit on it ended is not known.
  'ER_UNKNOWN_COM_ERROR',
  'ER_ERROR_DURING_COMMIT',
])
/** Others wrote the same rows again and again, and this one was never first. */
const CROWDED = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'])
/** Whether somebody else was first: the same may go well when it is done again. */
export const isCrowded = (e: unknown): boolean => CROWDED.has((e as Fault).original?.code ?? (e as Fault).code ?? '')
const AWAY_TEXT =
  /connection is in closed state|connection manager was closed|Connection lost|server has gone away|shutdown in progress/i
const FULL = new Set([
  'ER_RECORD_FILE_FULL',
  'ER_DISK_FULL',
  'ER_DISK_FULL_NOWAIT',
  'ER_TEMP_FILE_WRITE_FAILURE',
  'ER_ERROR_ON_WRITE',
  'ENOSPC',
])
const COLUMN = /for column (?:`[^`]+`\.`[^`]+`\.)?[`']([^`']+)[`']/
/** A value that its column does not hold; rules of the core say so first, with better words. */
const UNFIT: Record<string, string> = {
  ER_WARN_DATA_OUT_OF_RANGE: 'number-too-large',
  ER_DATA_OUT_OF_RANGE: 'number-too-large',
  ER_DATA_TOO_LONG: 'text-too-long',
  ER_TRUNCATED_WRONG_VALUE: 'field-invalid',
  ER_TRUNCATED_WRONG_VALUE_FOR_FIELD: 'field-invalid',
}

const camel = (column: string): string => column.replace(/_(\w)/g, (_, c: string) => c.toUpperCase())

export function isDatabaseAway(e: unknown): boolean {
  const { name = '', message = '', code, original } = e as Fault
  // A socket that is not there is the driver's to say; a program or a file that is not there is something else.
  return (
    CONNECTION.test(name) ||
    original?.code === 'ENOENT' ||
    original?.fatal === true ||
    AWAY.has(original?.code ?? code ?? '') ||
    AWAY_TEXT.test(`${message} ${original?.message ?? ''}`)
  )
}

/** A refusal for whatever went wrong; 500 where nobody thought of it. */
export function refusalOf(e: unknown): Refusal {
  if (e instanceof Refusal) return e
  const { name, message = '', code, original } = e as Fault
  const said = original?.code ?? code ?? ''
  if (FULL.has(said)) return new Refusal(507, 'disk-full')
  if (isCrowded(e)) return new Refusal(503, 'crowded')
  if (isDatabaseAway(e)) return new Refusal(503, 'database-down')
  if (name === 'SequelizeUniqueConstraintError') return new Refusal(409, 'already-there')
  if (UNFIT[said])
    return new Refusal(422, 'invalid', [
      { field: camel(COLUMN.exec(original?.message ?? message)?.[1] ?? ''), code: UNFIT[said] },
    ])
  return new Refusal(500, 'internal')
}

/** For the log: what went wrong and where, without the statement and the values in it. */
export function loggable(e: unknown): Record<string, unknown> {
  const { name, message, code, original, stack } = e as Fault & { stack?: string }
  return { name, message, code: original?.code ?? code, stack }
}
