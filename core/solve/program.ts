/** So much of a column, by its name. */
export type Terms = Readonly<Record<string, number>>

/** A linear program, or an integer one where columns are whole. */
export interface Program {
  minimize: Terms
  /** each row lies at or above `least` and at or below `most`, where they are given */
  rows: readonly { terms: Terms; least?: number; most?: number }[]
  columns: Readonly<Record<string, { least: number; most: number; whole?: true }>>
}

/** The best values of the columns; null where there are none. */
export type Solution = Readonly<Record<string, number>> | null
export type Solver = (program: Program) => Solution

/** Digits that a program is written with: finer than a cent in a million and a gram in a tonne. */
const DIGITS = 9
const NAME = /^[A-Za-z_][A-Za-z0-9_]*$/

function sumOf(terms: Terms): string {
  return Object.entries(terms)
    .map(([name, factor]) => {
      if (!NAME.test(name) || !Number.isFinite(factor)) throw new RangeError(`no term of a program: ${factor} ${name}`)
      return `${factor < 0 ? '-' : '+'} ${Math.abs(factor).toFixed(DIGITS)} ${name}`
    })
    .join(' ')
}

/**
 * A program in CPLEX LP format.
 * @throws RangeError for a factor that is no number, or a name that the format does not take
 */
export function lpText({ minimize, rows, columns }: Program): string {
  const lines = rows.flatMap(({ terms, least, most }, i) => [
    ...(least === undefined ? [] : [` r${i}l: ${sumOf(terms)} >= ${least.toFixed(DIGITS)}`]),
    ...(most === undefined ? [] : [` r${i}m: ${sumOf(terms)} <= ${most.toFixed(DIGITS)}`]),
  ])
  const bounds = Object.entries(columns).map(([name, { least, most }]) => ` ${least} <= ${name} <= ${most}`)
  const whole = Object.keys(columns).filter((name) => columns[name]!.whole)
  return [
    'Minimize',
    ` objective: ${sumOf(minimize)}`,
    'Subject To',
    ...lines,
    'Bounds',
    ...bounds,
    ...(whole.length ? ['General', ` ${whole.join(' ')}`] : []),
    'End',
    '',
  ].join('\n')
}
