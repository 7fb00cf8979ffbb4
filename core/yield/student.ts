// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- jStat has no types of its own, and the interface, which compiles the core too, finds these only so
/// <reference path="./jstat.d.ts" />
import jStat from 'jstat'

/** Student's t distribution. @param dof degrees of freedom, above 0 */
export const tQuantile = (p: number, dof: number): number => jStat.studentt.inv(p, dof)
export const tBelow = (t: number, dof: number): number => jStat.studentt.cdf(t, dof)
