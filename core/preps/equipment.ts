import { isRated, type EquipmentKind } from '../limits/equipment'
import { ACID_ENOUGH_PH } from '../safety/limits'
import { CATALOGUE, isNumber, massG, phEstimate, volumeMl, type Specs, type StepKind, type Stream } from '../process'
import type { Evaluation, RecipeDocument, RecipeStep } from '../recipe'
import { HEADSPACE_SHARE, HOT_C } from '../scale'

// What a stand makes its preps with. A step's own numbers are what a burner or a jar usually is; where a prep is made,
// the stand's own count.

export interface Equipment {
  kind: EquipmentKind
  name: string
  /** W, of a burner what it draws, of a microwave oven what it gives to a litre of water */
  powerW: number | null
  /** mL to the brim, of a jar and a fridge */
  capacityMl: number | null
  /** g that a scale takes at once, and that it tells apart; left out by earlier releases */
  capacityG?: number | null
  stepG?: number | null
}
/** What is cooked, mixed and kept in. */
export interface Pot {
  name: string
  capacityMl: number
  heatProof: boolean
  acidProof: boolean
}

/** W and mL that a step can work with: outside, an entry is no burner and no jar. */
export const RANGE = {
  power: rangeOf(CATALOGUE.heat.params, 'burnerW'),
  jar: rangeOf(CATALOGUE.blend.params, 'jarMl'),
  fridge: { least: 1000, most: 1e7 },
  dispenser: { least: 300, most: 60_000 },
  scale: { least: 50, most: 500_000 },
  step: { least: 0.001, most: 1000 },
} as const
function rangeOf(specs: Specs, name: string): { least: number; most: number } {
  const spec = specs[name]!
  if (!isNumber(spec)) throw new Error(name)
  return { least: spec.least, most: spec.most }
}

/** What is wrong with what is told of a piece: its field and a code; nothing where it is right. */
export function checkEquipment(of: Omit<Equipment, 'name'>): Wrong[] {
  const { kind, powerW, capacityMl } = of
  if (kind === 'scale') return checkScale(of)
  const field = isRated(kind) ? 'powerW' : 'capacityMl'
  const range = kind === 'burner' || kind === 'microwave' ? RANGE.power : RANGE[kind]
  return within(field, field === 'powerW' ? powerW : capacityMl, range)
}
interface Wrong {
  field: 'powerW' | 'capacityMl' | 'capacityG' | 'stepG'
  code: string
  numbers: Record<string, number>
}
const CODES = {
  powerW: 'equipment-power',
  capacityMl: 'equipment-capacity',
  capacityG: 'scale-capacity',
  stepG: 'scale-step',
} as const
function within(
  field: Wrong['field'],
  value: number | null | undefined,
  range: { least: number; most: number },
): Wrong[] {
  const isIn = typeof value === 'number' && value >= range.least && value <= range.most
  return isIn ? [] : [{ field, code: CODES[field], numbers: { value: value ?? 0, ...range } }]
}
/** A scale tells a hundredth of what it takes apart, and most tell a thousandth. */
function checkScale({ capacityG, stepG }: Omit<Equipment, 'name'>): Wrong[] {
  const capacity = within('capacityG', capacityG, RANGE.scale)
  const most = Math.min(RANGE.step.most, (capacityG || RANGE.scale.most) / 100)
  return [...capacity, ...within('stepG', stepG, { least: RANGE.step.least, most })]
}

/** A number of a step that the stand's own piece gave. */
export interface Binding {
  out: string
  field: 'burnerW' | 'microwaveW' | 'jarMl'
  name: string
  value: number
}
export interface Bound {
  document: RecipeDocument
  by: Binding[]
}

