import { defineStore } from 'pinia'
import type { Work } from '#shared/contract'
import { withPendingWork } from '~/outbox/pending'
import { onForget } from '~/utils/forget'
import { useOutbox } from './outbox'
import { useSession } from './session'

/** What was put down of the work on drinks: as it was read, with what this tablet has not sent yet laid over it. */
export const useWorks = defineStore('work', () => {
  const outbox = useOutbox()
  const session = useSession()
  const answered = shallowRef<ReadonlyMap<string, readonly Work[]>>(new Map())
  const of = (recipeId: string): Work[] =>
    withPendingWork(answered.value.get(recipeId) ?? [], outbox.overlay, recipeId, session.person?.name ?? '')

  async function load(recipeId: string): Promise<void> {
    const shown = outbox.reading(['putWork'], (e) => e.body.recipeId === recipeId)
    const rows = await outbox.read('work', { query: { recipe: recipeId } })
    answered.value = new Map(answered.value).set(recipeId, rows)
    shown()
  }
  onForget(() => {
    answered.value = new Map()
  })
  return { of, load }
})
