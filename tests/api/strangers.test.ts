import { randomBytes } from 'node:crypto'
import { connect } from 'node:net'
import { zipSync } from 'fflate'
import { closeDatabase, database } from '../../server/db/connect'
import { networkOf } from '../../server/people/attempts'
import { sendArchive } from './archives'
import { BASE, type Client, OWNER, people, raw, signIn, uuid } from './client'
import { zipOf } from './zip'

// What somebody without a session may not do: hold up the server, fill it, or keep its people out.
/** An installation that nobody set up. */
const EMPTY = process.env.OLVEX_TEST_EMPTY!
let owner: Client
beforeAll(async () => {
  ;({ owner } = await people())
})
beforeEach(() => database().query('DELETE FROM sign_in_attempt'))
afterAll(closeDatabase)

/** Sends a request by hand, as no browser would, and gives what came back and how much of the body went out. */
function byHand(
  base: string,
  head: string[],
  body: (write: (part: Buffer, gone?: () => void) => void) => unknown,
  withinMs = 20_000,
): Promise<{ said: string; tookMs: number; sent: number }> {
  const { hostname, port } = new URL(base)
  const at = Date.now()
  let said = ''
  let sent = 0
  return new Promise((done) => {
    const socket = connect(Number(port), hostname, () => {
      socket.write(`${head.join('\r\n')}\r\n\r\n`)
      body((part, gone) => {
        if (!socket.destroyed)
          socket.write(part, (e) => {
            if (e) return
            sent += part.length
            gone?.()
          })
      })
    })
    const end = (): void => {
      clearTimeout(limit)
      socket.destroy()
      done({ said, tookMs: Date.now() - at, sent })
    }
    const limit = setTimeout(end, withinMs)
    socket
      .on('data', (d) => (said += d.toString('latin1')))
      .on('close', end)
      .on('error', () => undefined)
  })
}
const CHUNK = 64 * 1024
/** 400 MB that name no length, as fast as they are taken. */
function endless(write: (part: Buffer, gone?: () => void) => void): void {
  const part = Buffer.concat([Buffer.from(`${CHUNK.toString(16)}\r\n`), Buffer.alloc(CHUNK, 97), Buffer.from('\r\n')])
  let left = 6400
  const more = (): void => {
    if (left-- > 0) write(part, more)
  }
  more()
}
const head = (line: string, ...more: string[]): string[] => [
  line,
  `Host: ${new URL(BASE).host}`,
  'Content-Type: application/json',
  ...more,
]
/** MB that the server holds, garbage left out. */
async function memory(): Promise<number> {
  return Number(await (await fetch(`${process.env.OLVEX_TEST_CONTROL}/memory`)).text()) / 2 ** 20
}

