export * from './newsvendor'
export * from './forecast'
