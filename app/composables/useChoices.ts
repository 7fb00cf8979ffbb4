import { useI18n } from 'vue-i18n'

/** Values to choose from, with their words: messages of a path under the name of each. */
export function useChoices() {
  const { t } = useI18n()
  return <T extends string>(values: readonly T[], path: string): { value: T; title: string }[] =>
    values.map((value) => ({ value, title: t(`${path}.${value}`) }))
}
