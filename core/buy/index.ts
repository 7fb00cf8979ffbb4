export * from './need'
export * from './packs'
export * from './price-list'
export * from './offers'
