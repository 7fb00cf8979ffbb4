import { QueryTypes } from 'sequelize'
import { dayOf, shiftDay } from '../../core/time'
import { database, toJson } from '../../server/db/connect'
import { Hold, Person } from '../../server/db/models'
import { rowOf } from '../../server/db/rows'
import { asOwner } from '../lib/sign-in'

// A million cups in three years: what is asked of today, of a month and of half a year, with all of them behind it.

type Row = [string, string, string]
const middle = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)]!
const [CUPS, DAYS, VESSELS_A_DAY, CUP_ML] = [1_000_000, 1095, 3, 30]

/** As many vessels a day as it takes, emptied in the evening, with their cups over eight hours. */
async function threeYearsOfCups(): Promise<string> {
  const like = (await rowOf(Hold, { transaction: null }))!
  const person = (await rowOf(Person, { transaction: null }))!
  const vessels = DAYS * VESSELS_A_DAY
  const perVessel = Math.ceil(CUPS / vessels)
  const ids = (letter: string, of: string): string =>
    `CONCAT('${letter}', LPAD(HEX(${of}), 7, '0'), '-0000-7000-8000-000000000000')`
  const putOut = `NOW(6) - INTERVAL 1 DAY - INTERVAL (seq DIV ${VESSELS_A_DAY}) DAY`
  const of = {
    ...{ standId: like.standId, recipeId: like.recipeId, versionId: like.versionId, personId: person.id },
    filled: toJson({ kind: 'filled', lotId: null, volumeMl: 9500, tempC: 4 }),
    emptied: toJson({ kind: 'emptied', leftMl: 300, as: 'thrown', reason: 'over' }),
    vessel: toJson({ name: 'Left one', capacityMl: 10_000 }),
  }
  const run = (sql: string): Promise<unknown> =>
    database().query(sql, { type: QueryTypes.RAW, replacements: of, transaction: null })
  await run(`INSERT INTO hold (id, stand_id, recipe_id, version_id, vessel, way, control, wash_min, w_per_k, room_c, open, at, person_id)
      SELECT ${ids('a', 'seq')}, :standId, :recipeId, :versionId, :vessel, 'cold', 'cold', 240, 1, 20, FALSE, ${putOut}, :personId
        FROM seq_1_to_${vessels}`)
  for (const [letter, kind, hours] of [
    ['b', 'filled', 0],
    ['c', 'emptied', 9],
  ] as const)
    await run(`INSERT INTO hold_event (id, hold_id, kind, body, lot_id, took, at, person_id, confirmed)
        SELECT ${ids(letter, 'seq')}, ${ids('a', 'seq')}, '${kind}', :${kind}, NULL, NULL, ${putOut} + INTERVAL ${hours} HOUR, :personId, '[]'
          FROM seq_1_to_${vessels}`)
  const [vessel, nth] = [`(1 + (seq - 1) DIV ${perVessel})`, `((seq - 1) % ${perVessel})`]
  await run(`INSERT INTO pour (id, stand_id, hold_id, recipe_id, version_id, cup_id, drink_ml, cups, options, source, uses, touched_s, retold, sale_id, paid, at, person_id)
      SELECT ${ids('d', 'seq')}, :standId, ${ids('a', vessel)}, :recipeId, :versionId, NULL, ${CUP_ML}, 1, '[]', 'touch', '[]', '[0]', 0, NULL, NULL,
          NOW(6) - INTERVAL 1 DAY - INTERVAL (${vessel} DIV ${VESSELS_A_DAY}) DAY + INTERVAL (60 + ${nth} * 90) SECOND, :personId
        FROM seq_1_to_${vessels * perVessel}`)
  return like.standId
}

/** What the hatch, a month's sheet and the forecast take, with a million cups behind them. */
export async function benchCups(url: string): Promise<Row[]> {
  const stand = await threeYearsOfCups()
  const cookie = await asOwner(url)
  const today = dayOf(new Date(), 'UTC')
  const asked = async (path: string): Promise<string> => {
    const took: number[] = []
    for (let i = 0; i < 7; i++) {
      const from = performance.now()
      const reply = await fetch(`${url}/api/v1/${path}`, { headers: { cookie } })
      if (!reply.ok) throw new Error(await reply.text())
      await reply.text()
      took.push(performance.now() - from)
    }
    return `${middle(took).toFixed(0)} ms`
  }
  const month = `count?stand=${stand}&from=${shiftDay(today, -30)}&until=${shiftDay(today, -1)}`
  return [
    ['a million cups: the hatch’s list, median of 7', await asked(`holds?stand=${stand}`), '200 ms'],
    ['the sheet of a month, 90 vessels and 27 000 cups told one by one', await asked(month), '500 ms'],
    [
      'the sheet of a day',
      await asked(`count?stand=${stand}&from=${shiftDay(today, -2)}&until=${shiftDay(today, -2)}`),
      '200 ms',
    ],
    ['what half a year sold, for the forecast', await asked(`demand?stand=${stand}&day=${today}`), '500 ms'],
  ]
}
