import { panelNow, resultOf } from '../../core/sensory'
import { closeDatabase, database } from '../../server/db/connect'
import { Panel } from '../../server/db/models'
import { panelBody } from './drink-bodies'
import { type Client, codesOf, LEAD, people, raw, signIn, uuid } from './client'

// A blind test: set up by the crew, tasted on phones that have no session, and never told which cup is which.

let owner: Client
let crew: Client
let lead: Client
let stand: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
  await owner.call('postPerson', { body: { id: uuid(), ...LEAD } })
  lead = await signIn(LEAD.login, LEAD.password)
  database()
})
afterAll(closeDatabase)

const secret = (letter: string): string => letter.repeat(43)
type Body = ReturnType<typeof panelBody>
const setUp = async (over: Partial<Body> = {}): Promise<Body> => {
  const body = panelBody(stand, over)
  expect((await crew.call('postPanel', { body })).status).toBe(200)
  return body
}
const look = (code: string) => raw('GET', `/api/v1/tasting/${code}`)
const sit = (code: string, seat: number, over: object = {}) =>
  raw('POST', `/api/v1/tasting/${code}/seats`, {
    body: { seat, name: '', avoids: [], secret: secret(String(seat)), ...over },
  })
const answer = (code: string, seat: number, chosen: string, by = secret(String(seat))) =>
  raw('POST', `/api/v1/tasting/${code}/answers`, {
    body: { seat, secret: by, answer: { kind: 'chosen', code: chosen } },
  })
const oddOf = (cups: Body['servings'][number]): string =>
  cups.find((c) => cups.filter((x) => x.sample === c.sample).length === 1)!.code
const listed = async (id: string) =>
  (await crew.call('panels', { query: { stand } })).body.find((p: { id: string }) => p.id === id)

it('is tasted on phones by its code; what they are sent never says which cup is which', async () => {
  const panel = await setUp()
  const seen: string[] = []
  const shown = await look(panel.code)
  expect(shown.body).toEqual({ kind: 'triangle', asked: null, allergens: [], seats: 6, taken: [], ended: false })
  for (const [seat, cups] of panel.servings.entries()) {
    const sat = await sit(panel.code, seat)
    expect(sat.body.view.codes).toEqual(cups.map((c) => c.code))
    const wrong = cups.find((c) => c.code !== oddOf(cups))!.code
    const told = await answer(panel.code, seat, seat < 5 ? oddOf(cups) : wrong)
    seen.push(JSON.stringify([sat.body, told.body, shown.body]))
    expect(told.status).toBe(200)
  }
  for (const text of seen) for (const word of ['sample', 'Bottled', 'Fresh', 'right']) expect(text).not.toContain(word)
  expect((await look(panel.code)).body.taken).toEqual([0, 1, 2, 3, 4, 5])
  const row = await listed(panel.id)
  expect(resultOf(row, panelNow(row, row.events))).toMatchObject({ told: { right: 5, n: 6, differs: true } })
})

it('a seat is one phone’s: another cannot take it, answer for it, nor answer twice', async () => {
  const panel = await setUp()
  const [first] = panel.servings[0]!
  expect((await sit(panel.code, 0)).status).toBe(200)
  // The same phone, loaded anew.
  expect((await sit(panel.code, 0)).status).toBe(200)
  expect(codesOf(await sit(panel.code, 0, { secret: secret('x') }))).toEqual(['seat:seat-taken'])
  expect((await answer(panel.code, 0, first!.code, secret('x'))).status).toBe(403)
  expect(codesOf(await answer(panel.code, 0, '000'))).toEqual(['answer.code:field-invalid-format'])
  expect(codesOf(await answer(panel.code, 0, panel.servings[1]![0]!.code))).toEqual(['answer:code-unknown'])
  expect((await answer(panel.code, 0, first!.code)).status).toBe(200)
  expect(codesOf(await answer(panel.code, 0, first!.code))).toEqual(['seat:answered-already'])
  expect((await sit(panel.code, 6)).status).toBe(422)
  // All at once for one seat: one of them sits.
  const all = await Promise.all(['a', 'b', 'c', 'd'].map((x) => sit(panel.code, 3, { secret: secret(x) })))
  expect(all.map((a) => a.status).sort()).toEqual([200, 409, 409, 409])
})

