/** The parts of jStat that are used; the package has no types of its own. */
declare module 'jstat' {
  interface Distribution {
    inv(p: number, dof: number): number
    cdf(x: number, dof: number): number
    pdf(x: number, dof: number): number
  }
  interface Normal {
    inv(p: number, mean: number, deviation: number): number
    cdf(x: number, mean: number, deviation: number): number
    pdf(x: number, mean: number, deviation: number): number
  }
  const jStat: { studentt: Distribution; normal: Normal; inv(matrix: number[][]): number[][] }
  export default jStat
}
