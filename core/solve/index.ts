export * from './root'
export * from './near'
