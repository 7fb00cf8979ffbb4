import { defineStore } from 'pinia'
import type { Figure } from '#core/figures'

/** The figure whose sum is open. */
export const useExplain = defineStore('explain', () => {
  const trail = shallowRef<Figure[]>([])
  const open = (f: Figure): void => void (trail.value = [f])
  const into = (f: Figure): void => void (trail.value = [...trail.value, f])
  const back = (): void => void (trail.value = trail.value.slice(0, -1))
  const close = (): void => void (trail.value = [])
  return { trail, open, into, back, close }
})
