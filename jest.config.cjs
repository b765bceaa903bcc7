const swc = [
  '@swc/jest',
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
    '^@puddler/core$': '<rootDir>/core/src/index.ts',
    '^@puddler/contract$': '<rootDir>/contract/src/index.ts',
    '^@puddler/contract/shared$': '<rootDir>/contract/src/shared.ts',
  },
};

module.exports = {
  projects: [
    { ...shared, displayName: 'node', testEnvironment: 'node', testMatch: ['<rootDir>/{core,contract,server,cli}/test/**/*.test.ts'] },
    { ...shared, displayName: 'web', testEnvironment: 'jsdom', testMatch: ['<rootDir>/web/test/**/*.test.{ts,tsx}'] },
  ],
};
