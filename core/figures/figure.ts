import { FUNCTIONS, type FunctionName } from './functions'

export type Basis = 'measured' | 'estimated' | 'default'
export type Unit =
  | 'g'
  | 'kg'
  | 'mL'
  | 'L'
  | 'min'
  | 's'
  | '1'
  | '%'
  | '°Bx'
  | '°C'
  | 'g/mL'
  | 'g/100 mL'
  | 'mL/kg'
  | 'kJ/(kg K)'
  | 'W'
  | 'W/K'
  | 'kJ'
  | 'kJ/K'
  | 'kWh'
  | 'kJ/kg'
  | 'kJ/g'
  | 'kcal'
  | 'kcal/g'
  | 'mg'
  | 'g/L'
  | 'm'
  | 'h'
  | 'g/g'
  | 'mmol'
  | 'mol'
  | 'mol/L'
  | 'mol/kg'
  | 'g/min'
  | '1/min'
  | 'g/100 g'
  | 'g/100 g h'
  | 'pH'
  | 'cups'
  | 'batches'
  | 'money'
  | 'money/g'
  | 'money/kg'
  | 'money/L'
  | 'money/h'
  | 'money/kWh'
  | 'min/L'
  | 'pieces'

export type Operation = 'given' | 'sum' | 'difference' | 'product' | 'quotient' | { call: FunctionName }

/**
 * One figure and the sum that made it. The tree *is* the computation: a figure's value is worked out from its
 * arguments when it is made, so what a screen explains cannot drift from what it shows.
 */
export interface Figure {
  readonly value: number
  readonly unit: Unit
  readonly basis: Basis
  /** Message code of what this is, such as `sugars` or `mass-of`. */
  readonly label: string
  /** Names for the message: an ingredient key, a recipe name, a count. */
  readonly params?: Readonly<Record<string, string | number>>
  readonly op: Operation
  readonly args: readonly Figure[]
  /** Message code or text of where a given value comes from. */
  readonly source?: string
}

type Params = Figure['params']

/** A leaf: something measured, typed, or taken from a handbook. */
export function given(
  label: string,
  value: number,
  unit: Unit,
  basis: Basis,
  source?: string,
  params?: Params,
): Figure {
  return { value, unit, basis, label, op: 'given', args: [], source, params }
}

export function sum(label: string, unit: Unit, args: readonly Figure[], params?: Params): Figure {
  return derived(label, unit, 'sum', args, params)
}
export function difference(label: string, unit: Unit, a: Figure, b: Figure, params?: Params): Figure {
  return derived(label, unit, 'difference', [a, b], params)
}
export function product(label: string, unit: Unit, args: readonly Figure[], params?: Params): Figure {
  return derived(label, unit, 'product', args, params)
}
export function quotient(label: string, unit: Unit, a: Figure, b: Figure, params?: Params): Figure {
  return derived(label, unit, 'quotient', [a, b], params)
}
/** A named formula of the core, applied to figures. */
export function call(label: string, unit: Unit, name: FunctionName, args: readonly Figure[], params?: Params): Figure {
  return derived(label, unit, { call: name }, args, params)
}

/** A number that only changes unit, such as 1000 mL in a litre. */
export function factor(value: number, unit: Unit = '1'): Figure {
  return given('unit-factor', value, unit, 'measured')
}

function derived(label: string, unit: Unit, op: Operation, args: readonly Figure[], params?: Params): Figure {
  let basis: Basis = 'measured'
  for (const a of args) if (a.basis !== 'measured') basis = 'estimated'
  return { value: apply(op, args, valueOf, NaN), unit, basis, label, op, args, params }
}
const valueOf = (f: Figure): number => f.value

/** Made on every pointer move, some hundred at a time: loops instead of arrays in between. */
function apply(op: Operation, args: readonly Figure[], value: (f: Figure) => number, leaf: number): number {
  if (op === 'given') return leaf
  if (op === 'difference') return value(args[0]!) - value(args[1]!)
  if (op === 'quotient') return value(args[0]!) / value(args[1]!)
  if (op === 'sum') {
    let total = 0
    for (const a of args) total += value(a)
    return total
  }
  if (op === 'product') {
    let total = 1
    for (const a of args) total *= value(a)
    return total
  }
  return (FUNCTIONS[op.call] as (...numbers: number[]) => number)(...args.map(value))
}

/** Works the tree out again from its leaves alone. Equal to `figure.value` for every figure, which the tests hold. */
export function evaluateFigure(figure: Figure): number {
  return apply(figure.op, figure.args, evaluateFigure, figure.value)
}
