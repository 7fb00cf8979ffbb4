import { readCode, shortCode } from '#core/books'
import { useFruit } from '~/stores/fruit'

/** A scanner types a code faster than anybody, and ends with Enter: all of it in so many ms. */
const FAST_MS = 500
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
  let [typed, times]: [string, number[]] = ['', []]
  function pressed(e: KeyboardEvent): void {
    if (e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
    if (e.key.length === 1) {
      typed = (typed + e.key).slice(-LENGTH)
      times = [...times, e.timeStamp].slice(-LENGTH)
    }
    if (e.key !== 'Enter') return
    const isScanned = typed.length === LENGTH && e.timeStamp - times[0]! <= FAST_MS
    const id = isScanned ? lotOf(typed) : null
    typed = ''
    times = []
    if (!id) return
    e.preventDefault()
    e.stopPropagation()
    void navigateTo(`/fruit/lot/${id}`)
  }
  // Before the page: what it does by a key is not meant.
  onMounted(() => window.addEventListener('keydown', pressed, true))
  onBeforeUnmount(() => window.removeEventListener('keydown', pressed, true))
}
