export * from './root'
export * from './near'
export * from './program'
export * from './highs'
