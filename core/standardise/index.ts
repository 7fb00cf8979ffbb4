export * from './bottle'
export * from './label'
