export * from './tcs'
