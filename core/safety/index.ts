export * from './cautions'
export * from './tcs'
