import { v7 as uuid } from 'uuid'
import { verdictOn } from '#core/limits/verdict'
import type { BodyInput, Contract, Reply } from '#shared/contract'
import { isKeyed, ROUTES, type Route } from '#shared/routes'
import type { Problem, ProblemField } from '#shared/problem'

/** What the server said no with. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.code)
  }
  get code(): string {
    return this.problem.code
  }
  get errors(): ProblemField[] {
    return this.problem.errors ?? []
  }
}

const RETRY_MS = 200
/** What a proxy says when the server behind it is gone, and how long it takes to see that and choose another. */
const GATEWAY = new Set([502, 504])
const GATEWAY_MS = 1000
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

type Call<K extends keyof Contract> = {
  params?: Record<string, string>
  query?: Record<string, string>
  body?: BodyInput<K>
  file?: Blob
  key?: string
  timeoutMs?: number
}

/** Whether an error is that nobody answered: no connection, or a server whose database is down. */
export const noAnswer = (e: unknown): boolean =>
  e instanceof ApiProblem && (e.problem.status === 0 || e.problem.status === 503)

/** One call of the contract. A write carries its key, so that sending it twice does it once. */
export const api = async <K extends keyof Contract>(id: K, call: Call<K> = {}): Promise<Reply<K>> =>
  (await tagged(id, call)).reply as Reply<K>

/**
 * The same, with the tag of the answer. Asked with a tag, the answer is null where nothing has changed since.
 */
export async function tagged<K extends keyof Contract>(
  id: K,
  call: Call<K> & { tag?: string | null },
): Promise<{ reply: Reply<K> | null; tag: string | null }> {
  const endpoint: Route = ROUTES[id]
  const path = endpoint.path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(call.params?.[name] ?? ''))
  const query = call.query ? `?${new URLSearchParams(call.query)}` : ''
  const headers: Record<string, string> = {}
  // A form says itself what it is.
  if (call.body !== undefined && !call.file) headers['content-type'] = 'application/json'
  if (isKeyed(endpoint)) headers['idempotency-key'] = call.key ?? uuid()
  if (call.tag) headers['if-none-match'] = call.tag
  const request = {
    method: endpoint.method,
    headers,
    body: call.file
      ? formOf(endpoint.file!, call.file, call.body as Record<string, string>)
      : call.body === undefined
        ? undefined
        : JSON.stringify(call.body),
    signal: call.timeoutMs ? AbortSignal.timeout(call.timeoutMs) : undefined,
  }
  let response: Response
  try {
    response = await asked(path + query, request)
  } catch {
    throw new ApiProblem({ type: 'about:blank', title: 'no-answer', status: 0, code: 'no-answer' })
  }
  if (response.status === 304) return { reply: null, tag: call.tag ?? null }
  // Whatever is between, such as the page of a wireless network that wants a sign-in, may answer in our place: that is
  // no answer of ours.
  const isOurs = response.headers.get('content-type')?.includes('json') ?? false
  const reply: unknown = isOurs ? await response.json().catch(() => null) : null
  if (reply === null)
    throw new ApiProblem({
      type: 'about:blank',
      title: 'no-answer',
      status: response.ok ? 0 : response.status,
      code: 'no-answer',
    })
  if (!response.ok) throw new ApiProblem(reply as Problem)
  return { reply: reply as Reply<K>, tag: response.headers.get('etag') }
}

/**
 * A connection that broke is tried once more, and so is one whose server went away behind what stands before it: reads
 * may be, and writes carry their key.
 */
async function asked(url: string, request: RequestInit): Promise<Response> {
  const once = (): Promise<Response> => fetch(url, request)
  const answer = await once().catch(() => null)
  if (answer && !GATEWAY.has(answer.status)) return answer
  await pause(answer ? GATEWAY_MS : RETRY_MS)
  return once()
}

function formOf(name: string, file: Blob, fields: Record<string, string>): FormData {
  const form = new FormData()
  for (const [field, value] of Object.entries(fields)) form.set(field, value)
  form.set(name, file)
  return form
}
/** Reads again in the background; that nobody answers, or that the session is over, is said elsewhere. */
export const inBackground = (work: Promise<unknown>): void =>
  void work.catch((e: unknown) => {
    if (!(e instanceof ApiProblem)) throw e
  })

/**
 * The core's rules asked before anything is sent, and answered as the server would: so they hold without a connection.
 */
export function refuseHere(found: Parameters<typeof verdictOn>[0], confirmed: readonly string[]): void {
  const verdict = verdictOn(found, confirmed)
  if (verdict)
    throw new ApiProblem({
      type: 'about:blank',
      title: verdict.code,
      status: verdict.code === 'invalid' ? 422 : 409,
      ...verdict,
    })
}

export { uuid }
