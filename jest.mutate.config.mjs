import all from './jest.config.mjs'

// The tests of the core for npm run mutate, with less time for each property.
const unit = all.projects.find((p) => p.displayName === 'unit')
export default {
  ...unit,
  displayName: undefined,
  setupFiles: ['<rootDir>/tests/unit/same-properties.ts'],
  testMatch: ['<rootDir>/tests/mutate/all.test.ts'],
  globals: { OLVEX_PROPERTY_MS: 60 },
}
