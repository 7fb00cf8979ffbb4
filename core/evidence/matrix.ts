import jStat from 'jstat'

export type Matrix = readonly (readonly number[])[]

/** @param a square, and not singular */
export const inverse = (a: Matrix): number[][] => jStat.inv(a.map((row) => [...row]))
export const dotOf = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, x, i) => sum + x * b[i]!, 0)
export const timesVector = (a: Matrix, v: readonly number[]): number[] => a.map((row) => dotOf(row, v))
