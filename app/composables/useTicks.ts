import type { Placed, Plan } from '#core/schedule'

/** What was ticked of a day, with where it stood: on this tablet, until batches are told. */
export function useTicks(of: () => string) {
  // As it is, for the worker that it goes to.
  const placed = shallowRef<Record<string, Placed>>({})
  const key = (): string => `olvex-ticks ${of()}`
  function read(): Record<string, Placed> {
    try {
      return JSON.parse(localStorage.getItem(key()) ?? '{}') as Record<string, Placed>
    } catch {
      // What was not written whole is as if nothing had been ticked.
      return {}
    }
  }
  watch(
    of,
    () => {
      placed.value = read()
    },
    { immediate: true },
  )
  function keep(): void {
    localStorage.setItem(key(), JSON.stringify(placed.value))
  }
  function tick(id: string, at: Placed): void {
    placed.value = { ...placed.value, [id]: at }
    keep()
  }
  function undo(id: string): void {
    const { [id]: _, ...others } = placed.value
    placed.value = others
    keep()
  }
  const done = computed(() => new Set(Object.keys(placed.value)))
  return { done, tick, undo, placed: (): Plan => new Map(Object.entries(placed.value)) }
}
