import { ProcessLimit } from '#core/process'
import { CUP_ML, ladderOf, RUNGS, USUAL_STEP, type Ladder, type LadderOf } from '#core/sensory'
import { useSession } from '~/stores/session'

/** A ladder of small cups out of two things that are on hand, as it is asked for. */
export function useLadder() {
  const session = useSession()
  const { choices, ofLots } = useSamples()
  const of = ref<LadderOf>('brix')
  const drink = ref<string | null>(null)
  const added = ref<string | null>(null)
  const step = ref<number | null>(USUAL_STEP.brix)
  const rungs = ref<number | null>(RUNGS.usual)
  const cupMl = ref<number | null>(CUP_ML.usual)
  watch(of, (to) => (step.value = USUAL_STEP[to]))
  const byValue = computed(() => new Map(choices.value.map((c) => [c.value, c])))
  const chosen = computed(() => byValue.value.get(drink.value ?? '') ?? null)
  const raised = computed(() => (of.value === 'strength' ? null : (byValue.value.get(added.value ?? '') ?? null)))
  const isReady = computed(() => chosen.value?.stream && (of.value === 'strength' || raised.value?.stream))
  const made = computed((): { ladder: Ladder | null; limit: ProcessLimit | null } => {
    if (!isReady.value) return { ladder: null, limit: null }
    try {
      const ask = {
        ...{ of: of.value, drink: chosen.value!.stream!, added: raised.value?.stream ?? null },
        ...{ step: step.value ?? NaN, rungs: rungs.value ?? NaN, cupMl: cupMl.value ?? NaN },
        // Small cups are weighed on a small scale.
        scaleStepG: Math.min(session.stand?.massStepG ?? 1, FINE_G),
      }
      return { ladder: ladderOf(ask), limit: null }
    } catch (e) {
      if (e instanceof ProcessLimit) return { ladder: null, limit: e }
      throw e
    }
  })
  const ladder = computed(() => made.value.ladder)
  const limit = computed(() => made.value.limit)
  return { of, drink, added, step, rungs, cupMl, choices, ofLots, chosen, raised, ladder, limit }
}
/** g: a stand that has a ladder to make has a scale for spices. */
const FINE_G = 0.1
