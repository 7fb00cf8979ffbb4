/** `/`, `?`, and `[` and `]` along the line, wherever no text is being typed. */
export function useKeys(on: { find: () => void; keys: () => void }): void {
  const stops = useStops()
  const router = useRouter()
  /** where a walk that is still under way leads: the next key goes on from there */
  let going: { path: string } | null = null
  /** The stop before or after the one that is open; off the line, its ends. */
  function walk(by: 1 | -1): void {
    // The router's own address: what a layout knows as its route is the page before, until the new one stands.
    const at = going?.path ?? router.currentRoute.value.path
    const here = stops.value.findIndex((s) => at.startsWith(s.path))
    const to = here < 0 ? stops.value.at(by > 0 ? 0 : -1) : stops.value[here + by]
    if (!to) return
    // A walk of its own: one that was overtaken may lead to the same place.
    const mine = { path: to.path }
    going = mine
    void router.push(to.path).finally(() => {
      if (going === mine) going = null
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
/** A dialog that is closing may hold on to its field for a moment: nobody types there any more. */
const isClosing = (target: HTMLElement): boolean => target.closest('.v-overlay:not(.v-overlay--active)') !== null
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  !isClosing(target) &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
