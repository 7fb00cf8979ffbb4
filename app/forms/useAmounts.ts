import { useI18n } from 'vue-i18n'
import type { useSubmit } from '~/composables/useSubmit'

type How = 'typed' | 'device'

/**
 * The amounts of a form: what was typed, kept as it was typed; the number that it is, or nothing; and whether a device
 * said it. What cannot be read is refused at its field before anything is sent.
 * @param start texts that are there from the beginning
 */
export function useAmounts<K extends string>(names: readonly K[], start: Partial<Record<K, string>> = {}) {
  const { t } = useI18n()
  const of = <V>(value: (name: K) => V): Record<K, V> =>
    Object.fromEntries(names.map((name) => [name, value(name)])) as Record<K, V>
  const text = reactive(of((name) => start[name] ?? '')) as Record<K, string>
  const number = reactive(of(() => null)) as Record<K, number | null>
  const how = reactive(of(() => 'typed')) as Record<K, How>
  const isEmpty = (name: K): boolean => text[name].trim() === ''
  /**
   * Refuses what was typed and is no amount.
   * @param fieldOf how the form calls a field, where that is not its name
   * @param missing what is said where one is empty that may not be
   */
  function guard(
    form: Pick<ReturnType<typeof useSubmit>, 'refuse'>,
    fieldOf: (name: K) => string = (name) => name,
    missing: Partial<Record<K, string>> = {},
  ): void {
    for (const name of names)
      if (number[name] === null && !isEmpty(name))
        form.refuse(fieldOf(name), t('problem.amount-not-a-number', { typed: text[name] }))
      else if (number[name] === null && missing[name]) form.refuse(fieldOf(name), missing[name])
  }
  /** Fields that a device filled in. */
  const measured = (): K[] => names.filter((name) => how[name] === 'device')
  /** What a field is bound to: `v-bind="amounts.bind('kg')"`. */
  const bind = (name: K) => ({
    modelValue: text[name],
    'onUpdate:modelValue': (v: string) => void (text[name] = v),
    onNumber: (v: number | null) => void (number[name] = v),
    onHow: (v: How) => void (how[name] = v),
  })
  return { text, number, how, isEmpty, guard, measured, bind }
}
