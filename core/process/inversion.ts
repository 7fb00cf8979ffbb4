import { CRYSTALS, INDEX, MOLAR_MASS, inversionPerS } from '../substances'
import { phEstimate } from './acidity'
import { settled } from './phase'
import type { Stream } from './stream'

const WATER_G_PER_MOL = 18.015

/**
 * Share of the sucrose that splits in `minutes` at a pH and temperature; first order. See {@link inversionPerS} for how
 * far to trust it.
 */
export const invertedShare = (ph: number, tempC: number, minutes: number): number =>
  1 - Math.exp(-inversionPerS(ph, tempC) * minutes * 60)

/**
 * Sucrose of an acid syrup that has stood hot for `minutes`, split into glucose and fructose. A mole of sucrose takes
 * up a mole of water, so the grams stay the same in all: the declared extent of a reaction.
 */
export function inverted(s: Stream, minutes: number): { stream: Stream; share: number } {
  // Only what is dissolved splits; what lies on the bottom stays crystals until it has dissolved.
  const dissolved = s.amountsG[INDEX.sucrose]! - (s.crystals?.[CRYSTALS.indexOf('sucrose')] ?? 0)
  if (minutes <= 0 || dissolved <= 0) return { stream: s, share: 0 }
  const share = invertedShare(phEstimate(s).ph, s.tempC, minutes)
  const mol = Math.min((dissolved * share) / MOLAR_MASS.sucrose!, s.amountsG[INDEX.water]! / WATER_G_PER_MOL)
  const amountsG = s.amountsG.slice()
  amountsG[INDEX.sucrose]! -= mol * MOLAR_MASS.sucrose!
  amountsG[INDEX.water]! -= mol * WATER_G_PER_MOL
  const hexose = (mol * (MOLAR_MASS.sucrose! + WATER_G_PER_MOL)) / 2
  amountsG[INDEX.glucose]! += hexose
  amountsG[INDEX.fructose]! += hexose
  // With less sucrose and less water, what lies on the bottom is another amount.
  return { stream: settled(amountsG, s.tempC, 0, s.crystals), share }
}
