const swc = [
  '<rootDir>/scripts/lib/jest-transform.cjs',
  {
    jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } } },
    module: { type: 'commonjs' },
  },
];

const shared = {
  transform: { '^.+\\.(t|j)sx?$': swc },
  // Packages that ship ES modules only.
  transformIgnorePatterns: ['/node_modules/(?!(d3|d3-.*|internmap|comlink|react-hotkeys-hook|@koa/.*|lucide-react)/)'],
  moduleNameMapper: {
    // The ES modules of d3 are .mjs, which Jest as CommonJS will not take; each package carries the same code as a script.
    '^(d3-[a-z-]+|internmap)$': '<rootDir>/node_modules/$1/dist/$1.js',
    '^@puddler/core$': '<rootDir>/core/src/index.ts',
    '^@puddler/figures$': '<rootDir>/figures/src/index.ts',
    '^@puddler/figures/parts-csv$': '<rootDir>/figures/src/parts-csv/index.ts',
    '^@puddler/contract$': '<rootDir>/contract/src/index.ts',
    '^@puddler/contract/shared$': '<rootDir>/contract/src/shared.ts',
  },
};

module.exports = {
  // What does real work may take a minute on a machine that is shared.
  testTimeout: 60_000,
  projects: [
    { ...shared, displayName: 'node', testEnvironment: 'node', testMatch: ['<rootDir>/{core,contract,figures,server,cli}/test/**/*.test.ts'] },
    { ...shared, displayName: 'web', testEnvironment: 'node', testMatch: ['<rootDir>/web/test/**/*.test.{ts,tsx}'] },
  ],
};
