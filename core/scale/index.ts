export * from './batch'
export * from './document'
