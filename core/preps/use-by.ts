import { massG } from '../process'
import type { Evaluation } from '../recipe'
import { tcsReading } from '../safety'
import { INGREDIENTS } from '../substances'
import { shiftDay, type Day } from '../time'

// How long a prep is kept, by what it is, how sour, how sweet, whether it was heated, and where it stands. On the
// short side, never a promise: the authority decides, the owner may shorten.

/** Where a prep stands. */
export const STORES = ['cold', 'room', 'frozen'] as const
export type Store = (typeof STORES)[number]

/** Special processes, which want the authority's approval before anything of them is served. */
export type Special = 'culture' | 'kept-acid'

/** One reason why it is not kept longer. */
export interface KeepLimit {
  code: string
  hours: number
}
export interface UseBy {
  /** hours from its making */
  hours: number
  /** all that bounds it, the shortest first */
  limits: KeepLimit[]
  /** what needs an approval that nobody has recorded */
  needsApproval: Special | null
}

const DAY = 24
/** Hot enough, °C, that what was raw counts as cooked. Common practice, no source. */
const COOKED_C = 74
/** °Bx from which sugar keeps: at syrup strength. Common practice, no source. */
export const SYRUP_BRIX = 65
/** g of salt in 100 g from which it keeps. Common practice, no source. */
const BRINE_PERCENT = 15

/** Hours by what bounds it. The date mark is FDA Food Code 3-501.17, 3-501.19 the warm ones (memory); the others are
 * common practice, no source, on the short side. */
const HOURS = {
  'keeps-date-mark': 7 * DAY,
  'keeps-dairy': 3 * DAY,
  'keeps-tcs': 3 * DAY,
  'keeps-fresh': 3 * DAY,
  'keeps-fresh-low-acid': 2 * DAY,
  'keeps-syrup': 28 * DAY,
  'keeps-frozen': 60 * DAY,
  'keeps-warm-tcs': 4,
  'keeps-warm': DAY,
  'keeps-warm-syrup': 14 * DAY,
} as const

const RAW_KINDS: ReadonlySet<string> = new Set([
  'fruit',
  'juice',
  'base',
  'herb',
  'flower',
  'root',
  'spice',
  'seed',
  'grain',
  'peel',
  'tea',
])

/**
 * Whether there is something in it that was never hot: leaf, root, fruit or juice that no step brought to
 * {@link COOKED_C}.
 */
export function isRaw(evaluation: Evaluation): boolean {
  const raw = new Map<string, boolean>()
  for (const step of evaluation.document.steps) {
    if (step.op !== 'take') continue
    const { item } = step
    const isOf =
      'ingredient' in item
        ? RAW_KINDS.has(INGREDIENTS.get(item.ingredient)?.kind ?? 'base')
        : isRaw(evaluation.bill.prepOf(item.prep))
    raw.set(step.out, isOf)
  }
  for (const { step, result } of evaluation.done) {
    const was = step.in.some((name) => raw.get(name))
    const hottest = Math.max(result.out.tempC, result.used.tempC ?? -Infinity)
    raw.set(step.out, was && hottest < COOKED_C)
    for (const { name } of result.byProducts) raw.set(`${step.out}/${name}`, was && hottest < COOKED_C)
  }
  return raw.get(evaluation.document.output) ?? false
}

/** Special processes in it, at any depth. */
export function specialsOf(evaluation: Evaluation): Special[] {
  const ops = new Set(evaluation.bill.work.map((w) => w.op))
  return [...(ops.has('culture') ? ['culture' as const] : []), ...(ops.has('peelAcid') ? ['kept-acid' as const] : [])]
}

const saltPercent = ({ bill, output }: Evaluation): number =>
  (100 * (bill.ingredients.get('salt') ?? 0)) / massG(output)

/**
 * Until when a prep is kept.
 * @param evaluation of its standard
 * @param measured a meter's and a refractometer's reading, where there are
 */
export function useByOf(evaluation: Evaluation, store: Store, measured: { ph?: number; brix?: number } = {}): UseBy {
  const { output, cautions, bill, document } = evaluation
  const { keeping } = document
  const brix = measured.brix ?? evaluation.jug.brix.value
  const isSyrup = brix >= SYRUP_BRIX || saltPercent(evaluation) >= BRINE_PERCENT
  const [isMilk, isTcs] = [cautions.includes('allergen-milk'), cautions.includes('tcs')]
  const acid = tcsReading(output, [...bill.ingredients.keys()], 'open', measured.ph).verdict === 'not-tcs'
  const specials = specialsOf(evaluation)
  const approved = !!keeping?.approval
  const found: (keyof typeof HOURS)[] = []
  if (store === 'frozen') found.push('keeps-frozen')
  else if (store === 'room')
    found.push(isSyrup ? 'keeps-warm-syrup' : acid && !isMilk && !isTcs ? 'keeps-warm' : 'keeps-warm-tcs')
  else {
    if (isMilk) found.push('keeps-dairy')
    else if (isTcs) found.push('keeps-tcs')
    if (isRaw(evaluation) && !isSyrup) found.push(acid ? 'keeps-fresh' : 'keeps-fresh-low-acid')
    found.push(isSyrup ? 'keeps-syrup' : 'keeps-date-mark')
  }
  const shipped = found.map((code): KeepLimit => ({ code, hours: HOURS[code] }))
  const own = keeping?.days === undefined ? null : keeping.days * DAY
  const limits =
    own === null
      ? shipped
      : // What the authority approved may be longer than what is usual; without it an owner only shortens.
        [...(approved ? [] : shipped), { code: approved ? 'keeps-approved' : 'keeps-own', hours: own }]
  limits.sort((a, b) => a.hours - b.hours)
  return {
    hours: limits[0]!.hours,
    limits,
    needsApproval: approved ? null : (specials.find((s) => needsIt(s, own)) ?? null),
  }
}

/** A culture always wants approval; acid-extended juice where it is to be kept longer than a date mark allows. */
const needsIt = (special: Special, ownHours: number | null): boolean =>
  special === 'culture' || (ownHours !== null && ownHours > HOURS['keeps-date-mark'])

/** The last day of use of what is made on a day: the day of making is the first. */
export const lastDayOf = ({ hours }: UseBy, madeOn: Day): Day =>
  shiftDay(madeOn, Math.max(0, Math.floor(hours / DAY) - 1))
