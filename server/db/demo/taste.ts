import { v7 as uuid } from 'uuid'
import { servingsOf, type Answer, type PanelEventBody, type Sample } from '#core/sensory'
import type { Body } from '#shared/contract'
import { postPanel, postPanelEvent } from '../../taste/panels'
import { postTraining } from '../../taste/trainings'
import type { Who } from '../../people/who'
import { inTransaction } from '../connect'

// Two afternoons at an invented stand: bottled lemon against fresh, and the order of three jugs; and what a tongue
// learned before.

const SAMPLE = { lotId: null, versionId: null, brix: null, ta: null, step: null, allergens: [] }
const MS_PER_MIN = 60_000
const DAYS_AGO_MIN = 24 * 60
const NAMES = ['Ana', 'Beto', 'Cleo', 'Dina', 'Edu', 'Fay', 'Gus', 'Hana', 'Ivo']

interface Told {
  samples: Pick<Sample, 'name' | 'brix' | 'ta'>[]
  kind: 'triangle' | 'ranking'
  purpose: 'cheaper' | 'recipe'
  code: string
  /** min before now */
  agoMin: number
  /** what a taster says of the cups of a seat */
  says: (cups: readonly { sample: number; code: string }[], seat: number) => Answer
}

async function told(standId: string, who: Who, now: Date, of: Told, seed: number): Promise<void> {
  const [id, tasters] = [uuid(), of.kind === 'triangle' ? 9 : 6]
  const at = (min: number): string => new Date(now.getTime() - (of.agoMin - min) * MS_PER_MIN).toISOString()
  const dealt = { kind: of.kind, purpose: of.purpose, samples: of.samples.length }
  const servings = servingsOf(dealt, tasters, new Set(), seed)
  const panel = { id, standId, kind: of.kind, purpose: of.purpose, asked: null, about: null, cupMl: 30, code: of.code }
  const samples = of.samples.map((s) => ({ ...SAMPLE, ...s }))
  await inTransaction((tx) => postPanel(tx, { ...panel, samples, servings, at: at(0) }, who))
  const tell = (event: PanelEventBody, min: number): Promise<unknown> =>
    inTransaction((tx) => postPanelEvent(tx, id, { id: uuid(), event, at: at(min) } as never, who))
  for (const [seat, cups] of servings.entries()) {
    await tell({ kind: 'sat', seat, name: NAMES[seat]!, avoids: [] }, 2 + seat)
    await tell({ kind: 'answered', seat, answer: of.says(cups, seat) }, 4 + seat)
  }
  await tell({ kind: 'ended' }, 15)
}

/** @param owner whose tests they are @param crew whose tongue has learned */
export async function demoTaste(standId: string, owner: Who, crew: Who, now: Date): Promise<void> {
  const odd = (cups: readonly { sample: number; code: string }[]): string =>
    cups.find((c) => cups.filter((x) => x.sample === c.sample).length === 1)!.code
  // Seven of nine find it.
  await told(
    ...([standId, owner, now] as const),
    {
      ...{ kind: 'triangle', purpose: 'cheaper', code: 'BTTL37', agoMin: 6 * DAYS_AGO_MIN },
      samples: [
        { name: 'Lemon, fresh', brix: null, ta: null },
        { name: 'Lemon, bottled', brix: null, ta: null },
      ],
      says: (cups, seat) => ({
        kind: 'chosen',
        code: seat % 5 === 3 ? cups.find((c) => c.code !== odd(cups))!.code : odd(cups),
      }),
    },
    7,
  )
  const places = [
    [2, 1, 3],
    [2, 1, 3],
    [3, 1, 2],
    [2, 1, 3],
    [1, 2, 3],
    [2, 1, 3],
  ]
  await told(
    ...([standId, owner, now] as const),
    {
      ...{ kind: 'ranking', purpose: 'recipe', code: 'THRE37', agoMin: 2 * DAYS_AGO_MIN },
      samples: [
        { name: 'Rhubarb, less syrup', brix: 12.4, ta: 0.62 },
        { name: 'Rhubarb, as it is', brix: 13.6, ta: 0.61 },
        { name: 'Rhubarb, more syrup', brix: 14.8, ta: 0.6 },
      ],
      says: (cups, seat) => ({
        kind: 'ranked',
        places: Object.fromEntries(cups.map((c) => [c.code, places[seat]![c.sample]!])),
      }),
    },
    9,
  )
  async function learned(days: number, lesson: Pick<Body<'postTraining'>, 'answers' | 'named'>): Promise<void> {
    const at = new Date(now.getTime() - days * DAYS_AGO_MIN * MS_PER_MIN).toISOString()
    const body = { id: uuid(), standId, of: 'sweet' as const, unit: 'brix' as const, ...lesson, at }
    await inTransaction((tx) => postTraining(tx, body, crew))
  }
  for (const [days, missed] of [
    [9, 1],
    [3, 0.5],
  ] as const) {
    const answers = [3, 2, 1, 0.5].map((apart) => ({ apart, right: apart > missed }))
    await learned(days, { answers, named: [] })
  }
  const named = [
    { word: 'weak' as const, guess: 8, truth: 10.2 },
    { word: 'sweet' as const, guess: 14, truth: 13.1 },
    { word: 'weak' as const, guess: 10, truth: 11.1 },
    { word: 'right' as const, guess: 12, truth: 12.2 },
  ]
  await learned(2, { answers: [], named })
}
