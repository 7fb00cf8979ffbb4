import { api, ApiProblem, noAnswer, tagged } from '../../app/utils/api'

const real = globalThis.fetch
afterEach(() => {
  globalThis.fetch = real
})
const answering = (body: string, init: ResponseInit): void => {
  globalThis.fetch = () => Promise.resolve(new Response(body, init))
}
const JSON_TYPE = { 'content-type': 'application/json' }
const failed = (work: Promise<unknown>): Promise<ApiProblem> =>
  work.then(
    () => {
      throw new Error('it was taken for an answer')
    },
    (e: ApiProblem) => e,
  )

it.each([
  ['a page that wants a sign-in to the network', '<html>', { status: 200, headers: { 'content-type': 'text/html' } }],
  ['an empty answer', '', { status: 200, headers: {} }],
  ['half an answer', '{"id":', { status: 200, headers: JSON_TYPE }],
])('%s is no answer of ours', async (_, body, init) => {
  answering(body, init)
  const e = await failed(api('postPrice', { body: { id: 'x', ingredientKey: 'water', packPrice: 1, packG: 1000 } }))
  expect([e.problem.status, e.code, noAnswer(e)]).toEqual([0, 'no-answer', true])
})
it('a failure of what stands before us keeps its number', async () => {
  answering('Bad gateway', { status: 502, headers: { 'content-type': 'text/html' } })
  expect((await failed(api('cups'))).problem.status).toBe(502)
})
it('an answer comes with its tag, and one that has not changed is none', async () => {
  answering('[]', { status: 200, headers: { ...JSON_TYPE, etag: '"a"' } })
  expect(await tagged('cups', {})).toEqual({ reply: [], tag: '"a"' })
  globalThis.fetch = () => Promise.resolve(new Response(null, { status: 304 }))
  expect(await tagged('cups', { tag: '"a"' })).toEqual({ reply: null, tag: '"a"' })
})
