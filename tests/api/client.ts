import { v7 as uuid } from 'uuid'
import { contract, MONEY_NAMES, type BodyInput, type Contract, type Endpoint } from '../../shared/contract'
import { newDrink, withLayer } from '../../core/recipe'

export const BASE = process.env.OLVEX_TEST_URL!
export interface Answer {
  status: number
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are looked into field by field
  body: any
  cookie: string | null
}

/** What an answer says is wrong, field by field. */
export const codesOf = (a: Answer): string[] =>
  (a.body.errors ?? []).map((e: { field: string; code: string }) => `${e.field}:${e.code}`)

/** A plain request, as somebody without our program would send it. */
export async function raw(
  method: string,
  path: string,
  over: { body?: unknown; text?: string; headers?: Record<string, string>; base?: string } = {},
): Promise<Answer> {
  const body = over.text ?? (over.body === undefined ? undefined : JSON.stringify(over.body))
  const response = await fetch((over.base ?? BASE) + path, {
    method,
    body,
    headers: { 'content-type': 'application/json', 'idempotency-key': uuid(), ...over.headers },
  })
  const cookie = response.headers.get('set-cookie')?.split(';')[0] ?? null
  return { status: response.status, body: await response.json().catch(() => null), cookie }
}

type Call<K extends keyof Contract> = {
  params?: Record<string, string>
  query?: Record<string, string>
  body?: BodyInput<K>
  key?: string
}

export class Client {
  constructor(
    readonly cookie: string,
    private readonly base = BASE,
  ) {}
  /** The same session at another process of the business. */
  at(base: string): Client {
    return new Client(this.cookie, base)
  }
  call<K extends keyof Contract>(id: K, c: Call<K> = {}): Promise<Answer> {
    const e = contract[id] as Endpoint
    const path =
      e.path.replace(/\{(\w+)\}/g, (_, name: string) => c.params?.[name] ?? uuid()) +
      (c.query ? `?${new URLSearchParams(c.query)}` : '')
    return raw(e.method, path, {
      base: this.base,
      body: e.method === 'POST' || e.method === 'PUT' ? (c.body ?? {}) : undefined,
      headers: { cookie: this.cookie, ...(c.key ? { 'idempotency-key': c.key } : {}) },
    })
  }
}

export const OWNER = {
  business: 'Test Drinks',
  stand: 'Pier',
  timeZone: 'Europe/Lisbon',
  owner: 'Ada',
  login: 'ada',
  password: 'sour-and-sweet',
  locale: 'en' as const,
}
export const CREW = {
  name: 'Ben',
  login: 'ben',
  password: 'press-all-day',
  role: 'crew' as const,
  locale: 'en' as const,
}

/** An amount of money in an answer, as text. */
export const MONEY = new RegExp(`"(${[...MONEY_NAMES].join('|')})":\\s*-?\\d`)
export const LEAD = {
  name: 'Cleo',
  login: 'cleo',
  password: 'plans-the-day',
  role: 'lead' as const,
  locale: 'en' as const,
}

export async function signIn(login: string, password: string): Promise<Client> {
  const a = await raw('POST', '/api/v1/session', { body: { login, password } })
  if (a.status !== 200) throw new Error(`sign-in ${a.status} ${JSON.stringify(a.body)}`)
  return new Client(a.cookie!)
}

/** Owner and crew of the installation under test, which the first test run sets up. */
export async function people(): Promise<{ owner: Client; crew: Client; stand: string }> {
  await raw('POST', '/api/v1/setup', { body: OWNER })
  const owner = await signIn(OWNER.login, OWNER.password)
  await owner.call('postPerson', { body: { id: uuid(), ...CREW } })
  const crew = await signIn(CREW.login, CREW.password)
  return { owner, crew, stand: (await owner.call('stands')).body[0].id as string }
}

/** One stand more, with the settings of the first one and what else is said. @returns its id */
export async function newStand(owner: Client, name: string, over: object = {}): Promise<string> {
  const id = uuid()
  const { id: _, bench: __, ...settings } = (await owner.call('stands')).body[0]
  const body = { ...settings, name, closed: false, version: 0, ...over }
  const made = await owner.call('putStand', { params: { id }, body })
  if (made.status !== 200) throw new Error(JSON.stringify(made.body))
  return id
}

export async function weighIn(
  c: Client,
  standId: string,
  kg: number,
  over: object = {},
): Promise<{ id: string; answer: Answer }> {
  const id = uuid()
  const answer = await c.call('postLot', {
    body: {
      id,
      standId,
      ingredientKey: 'lemon',
      supplier: 'Grove',
      kg,
      price: { paid: 2.5, per: 'kg' },
      count: null,
      ...over,
    },
  })
  return { id, answer }
}
export const pressBody = (lotId: string, over: object = {}): BodyInput<'postPress'> & { juiceLotId: string } => ({
  id: uuid(),
  lotId,
  juiceLotId: uuid(),
  takenKg: 1,
  trimmedKg: null,
  juice: { value: 400, unit: 'mL' },
  method: 'hand-reamer',
  minutes: 3,
  ...over,
})
export async function makeDrink(c: Client, name = 'Lemonade'): Promise<{ id: string; body: BodyInput<'putRecipe'> }> {
  const id = uuid()
  const draft = withLayer(
    withLayer(newDrink(null, 300), { ingredient: 'lemon-juice' }, { value: 40, unit: 'mL' }),
    { ingredient: 'white-sugar' },
    { value: 30, unit: 'g' },
  )
  const body = { kind: 'drink' as const, name, family: 'lemonade' as const, draft, sellPrice: 3, version: 0 }
  const a = await c.call('putRecipe', { params: { id }, body })
  if (a.status !== 200) throw new Error(JSON.stringify(a.body))
  return { id, body }
}
export { uuid }
