import { useI18n } from 'vue-i18n'
import { takenLayers } from '#core/balance'
import { fillsUp, itemKey, type RecipeDocument } from '#core/recipe'
import { variedNumbers, variedWays, type Point, type Varied } from '#core/trials'

/** Something of a drink that a series may change. */
export interface VariedChoice {
  value: string
  title: string
  unit: string
  ways?: readonly string[]
}

/** What of a drink can be changed from jug to jug, in words. */
export function useVaried() {
  const { t } = useI18n({ useScope: 'global' })
  const { name, typed } = useFormat()
  const { fieldOf } = useChangeWords()
  function choicesOf(base: RecipeDocument): VariedChoice[] {
    /** What is taken there; nothing where something is made. */
    const takenName = (stream: string): string | undefined => {
      const step = base.steps.find((s) => s.out === stream)
      return step?.op === 'take' ? name(itemKey(step.item)) : undefined
    }
    const filler = fillsUp(base)
    const layers = takenLayers(base)
      .filter((s) => s.out !== filler)
      .map((s) => ({ value: `layer ${s.out}`, title: name(itemKey(s.item)), unit: s.amount.unit as string }))
    const numbers = variedNumbers(base).map((v) => ({
      value: `step ${v.step} ${v.number}`,
      title: `${takenName(v.step) ?? t(`step.${v.op}`)}: ${fieldOf(v.number)}`,
      unit: v.unit as string,
    }))
    const ways = variedWays(base).map((v) => ({
      value: `way ${v.step} ${v.way}`,
      title: `${t(`step.${v.op}`)}: ${v.way === 'infusing' ? t('trials.infusing') : fieldOf(v.way)}`,
      unit: '1',
      ways: v.ways,
    }))
    return [...layers, ...numbers, ...ways]
  }
  const keyOf = (varied: Varied): string =>
    'stream' in varied
      ? `layer ${varied.stream}`
      : 'way' in varied
        ? `way ${varied.step} ${varied.way}`
        : `step ${varied.step} ${varied.number}`
  /** What a series changes; by its key where it is no longer in the drink. */
  const wordsOf = (varied: Varied, among: readonly VariedChoice[]): Pick<VariedChoice, 'title' | 'unit'> => {
    const key = keyOf(varied)
    return among.find((v) => v.value === key) ?? { title: key.split(' ').slice(1).join(' '), unit: '1' }
  }
  /** One of its jugs. */
  function pointName(value: Point, { title, unit }: Pick<VariedChoice, 'title' | 'unit'>): string {
    const is = typeof value === 'string' ? t(`choice.${value}`) : typed(value, '1', 2)
    return `${title} ${is}${unit === '1' ? '' : ` ${unit}`}`
  }
  return { choicesOf, wordsOf, pointName }
}
