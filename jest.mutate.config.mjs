import all from './jest.config.mjs'

// The tests of the core for npm run mutate: without those that start programs, and with less time for each property.
const unit = all.projects.find((p) => p.displayName === 'unit')
export default {
  ...unit,
  displayName: undefined,
  setupFiles: ['<rootDir>/tests/unit/same-properties.ts'],
  testMatch: ['<rootDir>/core/**/*.test.ts', '<rootDir>/tests/unit/{laws,told,worked-recipes,lot,pending}.test.ts'],
  testPathIgnorePatterns: ['core/evidence', 'core/time', 'core/solve'],
  globals: { OLVEX_PROPERTY_MS: 60 },
}
