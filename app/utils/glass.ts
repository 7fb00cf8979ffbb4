import type { UnitSystem } from '#core/region'
import { shownUnit } from '#core/units/system'
/** A cup's outline in drawing units, and where a volume stands in it. A frustum: wider at the brim. */
export interface GlassShape {
  capacityMl: number
  bottomR: number
  topR: number
  height: number
}

export const glassShape = (capacityMl: number, height: number): GlassShape => ({
  capacityMl,
  bottomR: height * 0.19,
  topR: height * 0.26,
  height,
})

/** Radius at a volume: in a frustum, volume grows with the cube of the radius. */
export function radiusAt(g: GlassShape, ml: number): number {
  const share = Math.min(1, Math.max(0, ml / g.capacityMl))
  return Math.cbrt(g.bottomR ** 3 + share * (g.topR ** 3 - g.bottomR ** 3))
}
/** Height above the bottom at a volume. */
export const heightAt = (g: GlassShape, ml: number): number =>
  ((radiusAt(g, ml) - g.bottomR) / (g.topR - g.bottomR)) * g.height
/** The volume below a height: what a dragged edge means. */
export function volumeAt(g: GlassShape, height: number): number {
  const r = g.bottomR + Math.min(1, Math.max(0, height / g.height)) * (g.topR - g.bottomR)
  return (g.capacityMl * (r ** 3 - g.bottomR ** 3)) / (g.topR ** 3 - g.bottomR ** 3)
}
/** A slice of the glass between two volumes, as an SVG path with the glass standing on (cx, bottomY). */
export function slicePath(g: GlassShape, fromMl: number, toMl: number, cx: number, bottomY: number): string {
  const [y0, y1] = [bottomY - heightAt(g, fromMl), bottomY - heightAt(g, toMl)]
  const [r0, r1] = [radiusAt(g, fromMl), radiusAt(g, toMl)]
  return `M${cx - r0} ${y0}L${cx - r1} ${y1}L${cx + r1} ${y1}L${cx + r0} ${y0}Z`
}

/** Marks of a jug or a glass: one for each so many of the stand's unit, of which `times` are in a mL. */
export function marksOf(capacityMl: number, system: UnitSystem): { step: number; times: number } {
  const { times } = shownUnit('mL', system)
  const isLarge = capacityMl > 600
  return { step: system === 'us' ? (isLarge ? 4 : 2) : isLarge ? 100 : 50, times }
}
