import { readCode, shortCode } from '#core/books'
import { useFruit } from '~/stores/fruit'

/** A scanner types a code faster than anybody, and ends with Enter, ms between two keys. */
const FAST_MS = 60
const LENGTH = 7

/** The lot of a code that was typed or scanned. */
export function useLotByCode() {
  const fruit = useFruit()
  return (typed: string): string | null => {
    const code = readCode(typed)
    return code === null ? null : (fruit.lots.find((l) => shortCode(l.id) === code)?.id ?? null)
  }
}

/** A scanner that types: whatever page is shown, the lot of the code is opened. */
export function useScanner(): void {
  const lotOf = useLotByCode()
  let [typed, last] = ['', 0]
  function pressed(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
    const now = e.timeStamp
    if (now - last > FAST_MS) typed = ''
    last = now
    if (e.key.length === 1) typed = (typed + e.key).slice(-LENGTH)
    if (e.key !== 'Enter' || typed.length < LENGTH) return
    const id = lotOf(typed)
    typed = ''
    if (!id) return
    e.preventDefault()
    e.stopPropagation()
    void navigateTo(`/fruit/lot/${id}`)
  }
  // Before the page: what it does by a key is not meant.
  onMounted(() => window.addEventListener('keydown', pressed, true))
  onBeforeUnmount(() => window.removeEventListener('keydown', pressed, true))
}
