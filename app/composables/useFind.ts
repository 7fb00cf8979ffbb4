import { ProcessLimit } from '#core/process'
import { SolverStopped, useSolver } from './useSolver'

/**
 * Something that is worked out with the solver's help: busy while it runs, can be stopped, and says in a sentence why
 * it cannot be. Only the newest question is answered.
 */
export function useFind<Answer>() {
  const { solve, stop } = useSolver()
  const { ofLimit } = useSentence()
  const busy = ref(false)
  const said = ref('')
  const field = ref('')
  const answer = shallowRef<Answer | null>(null)
  let turn = 0

  async function find(work: (solver: typeof solve) => Promise<Answer>): Promise<Answer | null> {
    const mine = ++turn
    busy.value = true
    said.value = field.value = ''
    try {
      const found = await work(solve)
      if (mine !== turn) return null
      return (answer.value = found)
    } catch (e) {
      if (mine === turn && e instanceof ProcessLimit) {
        said.value = ofLimit(e)
        field.value = e.field ?? ''
      }
      if (!(e instanceof ProcessLimit || e instanceof SolverStopped)) throw e
      return null
    } finally {
      if (mine === turn) busy.value = false
    }
  }
  function cancel(): void {
    turn++
    stop()
    busy.value = false
  }
  function clear(): void {
    answer.value = null
    said.value = field.value = ''
  }
  return { find, cancel, clear, busy, said, field, answer }
}
