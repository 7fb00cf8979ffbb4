export * from './split'
export * from './by-drink'
