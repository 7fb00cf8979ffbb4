export * from './batch'
