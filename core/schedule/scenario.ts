import type { Problem } from './problem'

// A day with something else: what it would be if somebody were ill, or a piece were broken.

/** Somebody is not there at all. */
export const withoutPerson = (problem: Problem, id: string): Problem => ({
  ...problem,
  people: problem.people.filter((p) => p.id !== id),
})

/** One of a kind of piece is not there. */
export const withoutPiece = (problem: Problem, key: string): Problem => ({
  ...problem,
  resources: problem.resources.map((r) => (r.key === key ? { ...r, capacity: Math.max(0, r.capacity - 1) } : r)),
})
