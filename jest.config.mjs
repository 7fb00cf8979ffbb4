const swc = [
  '@swc/jest',
  {
    jsc: { target: 'es2022', parser: { syntax: 'typescript', decorators: false }, experimental: {} },
    module: { type: 'commonjs' },
  },
]
const common = {
  transform: { '^.+\\.(t|j|mj)s$': swc },
  transformIgnorePatterns: [],
  // `convert` has only an `import` entry, which Jest's resolver does not look at; the transform turns it into CommonJS.
  moduleNameMapper: {
    '^convert$': '<rootDir>/node_modules/convert/dist/index.js',
    '^#core$': '<rootDir>/core/index.ts',
    '^#core/(.*)$': '<rootDir>/core/$1',
    '^#shared/(.*)$': '<rootDir>/shared/$1',
    '^~/(.*)$': '<rootDir>/app/$1',
  },
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/.build', '<rootDir>/.nuxt', '<rootDir>/tmp'],
}
export default {
  // How long something may hang, on a machine that others use too; how fast it is, the bench says.
  testTimeout: 90_000,
  projects: [
    {
      ...common,
      displayName: 'unit',
      setupFiles: ['<rootDir>/tests/unit/same-properties.ts'],
      testMatch: ['<rootDir>/core/**/*.test.ts', '<rootDir>/shared/**/*.test.ts', '<rootDir>/tests/unit/**/*.test.ts'],
    },
    { ...common, displayName: 'api', testMatch: ['<rootDir>/tests/api/**/*.test.ts'] },
    { ...common, displayName: 'cluster', testMatch: ['<rootDir>/tests/cluster/**/*.test.ts'] },
  ],
}
