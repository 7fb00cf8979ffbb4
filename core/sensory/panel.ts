import type { Finding } from '../limits'
import type { Instant } from '../time'
import { toldOf, type Told } from './discriminate'
import { justRightOf, type JustRight } from './just-right'
import { AGAINST_STANDARD, ARRANGED, dealt, freshCodes, williams, type Serving } from './orders'
import { rankedOf, type Ranked } from './ranking'
import { guessesOf, wordsOf, type GuessReach, type WordReach } from './taster'
import {
  DISCRIMINATING,
  SAMPLES,
  TASTERS,
  type Answer,
  type Cup,
  type Discriminating,
  type Panel,
  type PanelEvent,
  type PanelKind,
  type Purpose,
  type Rightness,
  type RightStep,
  type Sample,
  type SeatView,
} from './words'

// A panel: cups with codes, who gets which of them, and what was said of them. What it says is a fold of its events.

/**
 * Who gets which cups, with codes that were on none today.
 * @param of how it is tasted, what for, and how many samples
 * @param used codes of the day @param seed the same one gives the same
 * @throws RangeError where the day has no codes left
 */
export function servingsOf(of: DealtOf, tasters: number, used: ReadonlySet<string>, seed: number): Cup[][] {
  const rows = dealt(arrangementsOf(of), tasters, seed)
  const codes = freshCodes(
    rows.reduce((n, row) => n + row.length, 0),
    used,
    seed,
  )
  let next = 0
  return rows.map((row) => row.map((sample) => ({ sample, code: codes[next++]! })))
}
export interface DealtOf {
  kind: PanelKind
  purpose: Purpose
  samples: number
}
const isDiscriminating = (kind: PanelKind): kind is Discriminating =>
  (DISCRIMINATING as readonly string[]).includes(kind)

/** What is wrong with a panel as it is set up; nothing where it is right. */
export function panelWrong({ kind, samples, servings, asked }: Pick<Panel, 'kind' | 'samples' | 'servings' | 'asked'>) {
  const found: Finding[] = []
  const [least, most] = SAMPLES[kind]
  if (samples.length < least || samples.length > most)
    found.push({ code: 'panel-samples', field: 'samples', numbers: { value: samples.length, least, most } })
  if (servings.length < TASTERS.least || servings.length > TASTERS.most)
    found.push({ code: 'panel-tasters', field: 'servings', numbers: { value: servings.length, ...TASTERS } })
  const codes = servings.flat().map((c) => c.code)
  if (new Set(codes).size < codes.length) found.push({ code: 'panel-codes', field: 'servings', numbers: {} })
  const arranged = new Set(arrangementsOf({ kind, purpose: 'tell', samples: samples.length }).map(String))
  if (!found.length && servings.some((row) => !arranged.has(String(row.map((c) => c.sample)))))
    found.push({ code: 'panel-servings', field: 'servings', numbers: {} })
  if ((kind === 'which-is-more' || kind === 'guess') && asked === null)
    found.push({ code: 'panel-asks-nothing', field: 'asked', numbers: {} })
  return found
}
function arrangementsOf({ kind, purpose, samples }: DealtOf): readonly Serving[] {
  if (kind === 'triangle' && purpose === 'batch') return AGAINST_STANDARD
  return isDiscriminating(kind) ? ARRANGED[kind] : samples > 1 ? williams(samples) : [[0]]
}

/** Cups of which a taster says something: of a duo-trio all but the known one. */
export const askedCups = ({ kind }: Pick<Panel, 'kind'>, cups: readonly Cup[]): readonly Cup[] =>
  kind === 'duo-trio' ? cups.slice(1) : cups

/** What is wrong with an answer; null where nothing is. */
export function answerWrong(panel: Pick<Panel, 'kind' | 'servings'>, seat: number, answer: Answer): string | null {
  const cups = panel.servings[seat]
  if (!cups) return 'seat-unknown'
  const codes = askedCups(panel, cups).map((c) => c.code)
  const all = (of: object): boolean => codes.every((c) => c in of) && Object.keys(of).length === codes.length
  switch (answer.kind) {
    case 'chosen':
      return isDiscriminating(panel.kind) && codes.includes(answer.code) ? null : 'code-unknown'
    case 'ranked': {
      const places = Object.values(answer.places)
      const isPlace = places.every((p) => Number.isInteger(p) && p >= 1 && p <= codes.length)
      return panel.kind === 'ranking' && all(answer.places) && isPlace ? null : 'code-unknown'
    }
    case 'right':
      return panel.kind === 'just-right' && all(answer.steps) ? null : 'code-unknown'
    case 'guessed':
      return panel.kind === 'guess' && all(answer.cups) ? null : 'code-unknown'
  }
}

