import { useSession } from '~/stores/session'
import { api } from '~/utils/api'

/** Everything is behind sign-in; the first run goes to its form. */
export default defineNuxtRouteMiddleware(async (to) => {
  // A taster's phone has no session.
  if (to.path === '/tasting') return
  const session = useSession()
  const atDoor = to.path === '/sign-in' || to.path === '/first-run'
  if (session.over) await session.gone()
  if (!session.person && !(session.asked && atDoor)) {
    const inside = await session.load()
    if (!inside) {
      const { needed } = await api('getSetup').catch(() => ({ needed: false }))
      const door = needed ? '/first-run' : '/sign-in'
      return to.path === door ? undefined : navigateTo(door)
    }
  }
  if (!session.person) return
  // The core and what it works on are not fetched for the door.
  const { loadAll } = await import('~/stores/all')
  await loadAll()
  if (atDoor || to.path === '/') return navigateTo('/fruit')
})
