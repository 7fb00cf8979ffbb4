export * from './facts'
export * from './claims'
export * from './herbs'
