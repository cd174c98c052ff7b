import { availableParallelism } from 'node:os'

export default {
  // Both of two processors; what is slow then is no fault.
  maxWorkers: Math.max(2, availableParallelism() - 1),
  testTimeout: 30_000,
  roots: ['<rootDir>/core', '<rootDir>/cli', '<rootDir>/app', '<rootDir>/workers', '<rootDir>/server'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/core/testing/transform.mjs',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
  // In Node the solid library finds its own WASM.
  moduleNameMapper: { '\\.wasm(\\?url)?$': '<rootDir>/core/testing/own.ts' },
  testEnvironment: 'node',
  setupFiles: ['<rootDir>/core/testing/seed.ts'],
}
