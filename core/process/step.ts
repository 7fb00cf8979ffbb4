import type { Figure, FunctionName, Unit } from '../figures'
import { call, given } from '../figures'
import { ProcessLimit } from './limit'
import { massG, type Stream } from './stream'

export { ProcessLimit }

export interface NamedStream {
  name: string
  stream: Stream
}
/** Worth a look, not wrong: code and numbers. */
export interface Flag {
  code: string
  numbers: Record<string, number>
}

/** The numbers a step worked with, by name: what it tells and what it explains are made of the same ones. */
export type Used = Readonly<Record<string, number>>

/** What a stove burns. */
export const CARRIERS = ['electricity', 'gas'] as const
export type Carrier = (typeof CARRIERS)[number]

export interface StepResult<U extends Used = Used> {
  out: Stream
  /** kept for another use, taken by a later step as `<out>/<name>`, or thrown away */
  byProducts: NamedStream[]
  /** gone: drips, steam, what sticks */
  losses: NamedStream[]
  handMin: number
  waitMin: number
  /** at the appliance, kJ */
  energyKj: number
  carrier: Carrier
  cautions: string[]
  flags: Flag[]
  used: U
}

export const plainResult = (out: Stream): StepResult<Record<never, number>> => ({
  out,
  byProducts: [],
  losses: [],
  handMin: 0,
  waitMin: 0,
  energyKj: 0,
  carrier: 'electricity',
  cautions: [],
  flags: [],
  used: {},
})

/** What a step keeps busy while it runs. */
export type Equipment =
  'sink' | 'knife' | 'press' | 'blender' | 'strainer' | 'burner' | 'vessel' | 'fridge' | 'dispenser'

/** It counts only for one choice of another field, and is asked for only then. */
export interface Only {
  with: string
  is: string
}
/** Whether a field of a step is asked for, by what is chosen in the others. */
export function isAsked(specs: Specs, name: string, given: Readonly<Record<string, unknown>>): boolean {
  const spec = specs[name]!
  const only = 'only' in spec ? spec.only : undefined
  if (!only) return true
  const other = specs[only.with] as ChoiceSpec
  return (given[only.with] ?? other.default) === only.is
}
/**
 * A number of a step. Without a default it must be given. `model` is the range the formula was made for: outside, the
 * step computes and flags the figure. `limit` is the code of the sentence for a number out of bounds, where there is a
 * better one than the general.
 */
export interface NumberSpec {
  unit: Unit
  least: number
  most: number
  default?: number
  optional?: true
  only?: Only
  source?: string
  model?: readonly [number, number]
  limit?: string
  /**
   * Grows with the recipe, as grams and minutes of hands by the piece do; or only for some choices of another field.
   * Times, temperatures, rates and sizes of vessels stay as they are.
   */
  scales?: true | { with: string; is: readonly string[] }
}
export interface ChoiceSpec {
  choices: readonly string[]
  only?: Only
  default?: string
  source?: string
}
export interface TextSpec {
  text: true
}
export type Spec = NumberSpec | ChoiceSpec | TextSpec
export type Specs = Readonly<Record<string, Spec>>

type ValueOf<S> = S extends ChoiceSpec ? S['choices'][number] : S extends TextSpec ? string : number
type MayMiss<S> = S extends { default: unknown } | { optional: true } ? true : false
/** What a recipe writes for a step: what has a default may be left out. */
export type Given<S extends Specs> = { [K in keyof S as MayMiss<S[K]> extends true ? never : K]: ValueOf<S[K]> } & {
  [K in keyof S as MayMiss<S[K]> extends true ? K : never]?: ValueOf<S[K]>
}
/** What a step computes with. */
export type Filled<S extends Specs> = {
  readonly [K in keyof S]: S[K] extends { optional: true } ? ValueOf<S[K]> | undefined : ValueOf<S[K]>
}

/** What the step's file tells: see the docstring of each. */
interface Definition<O extends string, S extends Specs, U extends Used> {
  op: O
  /** how many streams go in */
  inputs: 1 | 2 | 'many'
  params: S
  /** message code of how one sees that it is done */
  endSign: string
  holds: readonly Equipment[]
  /** whether the output is the inputs put together and nothing else: a glass can be drawn from them */
  mixes?: (result: StepResult) => boolean
  /** an input of no grams is no mistake: a glass may have a layer that nobody has weighed yet */
  takesNothing?: true
  /** it is told of a batch while it is made: no recipe is written with it */
  ofBatch?: true
  /** earliest and latest minutes at which it is done with these inputs; null where the model does not know */
  window?: (p: Filled<S>, inputs: readonly Stream[]) => Window | null
  run: (inputs: readonly Stream[], p: Filled<S>) => StepResult<U>
  /** figures beside mass and volume that the step is about, each with its sum, from what it worked with */
  explain?: (of: Explain<S, U>) => Figure[]
}

