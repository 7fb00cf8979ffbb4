export * from './batch'
export * from './servings'
export * from './packing'
