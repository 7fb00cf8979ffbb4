import type { RecipeDocument } from '#core/recipe'

/** So far back it goes. */
const MOST = 100
/** Changes of one thing that follow each other faster than this are one: a drag, a word that is typed. */
const TOGETHER_MS = 900

/** What a document was before, and what it was before that was undone. */
export function useUndo(document: () => RecipeDocument | null, put: (to: RecipeDocument) => void) {
  const past = shallowRef<readonly RecipeDocument[]>([])
  const future = shallowRef<readonly RecipeDocument[]>([])
  let last = { of: '', at: 0 }

  /** @param of what is changed: the same, soon after, is one step back */
  function change(to: RecipeDocument, of = ''): void {
    const now = document()
    if (!now) return
    const isOne = of !== '' && of === last.of && performance.now() - last.at < TOGETHER_MS
    last = { of, at: performance.now() }
    if (!isOne) past.value = [...past.value, now].slice(-MOST)
    future.value = []
    put(to)
  }
  function step(from: typeof past, to: typeof future): void {
    const [target, now] = [from.value.at(-1), document()]
    if (!target || !now) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, now]
    last = { of: '', at: 0 }
    put(target)
  }
  const undo = (): void => step(past, future)
  const redo = (): void => step(future, past)
  function pressed(e: KeyboardEvent): void {
    if (!(e.ctrlKey || e.metaKey) || e.altKey || isTyping(e.target)) return
    const key = e.key.toLowerCase()
    if (key !== 'z' && key !== 'y') return
    e.preventDefault()
    if (key === 'y' || e.shiftKey) redo()
    else undo()
  }
  onMounted(() => window.addEventListener('keydown', pressed))
  onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
  return {
    change,
    undo,
    redo,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  }
}
