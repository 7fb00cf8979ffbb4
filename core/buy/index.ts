export * from './fruit'
export * from './packs'
export * from './price-list'
