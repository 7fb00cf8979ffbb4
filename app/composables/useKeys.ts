/** `/`, `?`, and `[` and `]` along the line, wherever no text is being typed. */
export function useKeys(on: { find: () => void; keys: () => void }): void {
  const stops = useStops()
  const router = useRouter()
  const route = useRoute()
  /** where a walk that is still under way leads: the next key goes on from there */
  let going: string | null = null
  /** The stop before or after the one that is open; off the line, its ends. */
  function walk(by: 1 | -1): void {
    const at = going ?? route.path
    const here = stops.value.findIndex((s) => at.startsWith(s.path))
    const to = here < 0 ? stops.value.at(by > 0 ? 0 : -1) : stops.value[here + by]
    if (!to) return
    going = to.path
    void router.push(to.path).finally(() => {
      if (going === to.path) going = null
    })
  }
  function pressed(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || isTyping(e.target)) return
    // With an alternate key, which some keyboards need for these two.
    if (e.key === '[') return walk(-1)
    if (e.key === ']') return walk(1)
    if (e.altKey) return
    if (e.key === '/') {
      e.preventDefault()
      return on.find()
    }
    if (e.key === '?') on.keys()
  }
  onMounted(() => window.addEventListener('keydown', pressed))
  onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
}
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
