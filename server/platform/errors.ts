import { verdictOn } from '#core/limits'
import type { ProblemField } from '#shared/problem'

/** What a service says no with: a status, a code, and the fields it is about. Sentences are the screen's. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly errors: ProblemField[] = [],
    readonly current?: unknown,
  ) {
    super(code)
    this.name = 'Refusal'
  }
}

export const notFound = (field: string) => new Refusal(404, 'not-found', [{ field, code: 'not-found' }])
/** For what would be told at a stand that serves no more. */
export const standClosed = () => new Refusal(409, 'stand-closed', [{ field: 'standId', code: 'stand-closed' }])
export const invalid = (errors: ProblemField[]) => new Refusal(422, 'invalid', errors)
/** A stale write: somebody else was faster; `current` is the row as it is now. */
export const stale = (current: unknown) => new Refusal(409, 'stale', [], current)

/** Limits refuse; doubts ask, unless they were confirmed by code. */
export function refuseUnlessConfirmed(found: Parameters<typeof verdictOn>[0], confirmed: readonly string[]): void {
  const verdict = verdictOn(found, confirmed)
  if (verdict) throw new Refusal(verdict.code === 'invalid' ? 422 : 409, verdict.code, verdict.errors)
}
