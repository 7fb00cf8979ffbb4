import { defineStore } from 'pinia'
import type { Person } from '#shared/contract'

/** Whom answers on this tablet are for: another person's, or another role's or stand's, are not shown. */
export const workerOf = (person: Pick<Person, 'id' | 'role' | 'stands'> | null): string =>
  person ? [person.id, person.role, ...(person.stands ?? []).map((s) => `${s.standId}:${s.role}`)].join(' ').trim() : ''
export const isSameWorker = (a: Person | null, b: Person | null): boolean => workerOf(a) === workerOf(b)

/** Who is signed in, and what the server's clock says: what every other store may ask. */
export const useWho = defineStore('who', () => {
  const person = ref<Person | null>(null)
  /** ms by which the server's clock is ahead of this one */
  const ahead = ref(0)
  /** Now, by the server's clock. */
  const now = (): Date => new Date(Date.now() + ahead.value)
  return { person, ahead, now }
})
