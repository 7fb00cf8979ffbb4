import { itemKey, type RecipeDocument, type RecipeStep } from './document'
import { volumeOf } from './edit'
import { canonical } from './standard'

// What two versions of a recipe do not have in common.

/** A step that is otherwise in the second document than in the first. */
export interface StepChange {
  kind: 'added' | 'removed' | 'changed' | 'moved'
  /** the stream that the step makes */
  out: string
  op: RecipeStep['op']
  /** what is taken, where it is a take */
  item: string | null
  /** numbers and names that differ, from and to */
  fields: { name: string; from: unknown; to: unknown }[]
}
/** How it is served, otherwise. */
export type ServeChange =
  | { what: 'volume' | 'ice' | 'pour'; from: number; to: number }
  | { what: 'garnish' | 'cup' | 'way' | 'options' | 'sizes' | 'dispenser' | 'rest' | 'keeping' }

const isSame = (a: unknown, b: unknown): boolean => canonical(a ?? null) === canonical(b ?? null)

/** Steps that came, went, or have other numbers; `moved` where only what goes in is otherwise. */
export function stepChanges(before: RecipeDocument, after: RecipeDocument): StepChange[] {
  const stepsOf = (doc: RecipeDocument) => new Map(doc.steps.map((s) => [s.out, s]))
  const [was, is] = [stepsOf(before), stepsOf(after)]
  const told = (kind: StepChange['kind'], s: RecipeStep, fields: StepChange['fields'] = []): StepChange => ({
    kind,
    out: s.out,
    op: s.op,
    item: s.op === 'take' ? itemKey(s.item) : null,
    fields,
  })
  const out: StepChange[] = []
  for (const s of before.steps) if (!is.has(s.out)) out.push(told('removed', s))
  for (const s of after.steps) {
    const old = was.get(s.out)
    if (!old) out.push(told('added', s))
    else {
      const fields = fieldsBetween(old, s)
      if (fields.length) out.push(told(fields.every((f) => f.name === 'in') ? 'moved' : 'changed', s, fields))
    }
  }
  return out
}
function fieldsBetween(old: RecipeStep, s: RecipeStep): StepChange['fields'] {
  const [a, b] = [old, s] as unknown as [Record<string, unknown>, Record<string, unknown>]
  return [...new Set([...Object.keys(a), ...Object.keys(b)])]
    .filter((name) => !isSame(a[name], b[name]))
    .map((name) => ({ name, from: a[name] ?? null, to: b[name] ?? null }))
}

export function serveChanges(before: RecipeDocument, after: RecipeDocument): ServeChange[] {
  const [a, b] = [before.serve, after.serve]
  const numbers = (
    [
      ['volume', volumeOf(before), volumeOf(after)],
      ['ice', a?.iceG ?? 0, b?.iceG ?? 0],
      ['pour', a?.labourS ?? 0, b?.labourS ?? 0],
    ] as const
  ).flatMap(([what, from, to]): ServeChange[] => (from === to ? [] : [{ what, from, to }]))
  const others = (
    [
      ['garnish', a?.garnish ?? [], b?.garnish ?? []],
      ['cup', a?.cupId, b?.cupId],
      ['way', wayOf(a), wayOf(b)],
      ['options', a?.options ?? [], b?.options ?? []],
      ['sizes', a?.sizes ?? [], b?.sizes ?? []],
      ['dispenser', a?.dispenser, b?.dispenser],
      ['rest', a?.rest, b?.rest],
      ['keeping', before.keeping, after.keeping],
    ] as const
  ).flatMap(([what, was, is]): ServeChange[] => (isSame(was, is) ? [] : [{ what }]))
  return [...numbers, ...others]
}

/** How its ice is, and what is done with it. */
const wayOf = (s: RecipeDocument['serve']): unknown => [s?.way ?? 'poured', s?.iceShape ?? 'cube']

/** Everything that somebody changed, each thing once: what follows from it, such as what goes into a mix, is none. */
export function thingsChanged(before: RecipeDocument, after: RecipeDocument): (StepChange | ServeChange)[] {
  const steps = stepChanges(before, after).flatMap((c): StepChange[] => {
    // The volume that all of it is made up to is said by itself.
    const fields = c.fields.filter((f) => f.name !== 'in' && !(c.out === after.output && f.name === 'toVolumeMl'))
    if (c.kind === 'moved' || (c.kind === 'changed' && !fields.length)) return []
    return [{ ...c, fields }]
  })
  return [...steps, ...serveChanges(before, after)]
}
