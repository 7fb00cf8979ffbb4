export * from './press'
export * from './fruit'
