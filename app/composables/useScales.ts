import type { Scale } from '#core/batch'
import { useSession } from '~/stores/session'

/** Scales of the stand; where nobody said what there is, one that takes everything in the stand's own step. */
export function useScales() {
  const session = useSession()
  return computed((): Scale[] => [{ name: '', capacityG: 1e6, stepG: session.stand?.massStepG || 1 }])
}