it('a taster who may not have what is in it gets no cup; after the end nobody answers', async () => {
  const milk = panelBody(stand)
  milk.samples[1]!.allergens = ['allergen-milk']
  const panel = await setUp({ samples: milk.samples })
  expect((await look(panel.code)).body.allergens).toEqual(['allergen-milk'])
  const sat = await sit(panel.code, 0, { name: 'Mo', avoids: ['allergen-milk'] })
  expect(sat.body.keptAway).toBe(true)
  expect(codesOf(await answer(panel.code, 0, panel.servings[0]![0]!.code))).toEqual(['seat:seat-kept-away'])
  const end = { params: { id: panel.id }, body: { id: uuid(), event: { kind: 'ended' as const } } }
  expect((await crew.call('postPanelEvent', end)).status).toBe(200)
  expect(codesOf(await sit(panel.code, 1))).toEqual(['id:panel-ended'])
  const row = await listed(panel.id)
  expect(panelNow(row, row.events).keptAway).toEqual([0])
})

it('is refused where nothing could be told from it', async () => {
  const refused = async (over: Partial<Body>) => codesOf(await crew.call('postPanel', { body: panelBody(stand, over) }))
  const { samples, servings, code } = await setUp()
  expect(await refused({ samples: samples.slice(0, 1) })).toEqual(['samples:panel-samples'])
  expect(await refused({ kind: 'ranking' })).toEqual(['samples:panel-samples'])
  expect(await refused({ servings: servings.map((row) => row.slice(0, 2)) })).toEqual(['servings:panel-servings'])
  expect(await refused({ servings: [servings[0]!, servings[0]!] })).toEqual(['servings:panel-codes'])
  expect(await refused({ code })).toEqual(['code:panel-code-taken'])
  const two = servings.map((row) => row.slice(0, 2).map((c, i) => ({ ...c, sample: i })))
  expect(await refused({ kind: 'which-is-more', servings: two })).toEqual(['asked:panel-asks-nothing'])
  const event = { kind: 'answered' as const, seat: 9, answer: { kind: 'chosen' as const, code: servings[0]![0]!.code } }
  const late = await crew.call('postPanelEvent', { params: { id: uuid() }, body: { id: uuid(), event } })
  expect(late.status).toBe(404)
})

it('what it is about, and what was decided of it, come back as they were told', async () => {
  const about = { kind: 'series' as const, id: uuid(), recipeId: uuid() }
  const panel = await setUp({ about })
  const decide = (sample: number) => {
    const event = { kind: 'decided' as const, as: 'sample' as const, sample }
    return crew.call('postPanelEvent', { params: { id: panel.id }, body: { id: uuid(), event } })
  }
  expect(codesOf(await decide(2))).toEqual(['sample:not-found'])
  expect((await decide(1)).status).toBe(200)
  const row = await listed(panel.id)
  expect([row.about, panelNow(row, row.events).decided]).toMatchObject([about, { as: 'sample', sample: 1 }])
  expect((await listed((await setUp()).id)).about).toBeNull()
})

it('a code opens nothing after a day, and guessing it ends', async () => {
  const panel = await setUp()
  await Panel.update({ at: new Date(Date.now() - 25 * 36e5) }, { where: { id: panel.id } })
  expect((await look(panel.code)).status).toBe(404)
  const guesses = []
  for (let i = 0; i < 9; i++) guesses.push((await look('ZZZZZZ')).status)
  expect(guesses).toEqual([...Array(8).fill(404), 429])
  expect((await look('no')).status).toBe(422)
})

it('how a tongue did is for its person and the owner', async () => {
  const body = {
    id: uuid(),
    standId: stand,
    of: 'sour' as const,
    unit: 'ta' as const,
    answers: [{ apart: 0.1, right: true }],
  }
  expect((await crew.call('postTraining', { body })).status).toBe(200)
  const of = async (who: Client) =>
    (await who.call('trainings', { query: { stand } })).body.some((t: { id: string }) => t.id === body.id)
  expect([await of(crew), await of(lead), await of(owner)]).toEqual([true, false, true])
  const none = { ...body, id: uuid(), answers: [] }
  expect((await crew.call('postTraining', { body: none })).status).toBe(422)
  const named = [{ word: 'sour' as const, guess: 0.5, truth: 0.7 }]
  expect((await crew.call('postTraining', { body: { ...none, named } })).status).toBe(200)
  const [kept] = (await crew.call('trainings', { query: { stand } })).body
  expect(kept).toMatchObject({ id: none.id, answers: [], named })
})