/** Helps a step to explain itself: its numbers as leaves that say whether they were given, and formulas by name. */
export interface Explain<S extends Specs, U extends Used> {
  p: Filled<S>
  n: U
  param: (name: keyof S & string) => Figure
  /** a number that the step worked with */
  used: (name: keyof U & string, label: string, unit: Unit) => Figure
  call: (label: string, unit: Unit, name: FunctionName, ...args: Figure[]) => Figure
}

/** Earliest and latest minutes at which a step is done. */
export type Window = readonly [earliestMin: number, latestMin: number]

/** One unit operation of the trade. A new one is a file in steps/ and a line in the catalogue. */
export interface StepKind<O extends string = string, S extends Specs = Specs> {
  op: O
  inputs: 1 | 2 | 'many'
  params: S
  endSign: string
  holds: readonly Equipment[]
  /** told of a batch while it is made: no recipe is written with it */
  ofBatch: boolean
  /** whether its output, as it ran, is its inputs put together and nothing else */
  mixes: (result: StepResult) => boolean
  window: (given: Given<S>, inputs: readonly Stream[]) => Window | null
  /** @throws ProcessLimit where the step cannot be done as asked */
  run: (inputs: readonly Stream[], given: Given<S>) => StepResult
  /** figures of what `run` did with these numbers */
  explain: (given: Given<S>, result: StepResult) => Figure[]
}

export const isNumber = (s: Spec): s is NumberSpec => 'unit' in s
export const isChoice = (s: Spec): s is ChoiceSpec => 'choices' in s

/**
 * Makes a step from its definition: numbers are held to their bounds, defaults filled in, and what lies outside the
 * model's range is flagged.
 */
export function defineStep<const O extends string, const S extends Specs, U extends Used = Record<never, number>>(
  d: Definition<O, S, U>,
): StepKind<O, S> {
  const specs = Object.entries(d.params)
  const numbers = specs.filter((e): e is [string, NumberSpec] => isNumber(e[1]))
  function filled(given: Given<S>): Filled<S> {
    const p: Record<string, unknown> = { ...given }
    for (const [name, spec] of specs) {
      if ('default' in spec) p[name] ??= spec.default
      if (isNumber(spec)) bounded(name, spec, p[name] as number | undefined)
      else if (isChoice(spec) && !spec.choices.includes(p[name] as string))
        throw new ProcessLimit('choice-unknown', {}, name)
    }
    return p as Filled<S>
  }
  return {
    op: d.op,
    inputs: d.inputs,
    params: d.params,
    endSign: d.endSign,
    holds: d.holds,
    ofBatch: d.ofBatch ?? false,
    mixes: d.mixes ?? (() => false),
    window: (given, inputs) => d.window?.(filled(given), inputs) ?? null,
    run(inputs, given) {
      const wanted = d.inputs === 'many' ? Math.max(1, inputs.length) : d.inputs
      if (inputs.length !== wanted) throw new ProcessLimit('inputs-count', { wanted, given: inputs.length })
      const p = filled(given)
      // Nothing in gives nothing out, and no figure of it means anything.
      if (!d.takesNothing)
        for (const s of inputs) if (!(massG(s) >= LEAST_G)) throw new ProcessLimit('nothing-in', { massG: massG(s) })
      const result = d.run(inputs, p)
      for (const [name, { model }] of numbers) {
        const value = p[name] as number | undefined
        if (model && value !== undefined && (value < model[0] || value > model[1]))
          result.flags.push({ code: `outside-range`, numbers: { value, from: model[0], to: model[1] } })
      }
      return result
    },
    explain(params, result) {
      const p = filled(params)
      const n = result.used as U
      const param = (name: string): Figure => {
        const spec = d.params[name] as NumberSpec
        const typed = (params as Record<string, unknown>)[name] !== undefined
        return given(
          `param-${kebab(name)}`,
          p[name as keyof S] as number,
          spec.unit,
          typed ? 'measured' : 'default',
          typed ? 'source.recipe' : spec.source,
        )
      }
      const used = (name: keyof U & string, label: string, unit: Unit): Figure =>
        given(label, n[name] as number, unit, 'estimated', 'source.process')
      return (
        d.explain?.({ p, n, param, used, call: (label, unit, name, ...args) => call(label, unit, name, args) }) ?? []
      )
    },
  }
}

export const kebab = (name: string): string => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)

/** g below which there is nothing to work with: a thousandth, as the books keep amounts. */
const LEAST_G = 1e-3

function bounded(name: string, { least, most, optional, limit }: NumberSpec, value: number | undefined): void {
  if (value === undefined && optional) return
  if (typeof value !== 'number' || !(value >= least && value <= most))
    throw new ProcessLimit(limit ?? 'step-number', { [name]: value ?? NaN, value: value ?? NaN, least, most }, name)
}
