import { isCrowded, isDatabaseAway, loggable, refusalOf } from '../../server/db/faults'
import { Refusal } from '../../server/platform/errors'

// What a tablet does next rests on it: after a 503 it keeps what was entered and comes again, after a 4xx it asks its
// person, after a 507 nothing was taken.

/** As the driver throws it, and as Sequelize wraps it. */
const thrown = (code: string, message = code): Error => Object.assign(new Error(message), { code })
const wrapped = (name: string, code: string, message = code): Error =>
  Object.assign(new Error(message), { name, original: Object.assign(new Error(message), { code }) })
const saidOf = (e: unknown): unknown[] => {
  const { status, code, errors } = refusalOf(e)
  return [status, code, ...(errors ?? []).map((x) => `${x.field}:${x.code}`)]
}

it.each([
  ['a socket that nobody listens at', wrapped('SequelizeConnectionRefusedError', 'ECONNREFUSED')],
  ['a host that is not there', wrapped('SequelizeHostNotFoundError', 'ENOTFOUND')],
  ['a socket that broke', thrown('ECONNRESET', 'read ECONNRESET')],
  ['a socket file that is gone', wrapped('SequelizeDatabaseError', 'ENOENT', 'connect ENOENT mysqld.sock')],
  ['a server that ends', wrapped('SequelizeDatabaseError', 'ER_SERVER_SHUTDOWN')],
  ['a connection that was killed', wrapped('SequelizeDatabaseError', 'ER_CONNECTION_KILLED')],
  ['a node that is not one with the others', wrapped('SequelizeDatabaseError', 'ER_UNKNOWN_COM_ERROR')],
  ['a commit of which nobody knows how it ended', wrapped('SequelizeDatabaseError', 'ER_ERROR_DURING_COMMIT')],
  ['a connection that nobody gave within its time', wrapped('SequelizeConnectionAcquireTimeoutError', 'X')],
  ['a connection that ended badly', Object.assign(wrapped('SequelizeDatabaseError', 'X'), { original: { code: 'X', fatal: true } })], // prettier-ignore
  ['more connections than it takes', wrapped('SequelizeDatabaseError', 'ER_CON_COUNT_ERROR')],
  ['a connection that is used after its end', new Error("Can't add new command when connection is in closed state")],
  ['a pool that was closed meanwhile', new Error('ConnectionManager.getConnection was called after the connection manager was closed!')], // prettier-ignore
])('%s is the database away: what was entered waits', (_, e) => {
  expect([isDatabaseAway(e), isCrowded(e), ...saidOf(e)]).toEqual([true, false, 503, 'database-down'])
})

it.each(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'])('%s: others were first, the same may go well again', (code) => {
  for (const e of [thrown(code), wrapped('SequelizeDatabaseError', code)])
    expect([isCrowded(e), isDatabaseAway(e), ...saidOf(e)]).toEqual([true, false, 503, 'crowded'])
})

it.each(['ENOSPC', 'ER_DISK_FULL', 'ER_RECORD_FILE_FULL'])('%s: there is no room', (code) => {
  expect(saidOf(wrapped('SequelizeDatabaseError', code))).toEqual([507, 'disk-full'])
})

describe('what its column does not hold', () => {
  it('is said of its field, by the name that was sent', () => {
    const long = "Data too long for column 'ingredient_key' at row 1"
    expect(saidOf(wrapped('SequelizeDatabaseError', 'ER_DATA_TOO_LONG', long))).toEqual([
      ...[422, 'invalid'],
      'ingredientKey:text-too-long',
    ])
    const high = "Out of range value for column 'amount' at row 1"
    expect(saidOf(wrapped('SequelizeDatabaseError', 'ER_WARN_DATA_OUT_OF_RANGE', high))).toEqual([
      ...[422, 'invalid'],
      'amount:number-too-large',
    ])
    const wrong = "Incorrect datetime value: 'x' for column `olvex`.`lot`.`use_by` at row 1"
    expect(saidOf(wrapped('SequelizeDatabaseError', 'ER_TRUNCATED_WRONG_VALUE', wrong))).toEqual([
      ...[422, 'invalid'],
      'useBy:field-invalid',
    ])
  })
  it('and an id that there is already is no fault of the server', () =>
    expect(saidOf(wrapped('SequelizeUniqueConstraintError', 'ER_DUP_ENTRY'))).toEqual([409, 'already-there']))
})

it('what was refused with words stays as it was, and what nobody thought of is a fault of ours', () => {
  const refused = new Refusal(403, 'not-your-role')
  expect(refusalOf(refused)).toBe(refused)
  expect(saidOf(new TypeError("Cannot read properties of undefined (reading 'id')"))).toEqual([500, 'internal'])
  // A program that is not there is no database that is away.
  expect(isDatabaseAway(thrown('ENOENT', 'spawn mariadb-dump ENOENT'))).toBe(false)
})

it('the log has what went wrong, and neither the statement nor what was in it', () => {
  const e = Object.assign(wrapped('SequelizeDatabaseError', 'ER_DATA_TOO_LONG', 'Data too long'), {
    sql: "INSERT INTO person VALUES ('secret')",
    parameters: ['secret'],
  })
  expect(JSON.stringify(loggable(e))).not.toContain('secret')
  expect(loggable(e)).toMatchObject({ name: 'SequelizeDatabaseError', code: 'ER_DATA_TOO_LONG' })
})
