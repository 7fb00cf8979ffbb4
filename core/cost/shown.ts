import { largestRemainder, roundToStep } from '../units'
import type { Cost } from './cup'

/**
 * Each line of a cost in whole coins, by largest remainder, so that the lines that are shown add up to the sum that is
 * shown. What is carried away is taken off in one line: it is what the others are more than the sum. A line without a
 * price has 0.
 * @param decimals that the currency is paid in
 */
export function coinsOfLines({ lines, known }: Cost, decimals: number): ReadonlyMap<string, number> {
  const coin = 10 ** -decimals
  const added = lines.filter((l) => l.kind !== 'kept')
  const shown = largestRemainder(
    added.map((l) => l.cost?.value ?? 0),
    coin,
  )
  const away = roundToStep(known.value, coin) - shown.reduce((a, b) => a + b, 0)
  return new Map(lines.map((l) => [lineKey(l), l.kind === 'kept' ? away : shown[added.indexOf(l)]!]))
}

/** What a line is found by. */
export const lineKey = ({ kind, key }: Pick<Cost['lines'][number], 'kind' | 'key'>): string => `${kind}:${key}`
