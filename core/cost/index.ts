export * from './price-book'
export * from './cup'
