import { availableParallelism } from 'node:os';

const swc = {
  jsc: {
    target: 'es2022',
    parser: { syntax: 'typescript', tsx: true },
    transform: { react: { runtime: 'automatic' } },
  },
  module: { type: 'commonjs' },
};

const shared = {
  testEnvironment: 'node',
  setupFilesAfterEnv: ['<rootDir>/scripts/patience.ts'],
  modulePathIgnorePatterns: ['<rootDir>/.cache/'],
  transform: { '^.+\\.m?[tj]sx?$': ['@swc/jest', swc] },
  // Published as ES modules alone.
  transformIgnorePatterns: ['/node_modules/(?!fuzzysort/|@angular/compiler/)'],
  moduleNameMapper: {
    '^@vectura/core$': '<rootDir>/packages/core/src/index.ts',
    '^@vectura/core/read$': '<rootDir>/packages/core/src/read/index.ts',
    '^@vectura/core/documents$': '<rootDir>/packages/core/src/model/documents/index.ts',
    '^@vectura/server/schemas$': '<rootDir>/packages/server/src/http/schemas.ts',
    '^@vectura/core/sources$': '<rootDir>/packages/core/src/model/sourceFiles.ts',
    '^@vectura/core/reach$': '<rootDir>/packages/core/src/follow/reach.ts',
    '^@vectura/core/out$': '<rootDir>/packages/core/src/write/out.ts',
  },
};

export default {
  // Two at least: a test that waits for a browser leaves its processor to another.
  maxWorkers: Math.max(2, availableParallelism() - 1),
  projects: [
    { ...shared, displayName: 'unit', testMatch: ['<rootDir>/{packages,scripts,attack}/**/*.test.ts'] },
    {
      ...shared,
      displayName: 'browser',
      testMatch: ['<rootDir>/e2e/**/*.test.ts'],
    },
  ],
};
