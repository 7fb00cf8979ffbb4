import type { Scale } from '#core/batch'
import { useCatalogue } from '~/stores/catalogue'
import { useSession } from '~/stores/session'

/** What a scale takes where nobody said what scales there are: everything, in the stand's own step. */
const UNKNOWN_G = 1e6

/** Scales of the stand. */
export function useScales() {
  const session = useSession()
  const catalogue = useCatalogue()
  return computed((): Scale[] => {
    const own = catalogue.equipment.flatMap(({ standId, kind, name, capacityG, stepG }) =>
      standId === session.standId && kind === 'scale' && capacityG && stepG ? [{ name, capacityG, stepG }] : [],
    )
    return own.length ? own : [{ name: '', capacityG: UNKNOWN_G, stepG: session.stand?.massStepG || 1 }]
  })
}
