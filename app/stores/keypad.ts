import { defineStore } from 'pinia'

export interface KeypadTarget {
  label: string
  unit: string
  read: () => string
  write: (text: string) => void
  next: () => void
  leave: () => void
}

/** The keypad at the foot types into whichever amount has the focus. It shows on touch. */
export const useKeypad = defineStore('keypad', () => {
  const target = shallowRef<KeypadTarget | null>(null)
  const touch = typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches
  const focus = (t: KeypadTarget): void => void (target.value = t)
  const blur = (t: KeypadTarget): void => {
    if (target.value === t) target.value = null
  }
  function press(key: string): void {
    const t = target.value
    if (!t) return
    if (key === 'next') return t.next()
    if (key === 'done') return t.leave()
    const text = t.read()
    t.write(key === 'back' ? text.slice(0, -1) : key === 'clear' ? '' : text + key)
  }
  return { target, touch, focus, blur, press }
})
