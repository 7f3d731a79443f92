const swc = {
  '^.+\\.tsx?$': [
    '@swc/jest',
    {
      jsc: {
        parser: { syntax: 'typescript', tsx: true, decorators: true },
        transform: { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false },
        target: 'es2022',
        keepClassNames: true,
      },
      module: { type: 'es6' },
    },
  ],
};

/** The core as its source; in one piece where a whole run made it so: what a hundred files load is linked once. */
const core = process.env.CORE_IN_ONE ?? '<rootDir>/core/src/index.ts';

const project = (displayName, testMatch, extra = {}) => ({
  displayName,
  testMatch,
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: swc,
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    '^@tribos/core(?:/\\w+)?$': core,
    '^@tribos/(contract|demo)$': '<rootDir>/$1/src/index.ts',
    '^@tribos/stand-in-local$': '<rootDir>/stand-ins/local/src/index.ts',
  },
  ...extra,
});

export default {
  testTimeout: 60_000,
  projects: [
    project('unit', ['<rootDir>/{core,contract,demo,web,stand-ins/*}/test/**/*.test.ts']),
    project('server', ['<rootDir>/server/test/**/*.test.ts']),
    project('e2e', ['<rootDir>/e2e/test/**/*.test.ts']),
  ],
};
