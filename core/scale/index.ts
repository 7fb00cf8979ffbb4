export * from './batch'
export * from './servings'
