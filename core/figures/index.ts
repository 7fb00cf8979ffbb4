export * from './figure'
export type { FunctionName } from './functions'
