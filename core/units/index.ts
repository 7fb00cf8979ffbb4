export * from './amount'
export * from './convert'
export * from './parse'
export * from './round'
