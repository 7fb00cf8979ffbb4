import jStat from 'jstat'

/** Student's t distribution. @param dof degrees of freedom, above 0 */
export const tQuantile = (p: number, dof: number): number => jStat.studentt.inv(p, dof)
export const tBelow = (t: number, dof: number): number => jStat.studentt.cdf(t, dof)
export const tDensity = (t: number, dof: number): number => jStat.studentt.pdf(t, dof)
/** The standard normal distribution. @param p above 0 and below 1 */
export const normalQuantile = (p: number): number => jStat.normal.inv(p, 0, 1)
export const normalDensity = (x: number): number => jStat.normal.pdf(x, 0, 1)
/** The chance of more than x; far out by its expansion, where one less what is below is nothing any more. */
export const aboveNormal = (x: number): number =>
  x < FAR_OUT ? 1 - jStat.normal.cdf(x, 0, 1) : (normalDensity(x) / x) * (1 - 1 / (x * x))
const FAR_OUT = 5
