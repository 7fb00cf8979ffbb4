export * from './newsvendor'