/** Of a step, which piece it works with: the strongest burner or oven, the largest jar. */
function pieceFor(step: RecipeStep, all: readonly Equipment[]): Binding | null {
  if (step.op === 'take') return null
  const specs = (CATALOGUE[step.op] as unknown as StepKind).params
  const heater = 'heater' in specs ? ((step as { heater?: string }).heater ?? 'burner') : null
  const kind: EquipmentKind | null =
    heater === 'microwave' ? 'microwave' : heater ? 'burner' : 'jarMl' in specs ? 'jar' : null
  if (!kind) return null
  const sizeOf = (e: Equipment): number => (isRated(kind) ? e.powerW : e.capacityMl) ?? 0
  const best = all
    .filter((e) => e.kind === kind && sizeOf(e) > 0)
    .toSorted((a, b) => sizeOf(b) - sizeOf(a) || a.name.localeCompare(b.name))[0]
  if (!best) return null
  const field = kind === 'jar' ? 'jarMl' : kind === 'burner' ? 'burnerW' : 'microwaveW'
  return { out: step.out, field, name: best.name, value: sizeOf(best) }
}

/** The document as it is made here: the stand's pieces in place of the step's own numbers, and which they are. */
export function boundTo(document: RecipeDocument, equipment: readonly Equipment[]): Bound {
  const by = document.steps.flatMap((s) => pieceFor(s, equipment) ?? [])
  if (!by.length) return { document, by }
  const of = new Map(by.map((b) => [b.out, b]))
  const steps = document.steps.map((s): RecipeStep => {
    const b = of.get(s.out)
    return b ? ({ ...s, [b.field]: b.value } as RecipeStep) : s
  })
  return { document: { ...document, steps }, by }
}

/** What does not fit here, with the step it is of: a code, its numbers, and the name of the vessel. */
export interface Misfit {
  out: string
  code: string
  numbers: Record<string, number>
  name: string
}

/**
 * What the stand has no room for: a step in a vessel that no pot here takes, none stands the heat or the acid, and what
 * the fridges do not hold. Of kinds that the stand has not listed nothing is said.
 */
export function misfitsOf(made: Evaluation, pots: readonly Pot[], equipment: readonly Equipment[]): Misfit[] {
  const out: Misfit[] = []
  if (pots.length)
    for (const { step, inputs, result } of made.done) {
      if (!(CATALOGUE[step.op] as unknown as StepKind).holds.includes('vessel')) continue
      const misfit = misfitIn(step.out, [...inputs, result.out], inputs, pots)
      if (misfit) keepWorst(out, misfit)
    }
  const fridges = equipment.filter((e) => e.kind === 'fridge')
  const roomMl = fridges.reduce((sum, f) => sum + (f.capacityMl ?? 0), 0)
  const volume = made.jug.volume.value
  if (fridges.length && volume > roomMl)
    out.push({
      out: made.document.output,
      code: 'fridge-too-small',
      numbers: { volumeMl: volume, capacityMl: roomMl },
      name: fridges.map((f) => f.name).join(', '),
    })
  return out
}

/** Of one kind, the step that is farthest off: the others go with it. */
function keepWorst(all: Misfit[], one: Misfit): void {
  const volumeOf = (m: Misfit): number => m.numbers.volumeMl ?? 0
  const at = all.findIndex((m) => m.code === one.code && m.name === one.name)
  if (at < 0) all.push(one)
  else if (volumeOf(one) > volumeOf(all[at]!)) all[at] = one
}

function misfitIn(out: string, all: readonly Stream[], inputs: readonly Stream[], pots: readonly Pot[]): Misfit | null {
  const isHot = all.some((s) => s.tempC >= HOT_C)
  const isSour = all.some((s) => massG(s) > 0 && phEstimate(s).ph < ACID_ENOUGH_PH)
  const stands = (p: Pot): boolean => (p.heatProof || !isHot) && (p.acidProof || !isSour)
  const usable = pots.filter(stands)
  const code = isHot ? (isSour ? 'no-pot-heat-acid' : 'no-pot-heat') : 'no-pot-acid'
  if (!usable.length) return { out, code, numbers: {}, name: '' }
  const largest = usable.reduce((a, b) => (b.capacityMl > a.capacityMl ? b : a))
  const volume = Math.max(
    inputs.reduce((sum, s) => sum + volumeMl(s), 0),
    ...all.map(volumeMl),
  )
  return volume > largest.capacityMl * (1 - HEADSPACE_SHARE)
    ? { out, code: 'pot-too-small', numbers: { volumeMl: volume, capacityMl: largest.capacityMl }, name: largest.name }
    : null
}
