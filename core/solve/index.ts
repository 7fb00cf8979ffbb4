export * from './root'
