import { checkPlanned, type PlannedCups } from '#core/limits'
import { cupsInAll } from '#core/scale'
import type { PlanLine } from '#shared/contract'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { ApiProblem, uuid } from '~/utils/api'

type Told = Required<PlannedCups> & Pick<PlanLine, 'sizes'>
const NONE: Told = { cups: 0, sizes: [], expected: null, spread: null }

/**
 * A drink's line of the day that is planned: what is typed is put down from what it was typed over. While somebody
 * types, what comes from elsewhere waits: saving then asks which of the two it is to be.
 */
export function usePlanLine(recipeId: string, line: () => PlanLine | undefined) {
  const plan = usePlan()
  const { ofCode, ofError } = useSentence()
  /** the line that is shown and typed over */
  const base = shallowRef(line())
  const stale = shallowRef<PlanLine | null>(null)
  /** what is wrong, by the field that it is in */
  const faults = ref<Record<string, string>>({})
  /** what is told already, where the line is still being sent or is nothing yet */
  const now = computed((): Told => base.value ?? NONE)

  /** @returns whether it was taken */
  async function put(change: Partial<Told>, from: PlanLine | undefined = base.value): Promise<boolean> {
    const told: Told = { ...NONE, ...(from && toldOf(from)), ...change }
    faults.value = {}
    const { limits } = checkPlanned(told)
    // No cups of any size: the line goes, and with it what was expected. What is no line yet cannot go.
    const isGone = !!from && cupsInAll(told) === 0
    if (!isGone && limits.length) {
      faults.value = Object.fromEntries(limits.map((l) => [l.field, ofCode(l.code, l.numbers)]))
      return false
    }
    stale.value = null
    const saved: PlanLine = {
      id: from?.id ?? uuid(),
      standId: useSession().standId,
      day: plan.day,
      recipeId,
      ...told,
      version: from?.version ?? 0,
    }
    const before = base.value
    base.value = saved
    try {
      const { id, ...body } = saved
      const { reply } = await useOutbox().keep('putPlanLine', { params: { id }, body })
      if (base.value === saved && reply?.version !== undefined)
        base.value = isGone ? undefined : { ...saved, version: reply.version }
      await plan.load()
      return true
    } catch (e) {
      base.value = before
      if (!(e instanceof ApiProblem)) throw e
      if (e.code === 'stale') stale.value = e.problem.current as PlanLine
      else faults.value = { cups: ofError(e) }
      return false
    }
  }
  /** Takes over what is there now. */
  const follow = (): void => void (base.value = line())
  async function takeTheirs(): Promise<void> {
    stale.value = null
    await plan.load()
    follow()
  }
  return { base, now, stale, faults, put, follow, takeTheirs }
}
const toldOf = ({ cups, sizes, expected, spread }: Told): Told => ({ cups, sizes, expected, spread })
export type PlanLineForm = ReturnType<typeof usePlanLine>
