// npm run mutate: changes the core a little at a time and sees whether a test fails. Folder by folder, as
// npm run mutate -- --mutate 'core/recipe/**/*.ts,!**/*.test.ts'; what it found is judged in docs/testing.md.
export default {
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'jest.mutate.config.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  incremental: true,
  incrementalFile: 'tmp/mutation/incremental.json',
  tempDirName: 'tmp/mutation/work',
  mutate: ['core/{recipe,cost,buy,yield}/**/*.ts', '!core/**/*.test.ts', '!core/**/index.ts'],
  reporters: ['clear-text', 'json', 'progress-append-only'],
  jsonReporter: { fileName: 'tmp/mutation/report.json' },
  clearTextReporter: { allowColor: false, reportTests: false, logTests: false },
  timeoutMS: 20000,
  concurrency: 2,
  ignorePatterns: ['.build', '.nuxt', '.olvex', 'server/devices', 'tests/e2e', 'docs/screenshots'],
}
