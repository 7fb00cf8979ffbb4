import { useI18n } from 'vue-i18n'
import {
  amountIn,
  inShown,
  isAmountUnit,
  ounceOf,
  NOTHING_KNOWN,
  parseAmount,
  parseNumber,
  shownUnit,
  type AmountOf,
  type KeptUnit,
  type ShownUnit,
  type Typed,
  type TypedPart,
} from '#core/units'
import type { Amount } from '#core/recipe'
import { useSession } from '~/stores/session'
import { shownExactly } from './shown-exactly'

const KEPT: readonly string[] = ['g', 'kg', 'mL', 'L', 'pieces', '°C']
/** What is asked about an amount, once. */
export type Question = 'three-digits' | 'ounce' | 'piece' | 'cup'

/** What is known of the thing whose amount it is, and what its pieces are called. */
export interface What {
  of: AmountOf
  pieces: readonly string[]
  /** somebody answered for this tablet alone: elsewhere a cup of it is another */
  isHereOnly: boolean
}

interface Read {
  value: number | null
  /** code of why it cannot be read */
  problem: string | null
  question: Question | null
  words: Record<string, string>
}
const nothing: Read = { value: null, problem: null, question: null, words: {} }
const QUESTIONS: Readonly<Record<string, Question>> = {
  'ounce-of-what': 'ounce',
  'piece-unknown': 'piece',
  'cup-unknown': 'cup',
}

/**
 * What was typed into a field, in the unit that it is kept in. The text stays as it is, and stays in the unit that it
 * was typed under, whatever the stand says meanwhile.
 * @param kept the unit of the field
 */
export function useAmount(
  text: Ref<string>,
  kept: () => string | undefined,
  what: () => What | null,
  isFocused: () => boolean,
  isMetric = false,
) {
  const session = useSession()
  const { t } = useI18n()
  const { n } = useFormat()
  /** the text whose three digits after the mark were taken as they stand */
  const accepted = ref('')
  const system = computed(() => (isMetric ? 'metric' : session.units))
  const shown = shallowRef<ShownUnit>(shownUnit(kept() ?? '1', system.value))
  watch(
    () => [system.value, kept()] as const,
    ([now, unit], before) => {
      // What was typed as pounds is not kilos because somebody changed the settings.
      if (unit !== before[1] || text.value.trim() === '') shown.value = shownUnit(unit ?? '1', now)
    },
  )
  watch(text, (now) => {
    if (now.trim() === '') shown.value = shownUnit(kept() ?? '1', system.value)
  })

  const takesUnits = computed(() => KEPT.includes(kept() ?? ''))
  /** what it stands for, where it is as it was shown */
  const exact = computed(() => shownExactly(text.value, kept() ?? '1', shown.value.unit))
  const typed = computed((): Typed => (takesUnits.value ? parseAmount(text.value, what()?.pieces) : plain(text.value)))
  const read = computed((): Read => {
    if (exact.value !== undefined) return { ...nothing, value: exact.value }
    const parsed = typed.value
    if (!parsed.ok) {
      if (parsed.code === 'amount-missing') return nothing
      const words = { typed: text.value, unit: 'unit' in parsed ? (parsed.unit ?? '') : '' }
      if (parsed.code !== 'amount-three-digits') return { ...nothing, problem: parsed.code, words }
      if (accepted.value !== text.value) return { ...nothing, question: 'three-digits', words }
      return inKept([{ value: parsed.value, unit: parsed.unit }])
    }
    return inKept(parsed.parts)
  })
  function inKept(parts: readonly TypedPart[]): Read {
    if (!takesUnits.value) return { ...nothing, value: (parts[0]!.value - shown.value.plus) / shown.value.times }
    const found = amountIn(parts, kept() as KeptUnit, shown.value.typed!, what()?.of ?? NOTHING_KNOWN)
    if (found.ok) return { ...nothing, value: found.value }
    const question = what() ? (QUESTIONS[found.code] ?? null) : null
    return { value: null, problem: question ? null : found.code, question, words: { typed: text.value } }
  }

  const value = computed(() => read.value.value)
  /** its unit was typed with it: that of the field says nothing then */
  const hasUnit = computed(() => typed.value.ok && typed.value.parts.some((p) => p.unit !== null))
  /** As it was typed: one number in a unit of weight or volume; of pieces or several parts it is in the kept one. */
  const asAmount = computed((): Amount | null => {
    const parsed = typed.value
    const unit = kept()
    if (value.value === null || (unit !== 'g' && unit !== 'mL')) return null
    if (exact.value !== undefined) return { value: exact.value, unit }
    const [part, ...more] = parsed.ok ? parsed.parts : []
    const said = part?.unit ?? shown.value.typed
    const as = said === 'ounce' ? ounceOf(what()?.of ?? NOTHING_KNOWN) : said
    if (!part || more.length || as === null || !isAmountUnit(as) || what()?.isHereOnly)
      return { value: value.value, unit }
    return { value: part.value, unit: as }
  })
  const problem = computed(() =>
    read.value.problem ? t(`problem.${read.value.problem}`, { ...read.value.words }) : '',
  )
  /** How it was read, where that is another unit than was typed. */
  const reading = computed(() => {
    const parsed = typed.value
    if (!takesUnits.value || value.value === null) return ''
    const asTyped =
      (shown.value.unit === kept() || !isFocused()) &&
      (!parsed.ok || parsed.parts.every((p) => p.unit === null || p.unit === shown.value.typed)) &&
      !/[/\u2044\u00bc-\u00be\u2150-\u215e]/.test(text.value)
    const unit = kept() === 'pieces' ? t('weighIn.pieces') : kept()
    const isWhole = Math.abs(value.value - Math.round(value.value)) < 0.005
    const digits = Math.abs(value.value) >= 100 || isWhole ? 0 : 2
    return asTyped ? '' : `= ${n(value.value, digits)} ${unit}`
  })
  /** The two ways in which three digits behind a mark can be meant. */
  const meanings = computed(() => {
    const parsed = typed.value
    if (parsed.ok || parsed.code !== 'amount-three-digits') return []
    return [
      { text: text.value, label: n(parsed.value, 3) },
      { text: text.value.replace(/[.,]/, ''), label: n(parsed.thousands) },
    ]
  })
  function take(meant: string): void {
    text.value = meant
    accepted.value = meant
  }
  /** A reading of a device, in the unit that the field is kept in. */
  const asTyped = (v: number): string => {
    const to = shown.value
    return to.unit === kept() ? String(v) : String(Math.round(inShown(v, to) * 1e3) / 1e3)
  }
  return {
    shown,
    value,
    asAmount,
    hasUnit,
    problem,
    question: computed(() => read.value.question),
    reading,
    meanings,
    take,
    asTyped,
  }
}

/** A number alone, where no unit can be typed. */
function plain(text: string): Typed {
  const parsed = parseNumber(text)
  if (parsed.ok) return { ok: true, parts: [{ value: parsed.value, unit: null }] }
  return parsed.code === 'amount-three-digits' ? { ...parsed, unit: null } : parsed
}
