export * from './batch'
export * from './buy'
