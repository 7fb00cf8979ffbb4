import { beyondFridges, changeFor, heldIn, packingProgram, partsOf, refillsOf, toHold, type Held } from '#core/scale'
import { momentOf, openMinutes } from '#core/schedule/service'
import { instantAt } from '#core/time'
import { useCatalogue } from '~/stores/catalogue'
import { usePlan, type Sheet } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { SolverStopped } from './useSolver'

/** Where the batches of a day stand: in which vessels, when those are filled again, what is too much. */
export function usePacking() {
  const plan = usePlan()
  const catalogue = useCatalogue()
  const session = useSession()
  const { service } = useDayService()
  const { solve } = useSolver()
  const vessels = computed(() =>
    catalogue.vessels
      .filter((v) => v.standId === session.standId)
      .map((v) => ({ ...v, acidProof: v.acidProof ?? true })),
  )
  const batches = computed(() =>
    plan.sheets.map((s) => toHold(s.line.id, s.batch.evaluation, s.batch.rounded.volume.value)),
  )
  const held = shallowRef<ReadonlyMap<string, Held>>(new Map())
  let isBusy = false
  let isOld = false
  /** One at a time: what changed meanwhile is looked for once more, as it is then. */
  async function pack(): Promise<void> {
    isOld = isBusy
    if (isBusy) return
    isBusy = true
    try {
      const [drinks, of] = [batches.value, vessels.value]
      const solution = drinks.length && of.length ? await solve(packingProgram(drinks, of)) : null
      held.value = new Map(heldIn(drinks, of, solution).map((h) => [h.id, h]))
    } catch (e) {
      if (!(e instanceof SolverStopped)) throw e
      isOld = false
    } finally {
      isBusy = false
    }
    if (isOld) await pack()
  }
  watch([batches, vessels], pack, { immediate: true })

  const openMin = computed(() => (service.value ? openMinutes(service.value, session.stand!.timeZone) : null))
  /** When a drink's vessels are filled again: the moment where hours were said. */
  function refills(of: Held): { at: string | null; fillMl: number }[] {
    const opens = service.value && instantAt(service.value.day, service.value.opensAt, session.stand!.timeZone)
    return refillsOf(of, openMin.value ?? 0).map(({ atMin, fillMl }) => ({
      at: opens && momentOf(opens, atMin),
      fillMl,
    }))
  }
  const parts = (of: Held): number[] => partsOf(of, openMin.value ?? 0)
  /** What would make a batch fit at once. */
  const change = ({ batch }: Sheet, of: Held) =>
    changeFor(of, batch.rounded.volume.value / Math.max(1, batch.cups.value))

  const fridge = computed(() => {
    const fridges = catalogue.equipment.filter((e) => e.standId === session.standId && e.kind === 'fridge')
    const roomMl = fridges.length ? fridges.reduce((sum, f) => sum + (f.capacityMl ?? 0), 0) : null
    const standsMl = batches.value.reduce((sum, b) => sum + b.volumeMl, 0)
    return { standsMl, roomMl, overMl: beyondFridges(standsMl, roomMl) }
  })
  const anyVessel = computed(() => vessels.value.length > 0)
  return { held, anyVessel, refills, parts, change, fridge }
}
export type Packing = ReturnType<typeof usePacking>
