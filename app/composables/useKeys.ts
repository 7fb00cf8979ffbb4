/** `/`, `?` and G-then-letter, wherever no text is being typed. */
export function useKeys(on: { find: () => void; keys: () => void }): void {
  const stops = useStops()
  const router = useRouter()
  let afterG = 0
  function pressed(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
    if (e.key === '/') {
      e.preventDefault()
      return on.find()
    }
    if (e.key === '?') return on.keys()
    if (e.key.toLowerCase() === 'g') {
      afterG = Date.now()
      return
    }
    if (Date.now() - afterG < 1500) {
      const stop = stops.value.find((s) => s.letter === e.key.toLowerCase())
      if (stop) void router.push(stop.path)
      afterG = 0
    }
  }
  onMounted(() => window.addEventListener('keydown', pressed))
  onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
}
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
