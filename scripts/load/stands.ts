import { v7 as uuid } from 'uuid'
import { signIn } from '../lib/sign-in'

// What a busy Saturday needs before it begins: stands with somebody on each, fruit, and a vessel at each hatch.

export interface Caller {
  (method: string, path: string, body?: object): Promise<{ status: number; body: never }>
}
export const caller =
  (url: string, cookie: string): Caller =>
  async (method, path, body) => {
    const answer = await fetch(`${url}/api/v1/${path}`, {
      method,
      headers: { cookie, 'idempotency-key': uuid(), ...(body ? { 'content-type': 'application/json' } : {}) },
      body: body && JSON.stringify(body),
    })
    return { status: answer.status, body: (await answer.json()) as never }
  }

export interface LoadStand {
  id: string
  /** sessions of its tablets */
  cookies: string[]
  crates: string[]
  holdId: string
  /** mL that are in its vessel, as its tablets told it */
  inMl: number
  runId: string
}
export const VESSEL_ML = 20_000
/** Versions that are poured and made. */
export interface Standards {
  drink: string
  prep: string
}

const PASSWORD = 'of-this-run-only'

/** Every call must be done: a stand without its fruit would make a quiet Saturday. */
async function must(call: ReturnType<Caller>): Promise<never> {
  const { status, body } = await call
  if (status !== 200) throw new Error(`${status} ${JSON.stringify(body)}`)
  return body
}

export async function standardsOf(ask: Caller): Promise<Standards> {
  const { recipes } = (await must(ask('GET', 'recipes'))) as {
    recipes: { kind: string; standard: { id: string } | null }[]
  }
  const first = (kind: string): string => recipes.find((r) => r.kind === kind && r.standard)!.standard!.id
  return { drink: first('drink'), prep: first('prep') }
}

export async function openStands(
  url: string,
  many: number,
  tablets: number,
  standards: Standards,
  ask: Caller,
  at: string,
): Promise<LoadStand[]> {
  const [{ id: _, bench: __, ...settings }] = (await must(ask('GET', 'stands'))) as [{ id: string; bench: string }]
  const out: LoadStand[] = []
  for (let i = 0; i < many; i++) {
    const stand: LoadStand = { id: uuid(), cookies: [], crates: [], holdId: uuid(), inMl: 0, runId: uuid() }
    await must(ask('PUT', `stands/${stand.id}`, { ...settings, name: `Stand ${i + 1}`, version: 0 }))
    const [login, where] = [`load-${i}`, [{ standId: stand.id, role: 'crew' }]]
    const person = { id: uuid(), name: `Crew ${i + 1}`, login, password: PASSWORD, role: 'crew', locale: 'en' }
    await must(ask('POST', 'people', { ...person, stands: where }))
    for (let t = 0; t < tablets; t++) stand.cookies.push(await signIn(url, login, PASSWORD))
    for (let c = 0; c < 3; c++) {
      const id = uuid()
      await must(ask('POST', 'lots', { ...lotBody(id, stand.id, 200), at }))
      stand.crates.push(id)
    }
    const how = { way: 'cold', control: 'cold', washMin: 240, wPerK: 1.3, roomC: 22 }
    const vessel = { name: 'Dispenser', capacityMl: VESSEL_ML }
    await must(
      ask('POST', 'holds', { id: stand.holdId, standId: stand.id, versionId: standards.drink, vessel, ...how, at }),
    )
    await must(ask('POST', 'runs', { id: stand.runId, standId: stand.id, name: 'Of the morning', times: 1, at }))
    out.push(stand)
  }
  return out
}

export const lotBody = (id: string, standId: string, kg: number): object => ({
  ...{ id, standId, ingredientKey: 'lemon', supplier: null, kg, price: null, count: null },
})
