import { defineStore } from 'pinia'
import type { Person } from '#shared/contract'

/** Who is signed in, and what the server's clock says: what every other store may ask. */
export const useWho = defineStore('who', () => {
  const person = ref<Person | null>(null)
  /** ms by which the server's clock is ahead of this one */
  const ahead = ref(0)
  /** Now, by the server's clock. */
  const now = (): Date => new Date(Date.now() + ahead.value)
  return { person, ahead, now }
})