export interface PanelNow {
  /** seats that somebody has taken, with the first answer of each */
  seats: { seat: number; name: string; avoids: string[]; answer: Answer | null; at: Instant | null }[]
  /** seats to which none is handed, for what is in it */
  keptAway: number[]
  /** somebody opened the key before the last answer that counts: who poured may have said what is what */
  isBlind: boolean
  thrown: readonly { sample: number; reason: string }[]
  endedAt: Instant | null
  /** what somebody made of it last; null while nobody has */
  decided: Extract<PanelEvent, { kind: 'decided' }> | null
  /** answers of a seat that had answered before, or after the end: they change nothing */
  again: readonly PanelEvent[]
}
/** A panel by what happened. @param events in any order */
export function panelNow(panel: Panel, events: readonly PanelEvent[]): PanelNow {
  const gone = new Set(events.flatMap((e) => (e.kind === 'void' ? [e.event] : [])))
  const told = events
    .filter((e) => e.kind !== 'void' && !gone.has(e.id))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1))
  const endedAt = told.find((e) => e.kind === 'ended')?.at ?? null
  const seats = new Map<number, PanelNow['seats'][number]>()
  const again: PanelEvent[] = []
  const seatOf = (seat: number): PanelNow['seats'][number] => {
    const known = seats.get(seat) ?? { seat, name: '', avoids: [], answer: null, at: null }
    seats.set(seat, known)
    return known
  }
  for (const e of told) {
    if (e.kind === 'sat') Object.assign(seatOf(e.seat), { name: e.name, avoids: e.avoids })
    if (e.kind !== 'answered') continue
    const of = seatOf(e.seat)
    const isLate = endedAt !== null && e.at > endedAt
    if (of.answer || isLate || answerWrong(panel, e.seat, e.answer)) again.push(e)
    else Object.assign(of, { answer: e.answer, at: e.at })
  }
  const all = [...seats.values()].sort((a, b) => a.seat - b.seat)
  const inIt = new Set(panel.samples.flatMap((s) => s.allergens))
  const opened = told.find((e) => e.kind === 'key-opened')?.at ?? null
  return {
    seats: all,
    keptAway: all.filter((s) => s.avoids.some((a) => inIt.has(a))).map((s) => s.seat),
    isBlind: opened === null || all.every((s) => s.at === null || s.at < opened),
    thrown: told.flatMap((e) => (e.kind === 'thrown' ? [{ sample: e.sample, reason: e.reason }] : [])),
    endedAt,
    decided: told.findLast((e) => e.kind === 'decided') ?? null,
    again,
  }
}

export type PanelResult =
  | {
      kind: Discriminating
      told: Told
      /** how often each sample was chosen */
      chosen: number[]
    }
  | {
      kind: 'ranking'
      ranked: Ranked
      /** samples, the one in front first */
      order: number[]
    }
  | { kind: 'just-right'; of: { sample: number; property: Rightness; right: JustRight }[] }
  | { kind: 'guess'; words: WordReach[]; guesses: GuessReach | null }

/** The sample that is right in a seat: the odd one, the one like the known one, what is more; none of a preference. */
function rightSample(panel: Panel, cups: readonly Cup[]): number | null {
  const of = cups.map((c) => c.sample)
  if (panel.kind === 'triangle') return of.find((s) => of.filter((x) => x === s).length === 1) ?? null
  if (panel.kind === 'duo-trio') return of[0]!
  if (panel.kind === 'which-is-more') return moreOf(panel)
  return null
}
/** The sample with more of what is asked, as it was measured; the second, as it is set up, where nobody measured it. */
export function moreOf({ samples, asked }: Pick<Panel, 'samples' | 'asked'>): number {
  const value = (s: Sample): number | null => (asked === 'sour' ? s.ta : s.brix)
  const [a, b] = [value(samples[0]!), value(samples[1]!)]
  return a !== null && b !== null && a > b ? 0 : 1
}

