import { liquid, volumeMl } from '../process'
import { rootBetween } from '../solve'
import { COMPONENTS, INDEX } from '../substances'
import { labelFault, type Label } from './label'

// A bottle states its serving and its content in mL. What that weighs is not on it, but what is in it is: water up to
// the volume, with the sugars as sucrose.

/** A label as it is read: a can in g, a bottle in mL. */
export type StatedLabel = Omit<Label, 'servingG' | 'netG'> & { unit: 'g' | 'mL'; serving: number; net: number }
/** What is wrong with it, and with which of its fields. */
export interface StatedFault {
  code: string
  field: 'serving' | 'net' | 'sugarsG' | 'fatG' | 'proteinG'
}

/** A label by weight, or what is wrong with it. */
export function labelOf({ unit, serving, net, ...facts }: StatedLabel): Label | StatedFault {
  // The signs first: whatever it is stated in, they are wrong for the same reason.
  const fault = labelFault({ ...facts, servingG: serving, netG: net })
  const isOver = fault?.code === 'label-over-serving'
  if (fault && !(isOver && unit === 'mL'))
    return { code: fault.code, field: STATED[fault.field as keyof typeof STATED] ?? (fault.field as 'sugarsG') }
  if (unit === 'g') return { ...facts, servingG: serving, netG: net }
  return bottleInGrams({ ...facts, servingMl: serving, netMl: net }) ?? { code: 'label-over-serving', field: 'serving' }
}
const STATED = { servingG: 'serving', netG: 'net' } as const

/** The same with `servingMl` and `netMl` in place of grams. */
export type BottleLabel = Omit<Label, 'servingG' | 'netG'> & { servingMl: number; netMl: number }

/** mL within which a serving fills what is stated. */
const TOLERANCE_ML = 1e-6
/** °C of a bottle on its shelf. */
const SHELF_C = 20

/**
 * A bottle's label by weight: water fills each serving up to its volume.
 * @returns null where what is stated of a serving takes more room than the serving, or nothing of it is above 0
 */
export function bottleInGrams({ servingMl, netMl, ...facts }: BottleLabel): Label | null {
  if (!(servingMl > 0 && netMl > 0)) return null
  const dryG = facts.sugarsG + facts.fatG + facts.proteinG
  const volumeWith = (waterG: number): number => {
    const amountsG: number[] = COMPONENTS.map(() => 0)
    amountsG[INDEX.water] = waterG
    amountsG[INDEX.sucrose] = facts.sugarsG
    amountsG[INDEX.fat] = facts.fatG
    amountsG[INDEX.protein] = facts.proteinG
    return volumeMl(liquid(amountsG, SHELF_C))
  }
  const off = (waterG: number): number => volumeWith(waterG) - servingMl
  // Nobody bottles dry sugar: some water is in it.
  const least = 0.05 * dryG
  if (off(least) > 0) return null
  const waterG = rootBetween(off, least, 2 * servingMl, TOLERANCE_ML)
  const servingG = waterG + dryG
  return { ...facts, servingG, netG: (servingG * netMl) / servingMl }
}
