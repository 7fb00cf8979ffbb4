/** What a foot pedal, or the space bar, does while nobody types: it stands for the strong button of the page. */
const PEDAL = new Set(['PageDown', ' '])
export function usePedal(press: () => void): void {
  function pressed(e: KeyboardEvent): void {
    if (!PEDAL.has(e.key) || e.repeat || e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
    // A button that has the focus is pressed by the space bar itself.
    if (e.key === ' ' && e.target instanceof HTMLElement && e.target.closest('button, a')) return
    e.preventDefault()
    press()
  }
  onMounted(() => window.addEventListener('keydown', pressed))
  onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
}
