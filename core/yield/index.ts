// The study and the prediction bring the statistics package with them: they are imported from their own files, by what
// needs them.
export * from './press'
export * from './base'
export * from './base-make'
export * from './fruit'
export * from './receipt'
export * from './titration'
export * from './keeping'
export * from './amount-of'
export * from './rest'
export * from './strip'
