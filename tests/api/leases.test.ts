import { QueryTypes } from 'sequelize'
import { closeDatabase, database } from '../../server/db/connect'
import { exclusively } from '../../server/db/locks'
import { uuid } from './client'

// What one process at a time does, over all of them: a row is leased.

afterAll(closeDatabase)
const held = (name: string) =>
  database().query<{ isFree: number }>('SELECT until < UTC_TIMESTAMP(6) AS isFree FROM lease WHERE name = :name', {
    type: QueryTypes.SELECT,
    replacements: { name },
  })

it('one of many at once does it, and whoever waits does it after', async () => {
  const name = `test ${uuid()}`
  let atWork = 0
  let most = 0
  const work = async () => {
    most = Math.max(most, ++atWork)
    await new Promise((done) => setTimeout(done, 60))
    atWork--
    return 'done'
  }
  const now = await Promise.all(Array.from({ length: 12 }, () => exclusively(name, work)))
  expect([now.filter((r) => r === 'done').length, most]).toEqual([1, 1])
  const waited = await Promise.all(Array.from({ length: 4 }, () => exclusively(name, work, { waitS: 20 })))
  expect([waited, most]).toEqual([Array(4).fill('done'), 1])
  expect((await held(name)).map((r) => r.isFree)).toEqual([1])
})

it('whoever waits is next, however often others come again at once', async () => {
  const name = `test ${uuid()}`
  const work = () => new Promise<string>((done) => setTimeout(() => done('done'), 300))
  let ended = false
  const again = async () => {
    const got: (string | null)[] = []
    while (!ended) {
      const done = await exclusively(name, work)
      got.push(done)
      // What comes again at once is a person, or a program over the network: not a loop without end.
      if (!done) await new Promise((next) => setTimeout(next, 5))
    }
    return got
  }
  const others = again()
  await new Promise((done) => setTimeout(done, 50))
  // Longer than a piece of work and a look, and it is hardly ever free at a look by chance.
  const waited = await exclusively(name, async () => 'waited', { waitS: 3 })
  ended = true
  expect([waited, (await others)[0]]).toEqual(['waited', 'done'])
  expect((await held(`${name}, first in line`)).map((r) => r.isFree)).toEqual([1])
})

it('what a process that died held is free when it has run out, by the clock of the database', async () => {
  const name = `test ${uuid()}`
  const heldFor = (seconds: number) =>
    database().query(
      `REPLACE INTO lease (name, holder, until) VALUES (:name, :holder, UTC_TIMESTAMP(6) + INTERVAL :seconds SECOND)`,
      { replacements: { name, holder: uuid(), seconds } },
    )
  await heldFor(5)
  expect(await exclusively(name, async () => 1)).toBeNull()
  await heldFor(-1)
  expect(await exclusively(name, async () => 1)).toBe(1)
})

it('is given back where the work fails', async () => {
  const name = `test ${uuid()}`
  await expect(exclusively(name, () => Promise.reject(new Error('no')))).rejects.toThrow('no')
  expect(await exclusively(name, async () => 1)).toBe(1)
})
