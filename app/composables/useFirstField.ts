import type { ShallowRef } from 'vue'
import { useKeypad } from '~/stores/keypad'

/**
 * A form that opens takes the focus to its first field, and gives it back when it closes: nobody tabs through every lot
 * to reach it, and a reading of the bench has where to go. On touch only an amount takes it: for anything else the
 * keyboard would come up over half of the page.
 */
export function useFirstField(form: Readonly<ShallowRef<HTMLElement | null>>): void {
  const before = document.activeElement
  onMounted(() =>
    nextTick(() => {
      const first = form.value?.querySelector<HTMLElement>('input:not(:disabled), [role=radio]')
      if (first && (!useKeypad().touch || first.closest('[data-amount]'))) first.focus()
    }),
  )
  onBeforeUnmount(() => {
    if (before instanceof HTMLElement && before.isConnected) before.focus()
  })
}
