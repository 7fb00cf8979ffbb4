import type { Instant } from '../time'

// Words and rows of blind tests. By themselves: what reads them needs no statistics.

/** Tests that count right answers. */
export const DISCRIMINATING = ['triangle', 'duo-trio', 'which-is-more', 'preference'] as const
export type Discriminating = (typeof DISCRIMINATING)[number]
/** What a cup may be called. */
export const TASTE_WORDS = ['weak', 'right', 'strong', 'sweet', 'sour', 'flat', 'bitter'] as const
export type TasteWord = (typeof TASTE_WORDS)[number]
/** What of a drink can be just right, too little or too much; and which of two is more. */
export const RIGHTNESS = ['sweet', 'sour', 'strong', 'bitter', 'cold'] as const
export type Rightness = (typeof RIGHTNESS)[number]
/** From far too little to far too much. */
export const STEPS = [-2, -1, 0, 1, 2] as const
export type RightStep = (typeof STEPS)[number]

/** Kinds of tests: those that count right answers, an order, what is just right, and amounts that are guessed. */
export const PANEL_KINDS = [...DISCRIMINATING, 'ranking', 'just-right', 'guess'] as const
export type PanelKind = (typeof PANEL_KINDS)[number]
/** What a panel is for. */
export const PURPOSES = ['batch', 'recipe', 'cheaper', 'tell', 'guess', 'trainer'] as const
export type Purpose = (typeof PURPOSES)[number]
/** Samples of each kind of test, at least and at most. */
export const SAMPLES: Readonly<Record<PanelKind, readonly [least: number, most: number]>> = {
  triangle: [2, 2],
  'duo-trio': [2, 2],
  'which-is-more': [2, 2],
  preference: [2, 2],
  ranking: [3, 4],
  'just-right': [1, 4],
  guess: [2, 6],
}
/** Tasters at least and at most. Two are no panel; they are let in, and it says so. */
export const TASTERS = { least: 1, most: 60 } as const

/** What stands in a cup. */
export interface Sample {
  name: string
  /** the lot that it is poured of; null where it is made for the test, or bought for it */
  lotId: string | null
  versionId: string | null
  /** °Bx and g of acid in 100 mL, where they are known */
  brix: number | null
  ta: number | null
  /** of a trial series, the point that it is; of a ladder, the rung */
  step: number | null
  /** codes of what must be said before the first sip */
  allergens: string[]
}
export interface Cup {
  /** number of its sample */
  sample: number
  code: string
}
/** What waits for a panel: a batch that is under way, or a series of small jugs of a drink. */
export type PanelAbout = { kind: 'run'; id: string } | { kind: 'series'; id: string; recipeId: string }
/** What becomes of a batch that was tasted; or one of the samples is taken. */
export const DECISIONS = ['keep', 'correct', 'throw', 'sample'] as const
export type Decision = (typeof DECISIONS)[number]
/** What it is asked of: which of two is more of it, what is guessed. */
export type Asked = Rightness
export interface Panel {
  id: string
  standId: string
  kind: PanelKind
  purpose: Purpose
  asked: Asked | null
  about: PanelAbout | null
  samples: readonly Sample[]
  /** of each seat, its cups in the order in which they are tasted; of a duo-trio, the known one first */
  servings: readonly (readonly Cup[])[]
  /** mL in a cup */
  cupMl: number
  at: Instant
}

export type Answer =
  | { kind: 'chosen'; code: string }
  | { kind: 'ranked'; places: Readonly<Record<string, number>> }
  | { kind: 'right'; steps: Readonly<Record<string, Partial<Record<Rightness, RightStep>>>> }
  | { kind: 'guessed'; cups: Readonly<Record<string, { word: string; guess: number | null }>> }

interface ToldAt {
  id: string
  at: Instant
  by: string
}
export type PanelEventBody =
  /** allergens that a taster keeps away from: where one is in a cup, none is handed to them */
  | { kind: 'sat'; seat: number; name: string; avoids: string[] }
  | { kind: 'answered'; seat: number; answer: Answer }
  /** somebody looked which cup is which */
  | { kind: 'key-opened' }
  | { kind: 'thrown'; sample: number; reason: string }
  | { kind: 'ended' }
  /** what somebody made of it; the last one counts. The sample, where one of them is taken */
  | { kind: 'decided'; as: Decision; sample: number | null }
  | { kind: 'void'; event: string }
export type PanelEvent = ToldAt & PanelEventBody

/** What a taster sees: codes in their order, and what is asked. Nothing of it says which cup is which. */
export interface SeatView {
  kind: PanelKind
  asked: Asked | null
  seat: number
  /** of a duo-trio, the code of the known one; null otherwise */
  known: string | null
  codes: string[]
  allergens: string[]
}
