import { BENCH_C, volumeOf, withVolume } from './edit'
import { DOCUMENT_SCHEMA, type GuestOption, type RecipeDocument, type RecipeStep, type Size } from './document'
import { scaledDocument } from './scaled'

// The same drink in another cup, and with what a guest may have in it: documents of their own, evaluated as any other.

/** One cup of a drink in another size: as much of everything as its drink is more. @param cup of the usual size */
export function inSize(cup: RecipeDocument, { cupId, drinkMl, iceG }: Size, cupMl = volumeOf(cup)): RecipeDocument {
  const scaled = cupMl > 0 ? scaledDocument(cup, drinkMl / cupMl) : cup
  return { ...withVolume(scaled, drinkMl), serve: { ...scaled.serve!, cupId, iceG } }
}

/** A cup with what a guest chose, poured on top: the drink itself stays as it is. */
export function withOptions(cup: RecipeDocument, chosen: readonly GuestOption[]): RecipeDocument {
  if (!chosen.length) return cup
  const takes = chosen.map(({ item, massG }, i): RecipeStep => ({
    op: 'take',
    out: `option-${i}`,
    item,
    amount: { value: massG, unit: 'g' },
    tempC: cup.serve?.pouredTempC ?? BENCH_C,
  }))
  const all: RecipeStep = { op: 'combine', in: [cup.output, ...takes.map((s) => s.out)], out: 'with-options' }
  return { ...cup, schema: DOCUMENT_SCHEMA, steps: [...cup.steps, ...takes, all], output: 'with-options' }
}

/** Every choice that guests can make, from nothing to all of it. */
export function choicesOf(options: readonly GuestOption[]): GuestOption[][] {
  return Array.from({ length: 2 ** options.length }, (_, bits) => options.filter((_, i) => bits & (1 << i)))
}

/** What is poured and what is put on top of it is measured in so much. Common practice, no source. */
const STEP = 5
const toStep = (amount: number): number => Math.round(amount / STEP) * STEP

/**
 * A drink in another cup, to begin with: as full as the usual one is, with ice by the same share.
 * @param usual mL of drink and g of ice in the usual cup, and the mL of its fill line
 */
export function sizeFor(
  cup: { id: string; fillLineMl: number },
  usual: { drinkMl: number; iceG: number; fillLineMl: number },
): Size {
  const share = cup.fillLineMl / usual.fillLineMl
  return { cupId: cup.id, drinkMl: toStep(usual.drinkMl * share), iceG: toStep(usual.iceG * share) }
}

/** g of a top and of a spoon, before somebody says. Common practice, no source. */
export const USUAL_OPTION_G: Readonly<Record<GuestOption['kind'], number>> = { top: 60, spoon: 15 }

/**
 * Between what cups lay, and their mean, each cup counted once; null where there are none, or one of them is not known.
 * @param of values with how many cups have them
 */
export function spreadOfCups(
  of: readonly { value: number | null; cups: number }[],
): { low: number; high: number; mean: number } | null {
  const range = rangeOf(of.map((o) => o.value))
  const cups = of.reduce((n, o) => n + o.cups, 0)
  if (!range || !(cups > 0)) return null
  return { low: range[0], high: range[1], mean: of.reduce((sum, o) => sum + o.value! * o.cups, 0) / cups }
}

/** The least and the most of some values; null where one of them is not known. */
export function rangeOf(values: readonly (number | null)[]): readonly [least: number, most: number] | null {
  const known = values.flatMap((v) => v ?? [])
  return known.length && known.length === values.length ? [Math.min(...known), Math.max(...known)] : null
}
