import { closeDatabase } from '../../server/db/connect'
import { Bench } from '../../server/devices/simulator'
import { BASE, type Client, CREW, people, signIn } from './client'

let owner: Client
let crew: Client
let stand: string
const bench = new Bench(() => 0.5)
let address: string
beforeAll(async () => {
  ;({ owner, crew, stand } = await people())
  address = `127.0.0.1:${await bench.listen(0)}`
})
afterAll(async () => {
  await setBench(null)
  bench.close()
  await closeDatabase()
})
async function setBench(to: string | null): Promise<{ status: number; body: { errors?: { code: string }[] } }> {
  const { id, ...body } = (await owner.call('stands')).body.find((s: { id: string }) => s.id === stand)
  return owner.call('putStand', { params: { id }, body: { ...body, bench: to } })
}
const listen = (who: Client | null, signal?: AbortSignal) =>
  fetch(`${BASE}/api/v1/bench?stand=${stand}`, {
    headers: { accept: 'text/event-stream', ...(who ? { cookie: who.cookie } : {}) },
    signal,
  })
async function until(read: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 80; i++) {
    if (await read()) return
    await new Promise((done) => setTimeout(done, 100))
  }
  throw new Error('not within 8 s')
}

it('a stand without a bench has no readings; an address that is none is refused', async () => {
  expect((await crew.call('bench', { query: { stand } })).body).toEqual({ readings: [] })
  expect((await setBench('not an address')).body.errors![0]!.code).toBe('bench-address')
})
it('what the bench says is there to ask for, and comes as events to as many as listen', async () => {
  await setBench(address)
  await until(async () =>
    (await crew.call('bench', { query: { stand } })).body.readings.some(
      (r: { device: string; steady: boolean }) => r.device === 'scale' && r.steady,
    ),
  )
  const end = new AbortController()
  const answers = await Promise.all([listen(crew, end.signal), listen(owner, end.signal)])
  bench.command('put scale 777')
  for (const a of answers) {
    expect(a.headers.get('content-type')).toContain('text/event-stream')
    const reader = a.body!.pipeThrough(new TextDecoderStream()).getReader()
    let text = ''
    await until(async () => {
      text += (await reader.read()).value ?? ''
      return /"value":777,"unit":"g","steady":true/.test(text)
    })
  }
  end.abort()
})
it('nobody listens without a session, and a session that ends ends the listening', async () => {
  expect((await listen(null)).status).toBe(401)
  const guest = await signIn(CREW.login, CREW.password)
  const reader = (await listen(guest)).body!.getReader()
  await guest.call('signOut')
  const ended = async (): Promise<true> => {
    while (!(await reader.read()).done);
    return true
  }
  expect(await ended()).toBe(true)
}, 25_000)
