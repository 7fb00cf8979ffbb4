export * from './newsvendor'
export * from './forecast'
export * from './hours'
