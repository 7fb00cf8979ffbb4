import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useMake, type RunView } from '~/stores/make'
import { useOutbox } from '~/stores/outbox'
import { noAnswer, ApiProblem } from '~/utils/api'

/** One batch: of those that the tablet has, or one of long ago, which the server is asked for. */
export function useOneBatch(id: string) {
  const make = useMake()
  const fruit = useFruit()
  const old = shallowRef<RunView | null>(null)
  const isMissing = ref(false)
  const view = computed(() => make.byId.get(id) ?? old.value)
  async function ask(): Promise<void> {
    if (make.byId.has(id)) return
    try {
      const { run, madeId, snapshots } = await useOutbox().read('getRun', { params: { id } })
      useDrinks().learn(snapshots)
      old.value = make.viewOf(run, madeId)
    } catch (e) {
      if (!noAnswer(e) && !(e instanceof ApiProblem && e.problem.status < 500)) throw e
      isMissing.value = !make.byId.has(id)
    }
  }
  watch(
    () => fruit.ready,
    (isReady) => isReady && ask(),
    { immediate: true },
  )
  return { view, isMissing }
}