describe('a body', () => {
  it.each([
    'POST /api/v1/session',
    'POST /api/v1/pin',
    'POST /api/v1/setup',
    'POST /api/v1/lots',
    'PUT /api/v1/session',
    'DELETE /api/v1/session',
    'GET /api/v1/lots',
    'POST /api/v1/archive',
    'POST /nowhere',
  ])('of %s without a length is refused while it comes, and not kept', async (line) => {
    const grown: number[] = []
    // Other tests ask the same server, which keeps some of their answers: what is kept of a body is kept of every one.
    for (let attempt = 0; attempt < 3 && !grown.some((mb) => mb < 10); attempt++) {
      const before = await memory()
      const { said, sent } = await byHand(BASE, head(`${line} HTTP/1.1`, 'Transfer-Encoding: chunked'), endless)
      expect(said).toMatch(/^HTTP\/1\.1 [24]\d\d /)
      expect(sent).toBeLessThan(30 * 2 ** 20)
      grown.push((await memory()) - before)
    }
    expect(Math.min(...grown)).toBeLessThan(10)
  })
  it('is read to the byte that is allowed, and not to the one after it', async () => {
    const cookie = { cookie: owner.cookie }
    const padded = (bytes: number): string => `{"x":"${'y'.repeat(bytes - 8)}"}`
    expect((await raw('POST', '/api/v1/lots', { text: padded(64 * 1024), headers: cookie })).status).toBe(422)
    expect((await raw('POST', '/api/v1/lots', { text: padded(64 * 1024 + 1), headers: cookie })).body.errors).toEqual([
      { field: '', code: 'body-too-large', numbers: { most: 65536 } },
    ])
  })
  it('of a stranger is not read at all: who asks is refused first', async () => {
    const { said, tookMs } = await byHand(
      BASE,
      head('POST /api/v1/lots HTTP/1.1', 'Content-Length: 1000'),
      () => undefined,
      5000,
    )
    expect(said).toContain('401')
    expect(tookMs).toBeLessThan(6000)
    expect(
      (await byHand(BASE, head('POST /api/v1/archive HTTP/1.1', 'Content-Length: 90000000'), () => undefined, 5000))
        .said,
    ).toContain('already-set-up')
  })
  it('of somebody whose session ends while it comes is refused', async () => {
    const { cookie } = await signIn(OWNER.login, OWNER.password)
    const text = JSON.stringify({ locale: 'en' })
    const { said } = await byHand(
      BASE,
      head('PUT /api/v1/session HTTP/1.1', `Cookie: ${cookie}`, `Origin: ${BASE}`, `Content-Length: ${text.length}`),
      async (write) => {
        write(Buffer.from(text.slice(0, 3)))
        await new Promise((done) => setTimeout(done, 400))
        await raw('DELETE', '/api/v1/session', { headers: { cookie } })
        write(Buffer.from(text.slice(3)))
      },
      5000,
    )
    expect(said).toMatch(/^HTTP\/1\.1 401 /)
  })
  it('that does not come is waited for fifteen seconds, and headers ten', async () => {
    const [body, headers, nothing] = await Promise.all([
      byHand(
        BASE,
        head('POST /api/v1/session HTTP/1.1', 'Content-Length: 500'),
        (write) => void write(Buffer.from('{')),
        25_000,
      ),
      byHand(BASE, ['GET /api/health HTTP/1.1', 'X-Slow: a'].slice(0, 1), () => undefined, 25_000),
      byHand(BASE, [''], () => undefined, 25_000),
    ])
    expect([body.said.slice(0, 12), body.said.includes('body-too-slow')]).toEqual(['HTTP/1.1 408', true])
    expect(body.tookMs).toBeLessThan(19_000)
    for (const slow of [headers, nothing]) expect(slow.tookMs).toBeLessThan(16_000)
  })
})

describe('an archive for an empty installation', () => {
  const read = (bytes: Uint8Array) => sendArchive(EMPTY, bytes, OWNER.login)
  const codeOf = async (r: Response) => [
    r.status,
    ((await r.json()) as { errors?: { code: string }[]; code: string }).errors?.[0]?.code,
  ]
  const manifest = (tables: object) =>
    new TextEncoder().encode(JSON.stringify({ format: 'olvex-archive', version: 1, schema: 1, madeAt: 'x', tables }))
  const zeros = new Uint8Array(200 * 2 ** 20)
  it.each<[string, () => Uint8Array]>([
    [
      'a bomb, 600 MB in one',
      () =>
        zipOf({
          'manifest.json': manifest({ lot: { rows: 0, sha256: '' } }),
          'tables/lot.jsonl': zeros,
          'tables/press.jsonl': zeros,
          'tables/price.jsonl': zeros,
        }),
    ],
    [
      'one line of 200 MB',
      () => zipOf({ 'manifest.json': manifest({ lot: { rows: 1, sha256: '' } }), 'tables/lot.jsonl': zeros }),
    ],
    ['a path out of it', () => zipSync({ 'manifest.json': manifest({}), '../../etc/passwd': new Uint8Array(1) })],
    ['a path from the root', () => zipSync({ 'manifest.json': manifest({}), '/etc/passwd': new Uint8Array(1) })],
    [
      'a table that nobody has',
      () =>
        zipSync({
          'manifest.json': manifest({ session: { rows: 0, sha256: '' } }),
          'tables/session.jsonl': new Uint8Array(0),
        }),
    ],
    [
      'ten thousand files',
      () =>
        zipSync(
          Object.fromEntries(Array.from({ length: 10_000 }, (_, i) => [`tables/${i}.jsonl`, new Uint8Array(0)])),
          { level: 0 },
        ),
    ],
    [
      'what is nested a thousand deep',
      () =>
        zipSync({
          'manifest.json': manifest({ lot: { rows: 1, sha256: '' } }),
          'tables/lot.jsonl': new TextEncoder().encode(`${'{"a":'.repeat(1000)}1${'}'.repeat(1000)}\n`),
        }),
    ],
    ['noise', () => new Uint8Array(randomBytes(200_000))],
    ['nothing', () => new Uint8Array(0)],
  ])(
    '%s is refused, and nothing is read',
    async (_, bytes) => {
      expect(await codeOf(await read(bytes()))).toEqual([422, 'archive-unreadable'])
      expect(((await (await fetch(`${EMPTY}/api/v1/setup`)).json()) as { needed: boolean }).needed).toBe(true)
    },
    60_000,
  )
  it('comes one at a time, and others are answered meanwhile', async () => {
    const boundary = 'xyz'
    const slow = byHand(
      EMPTY,
      [
        'POST /api/v1/archive HTTP/1.1',
        `Host: ${new URL(EMPTY).host}`,
        `Content-Type: multipart/form-data; boundary=${boundary}`,
        'Content-Length: 50000000',
      ],
      (write) => void write(Buffer.from(`--${boundary}\r\nContent-Disposition: form-data; name="login"\r\n\r\nx\r\n`)),
      4000,
    )
    await new Promise((done) => setTimeout(done, 500))
    expect(await codeOf(await read(new Uint8Array(10)))).toEqual([409, 'archive-running'])
    const at = Date.now()
    expect((await fetch(`${EMPTY}/api/health`)).status).toBe(200)
    expect(Date.now() - at).toBeLessThan(1500)
    await slow
  })
})

