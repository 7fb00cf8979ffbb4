export * from './need'
export * from './packs'
export * from './price-list'
