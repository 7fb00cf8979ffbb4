// Small symmetric systems, as a regression of a dozen effects asks for them.

export type Matrix = readonly (readonly number[])[]

/**
 * The inverse of a symmetric matrix above zero, by Cholesky.
 * @throws RangeError where it is not above zero
 */
export function inverse(a: Matrix): number[][] {
  const n = a.length
  const low = a.map((row) => row.map(() => 0))
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i]![j]!
      for (let k = 0; k < j; k++) sum -= low[i]![k]! * low[j]![k]!
      if (i !== j) low[i]![j] = sum / low[j]![j]!
      else if (sum > 0) low[i]![i] = Math.sqrt(sum)
      else throw new RangeError('the matrix is not above zero')
    }
  }
  // Column by column: down through the lower half, and up again through its transpose.
  const out = a.map((row) => row.map(() => 0))
  for (let c = 0; c < n; c++) {
    const y: number[] = []
    for (let i = 0; i < n; i++) {
      let sum = i === c ? 1 : 0
      for (let k = 0; k < i; k++) sum -= low[i]![k]! * y[k]!
      y.push(sum / low[i]![i]!)
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = y[i]!
      for (let k = i + 1; k < n; k++) sum -= low[k]![i]! * out[k]![c]!
      out[i]![c] = sum / low[i]![i]!
    }
  }
  return out
}

export const timesVector = (a: Matrix, v: readonly number[]): number[] =>
  a.map((row) => row.reduce((sum, x, i) => sum + x * v[i]!, 0))
export const dotOf = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, x, i) => sum + x * b[i]!, 0)
