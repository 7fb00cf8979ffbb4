export * from './till-file'
