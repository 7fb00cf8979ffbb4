import { useI18n } from 'vue-i18n'
import { kebab } from '#core/process'
import { thingsChanged, type RecipeDocument, type ServeChange, type StepChange } from '#core/recipe'
import { isAmountUnit } from '#core/units'

/** What changed between two versions of a recipe, in words: one line for each thing. */
export function useChangeWords() {
  const { t, te } = useI18n({ useScope: 'global' })
  const { n, amount, name } = useFormat()

  function valueOf(v: unknown): string {
    if (v === null) return t('whatIf.usual')
    if (typeof v === 'number') return n(v, Number.isInteger(v) ? 0 : 2)
    if (typeof v === 'object' && 'value' in v! && 'unit' in v) {
      const { value, unit } = v as { value: number; unit: string }
      const digits = Number.isInteger(value) ? 0 : 2
      return isAmountUnit(unit) && (unit === 'g' || unit === 'mL') ? amount(value, unit) : `${n(value, digits)} ${unit}`
    }
    if (typeof v === 'object') {
      const key = String(Object.values(v!)[0])
      return name('prep' in v! ? `prep:${key}` : key)
    }
    return te(`choice.${String(v)}`) ? t(`choice.${String(v)}`) : String(v)
  }
  const fieldOf = (field: string): string =>
    te(`figure.param-${kebab(field)}`) ? t(`figure.param-${kebab(field)}`) : t(`whatIf.field.${field}`)
  const stepOf = (c: StepChange): string => (c.item ? name(c.item) : t(`step.${c.op}`))
  /** What of a step is otherwise. */
  function ofStep(c: StepChange): string {
    if (c.kind !== 'changed') return t(`whatIf.${c.kind}`)
    return c.fields
      .filter((f) => f.name !== 'in')
      .map((f) => `${fieldOf(f.name)} ${valueOf(f.from)} → ${valueOf(f.to)}`)
      .join(', ')
  }
  function ofServing(c: ServeChange): string {
    if (!('from' in c)) return t(`changed.${c.what}`)
    const unit = { volume: 'mL', ice: 'g', pour: 's' }[c.what]
    return `${t(`changed.${c.what}`)} ${amount(c.from, unit)} → ${amount(c.to, unit)}`
  }
  /** Everything that somebody changed, a line for each. */
  const lines = (from: RecipeDocument, to: RecipeDocument): string[] =>
    thingsChanged(from, to).map((c) => ('what' in c ? ofServing(c) : `${stepOf(c)}: ${ofStep(c)}`))
  return { lines, stepOf, ofStep, fieldOf }
}