describe('wrong passwords', () => {
  const tryIn = (login: string, password: string, cookie = '') =>
    raw('POST', '/api/v1/session', { body: { login, password }, headers: { cookie } })
  const cookiesOf = async (login: string, password: string): Promise<string> => {
    const a = await fetch(`${BASE}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ login, password }),
    })
    return a.headers
      .getSetCookie()
      .map((c) => c.split(';')[0]!)
      .find((c) => c.startsWith('olvex-known='))!
  }
  it('of a stranger do not keep out whoever signed in here before, nor an enrolled tablet, and bring no more guesses', async () => {
    const known = await cookiesOf(OWNER.login, OWNER.password)
    const tablet = await fetch(`${BASE}/api/v1/devices`, {
      method: 'POST',
      body: JSON.stringify({ id: uuid(), name: 'Door' }),
      headers: { 'content-type': 'application/json', cookie: owner.cookie },
    })
    const enrolled = tablet.headers.getSetCookie()[0]!.split(';')[0]!
    const tries = []
    for (let i = 0; i < 12; i++) tries.push((await tryIn(OWNER.login, `wrong-${i}`)).status)
    expect(tries).toEqual([...Array(8).fill(401), ...Array(4).fill(429)])
    expect((await tryIn(OWNER.login, OWNER.password)).status).toBe(429)
    expect([
      (await tryIn(OWNER.login, OWNER.password, known)).status,
      (await tryIn(OWNER.login, OWNER.password, enrolled)).status,
    ]).toEqual([200, 200])
  })
  it('of one address do not keep out the known devices of others', async () => {
    const known = await cookiesOf(OWNER.login, OWNER.password)
    for (let i = 0; i < 40; i++) expect((await tryIn(`nobody-${i}`, 'wrong')).status).toBe(401)
    expect([
      (await tryIn('nobody-41', 'wrong')).status,
      (await tryIn(OWNER.login, OWNER.password)).status,
      (await tryIn(OWNER.login, OWNER.password, known)).status,
    ]).toEqual([429, 429, 200])
  })
  it('from a known device are counted by it, and a cookie of one person is none for another', async () => {
    const id = uuid()
    await owner.call('postPerson', {
      body: { id, name: 'Fay', login: `fay-${id}`, password: 'long-enough', role: 'crew' },
    })
    const known = await cookiesOf(`fay-${id}`, 'long-enough')
    for (let i = 0; i < 8; i++) expect((await tryIn(OWNER.login, 'wrong')).status).toBe(401)
    expect((await tryIn(OWNER.login, OWNER.password, known)).status).toBe(429)
    for (let i = 0; i < 8; i++) expect((await tryIn(`fay-${id}`, 'wrong', known)).status).toBe(401)
    expect((await tryIn(`fay-${id}`, 'long-enough', known)).status).toBe(429)
    await database().query('DELETE FROM sign_in_attempt')
    // A new password makes what was known unknown.
    await owner.call('resetPassword', { params: { id }, body: { password: 'another-one' } })
    for (let i = 0; i < 8; i++) await tryIn(`fay-${id}`, 'wrong')
    expect((await tryIn(`fay-${id}`, 'another-one', known)).status).toBe(429)
  })
  it('and right ones, 80 at once, do not hold up whoever reads', async () => {
    const signing = Promise.all(Array.from({ length: 80 }, () => tryIn(OWNER.login, OWNER.password)))
    const took: number[] = []
    for (let i = 0; i < 40; i++) {
      const at = performance.now()
      expect((await owner.call('cups')).status).toBe(200)
      took.push(performance.now() - at)
    }
    expect(took.sort((a, b) => a - b)[37]!).toBeLessThan(500)
    expect((await signing).map((a) => a.status)).toEqual(Array(80).fill(200))
  }, 120_000)
  it.each([
    ['127.0.0.1', '127.0.0.1'],
    ['::ffff:10.0.0.7', '10.0.0.7'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
    ['2001:db8:1:2::9', '2001:db8:1:2'],
    ['::1', '0:0:0:0'],
    ['fe80::1%eth0', 'fe80:0:0:0'],
    ['unknown', 'unknown'],
  ])('from %s count for %s', (address, network) => expect(networkOf(address)).toBe(network))
})

it.each([
  'evil.example',
  'evil.example:80',
  '127.0.0.1.evil.example',
  'localhost.evil.example',
  '[::2]',
  '10.0.0.1',
  '',
])('a name that is not ours, “%s”, gets nothing, its own origin or not', async (host) => {
  const { said } = await byHand(
    BASE,
    ['GET /api/v1/setup HTTP/1.1', `Host: ${host}`, `Origin: http://${host}`, 'Connection: close'],
    () => undefined,
    3000,
  )
  expect(said).toMatch(/^HTTP\/1\.1 4(21|00) /)
  expect(said).not.toContain('needed')
})
it.each(['localhost', '127.0.0.1', '[::1]', '127.8.9.1:4620'])('this machine’s own name %s is ours', async (host) => {
  expect(
    (await byHand(BASE, ['GET /api/v1/setup HTTP/1.1', `Host: ${host}`, 'Connection: close'], () => undefined, 3000))
      .said,
  ).toMatch(/^HTTP\/1\.1 200 /)
})

describe('what rests on a session ends with it', () => {
  const made = async (role: 'crew' | 'lead') => {
    const id = uuid()
    await owner.call('postPerson', { body: { id, name: 'Gil', login: `gil-${id}`, password: 'long-enough', role } })
    return { id, client: await signIn(`gil-${id}`, 'long-enough') }
  }
  it.each([
    ['crew', 'lead'],
    ['lead', 'crew'],
    ['lead', 'owner'],
  ] as const)('from %s to %s', async (from, to) => {
    const { id, client } = await made(from)
    expect(
      (await owner.call('putPerson', { params: { id }, body: { name: 'Gil', role: to, active: true, version: 1 } }))
        .status,
    ).toBe(200)
    expect((await client.call('me')).status).toBe(401)
    await owner.call('putPerson', { params: { id }, body: { name: 'Gil', role: to, active: false, version: 2 } })
  })
  it('but not with a new name', async () => {
    const { id, client } = await made('crew')
    await owner.call('putPerson', { params: { id }, body: { name: 'Gillian', role: 'crew', active: true, version: 1 } })
    expect((await client.call('me')).status).toBe(200)
  })
  it.each([null, '3816'])('a PIN that becomes %s ends what the old one opened, and nothing else', async (pin) => {
    const { id, client } = await made('crew')
    await owner.call('setPin', { params: { id }, body: { pin: '2719' } })
    const tablet = await fetch(`${BASE}/api/v1/devices`, {
      method: 'POST',
      body: JSON.stringify({ id: uuid(), name: 'Door' }),
      headers: { 'content-type': 'application/json', cookie: owner.cookie },
    })
    const opened = await raw('POST', '/api/v1/pin', {
      body: { personId: id, pin: '2719' },
      headers: { cookie: tablet.headers.getSetCookie()[0]!.split(';')[0]! },
    })
    const byPin = { cookie: opened.cookie! }
    expect((await raw('GET', '/api/v1/session', { headers: byPin })).status).toBe(200)
    await owner.call('setPin', { params: { id }, body: { pin } })
    expect([
      (await raw('GET', '/api/v1/session', { headers: byPin })).status,
      (await client.call('me')).status,
    ]).toEqual([401, 200])
  })
})