/** What a panel says by now; null while nobody has answered. */
export function resultOf(panel: Panel, now: PanelNow): PanelResult | null {
  const away = new Set(now.keptAway)
  const answers = now.seats.flatMap((s) => (s.answer && !away.has(s.seat) ? [{ seat: s.seat, answer: s.answer }] : []))
  if (!answers.length) return null
  const sampleOf = (seat: number, code: string): number => panel.servings[seat]!.find((c) => c.code === code)!.sample
  const { kind } = panel
  if (isDiscriminating(kind)) {
    const of = answers.flatMap(({ seat, answer }) =>
      answer.kind === 'chosen' ? [{ seat, sample: sampleOf(seat, answer.code) }] : [],
    )
    const chosen = panel.samples.map((_, i) => of.filter((o) => o.sample === i).length)
    const right =
      kind === 'preference'
        ? chosen[0]!
        : of.filter((o) => o.sample === rightSample(panel, panel.servings[o.seat]!)).length
    return { kind, told: toldOf(kind, right, of.length), chosen }
  }
  if (kind === 'ranking') {
    const ranked = rankedOf(
      answers.flatMap(({ seat, answer }) => {
        if (answer.kind !== 'ranked') return []
        const places = panel.samples.map(() => 0)
        for (const [code, place] of Object.entries(answer.places)) places[sampleOf(seat, code)] = place
        return [places]
      }),
    )
    return { kind, ranked, order: panel.samples.map((_, i) => i).sort((a, b) => ranked.sums[a]! - ranked.sums[b]!) }
  }
  if (kind === 'just-right') {
    const steps = new Map<string, RightStep[]>()
    for (const { seat, answer } of answers)
      if (answer.kind === 'right')
        for (const [code, by] of Object.entries(answer.steps))
          for (const [property, step] of Object.entries(by)) {
            const key = `${sampleOf(seat, code)} ${property}`
            steps.set(key, [...(steps.get(key) ?? []), step])
          }
    const of = [...steps].map(([key, all]) => {
      const [sample, property] = key.split(' ') as [string, Rightness]
      return { sample: Number(sample), property, right: justRightOf(all) }
    })
    return { kind, of: of.sort((a, b) => a.sample - b.sample) }
  }
  const truth = (s: Sample): number | null => (panel.asked === 'sour' ? s.ta : s.brix)
  const named = answers.flatMap(({ seat, answer }) =>
    answer.kind === 'guessed'
      ? Object.entries(answer.cups).flatMap(([code, { word, guess }]) => {
          const of = truth(panel.samples[sampleOf(seat, code)]!)
          return of === null ? [] : [{ word, guess, truth: of }]
        })
      : [],
  )
  return { kind, words: wordsOf(named), guesses: guessesOf(named) }
}

/** Samples of an order or a preference, the one that was liked best in front; of other tests as they were set up. */
export function likedOrder({ samples }: Pick<Panel, 'samples'>, result: PanelResult | null): number[] {
  if (result?.kind === 'ranking') return result.order
  const all = samples.map((_, i) => i)
  return result?.kind === 'preference' ? all.sort((a, b) => result.chosen[b]! - result.chosen[a]!) : all
}
/**
 * Samples that a panel liked, by more than chance: the one that is liked better, the first of an order, one of which
 * most say that its sweetness and its sourness are just right. Of tests that ended, and whose cups nobody could know.
 */
export function likedOf(panel: Panel, now: PanelNow, result: PanelResult | null): Sample[] {
  const { samples } = panel
  if (!result || !now.endedAt || !now.isBlind) return []
  const of = (numbers: readonly number[]): Sample[] => numbers.map((i) => samples[i]!)
  const first = of(likedOrder(panel, result).slice(0, 1))
  if (result.kind === 'preference') return result.told.differs ? first : []
  if (result.kind === 'ranking') return result.ranked.differs ? first : []
  if (result.kind !== 'just-right') return []
  const isRight = (sample: number, property: Rightness): boolean =>
    result.of.some(
      (r) =>
        r.sample === sample && r.property === property && r.right.counts[MIDDLE]! > r.right.n / 2 && !r.right.wants,
    )
  return of(samples.flatMap((_, i) => (isRight(i, 'sweet') && isRight(i, 'sour') ? [i] : [])))
}
/** Just right is the middle of five steps. */
const MIDDLE = 2

/** What a taster sees; null of a seat that there is not. */
export function seatView(panel: Pick<Panel, 'kind' | 'asked' | 'servings' | 'samples'>, seat: number): SeatView | null {
  const cups = panel.servings[seat]
  if (!cups) return null
  return {
    ...{ kind: panel.kind, asked: panel.asked, seat },
    known: panel.kind === 'duo-trio' ? cups[0]!.code : null,
    codes: askedCups(panel, cups).map((c) => c.code),
    allergens: [...new Set(panel.samples.flatMap((s) => s.allergens))].sort(),
  }
}

/** Tasters with whom every arrangement comes equally often: so many, or a multiple of it. */
export const orderings = (of: DealtOf): number => arrangementsOf(of).length

/** mL of each sample that goes into the cups of all seats. */
export const pouredMlOf = ({ samples, servings, cupMl }: Pick<Panel, 'samples' | 'servings' | 'cupMl'>): number[] =>
  samples.map((_, i) => servings.flat().filter((c) => c.sample === i).length * cupMl)
