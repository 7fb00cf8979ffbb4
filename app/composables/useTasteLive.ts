import { useSession } from '~/stores/session'
import { useTaste } from '~/stores/taste'
import { tasteChanges } from '~/utils/taste-changes'

/** Panels as they are here, and again whenever somebody has told something of one. */
export function useTasteLive(): void {
  const taste = useTaste()
  const session = useSession()
  watch([() => session.standId, tasteChanges], () => void taste.load(), { immediate: true })
}
