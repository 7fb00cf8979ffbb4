export * from './glasses'
