const { mapper: vendors } = require('./scripts/vendorBundles.cjs')
const swc = (tsx) => [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', tsx },
      target: 'es2022',
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'commonjs' },
  },
]
const stands = {
  '\\.(css)$': '<rootDir>/scripts/emptyStyle.cjs',
  '^fast-check$': '<rootDir>/scripts/turningSeed.cjs',
  '^@node-rs/argon2$': '<rootDir>/scripts/cheapArgon2.cjs',
}
const base = (name, extra = {}) => ({
  displayName: name,
  rootDir: __dirname,
  roots: [`<rootDir>/${name}`],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  modulePathIgnorePatterns: ['<rootDir>/demo/data'],
  transform: { '\\.tsx$': swc(true), '\\.ts$': swc(false), '\\.m?js$': swc(false) },
  // a few packages ship ES modules only
  transformIgnorePatterns: [
    '/node_modules/(?!(robust-predicates|splaytree|idb|comlink|uuid|d3-contour|svg-path-properties|d3-array|internmap|@scure/base|@noble/hashes|@otplib)/)',
  ],
  setupFilesAfterEnv: ['<rootDir>/scripts/patience.cjs'],
  moduleNameMapper: stands,
  // looking globals up through the sandbox made the image kernels fifteen times slower
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Float32Array',
    'Float64Array',
    'Uint8Array',
    'Uint32Array',
    'Int32Array',
    'Infinity',
    'Map',
    'Set',
    'Object',
    'Array',
  ],
  ...extra,
})

module.exports = {
  projects: [
    base('core'),
    base('schema'),
    base('words'),
    base('pages'),
    base('server', {
      globalSetup: '<rootDir>/scripts/buildServerOnce.cjs',
    }),
    // looks at the made-up practice that the browsers copy, so it is run with them
    base('demo', { globalSetup: '<rootDir>/scripts/buildServerOnce.cjs' }),
    base('web', {
      testEnvironment: 'jsdom',
      globalSetup: '<rootDir>/scripts/vendorBundles.cjs',
      moduleNameMapper: {
        ...stands,
        ...vendors,
        // the one for development notes the stack of every element: a quarter of a room test's time
        '^react/jsx-runtime$': '<rootDir>/node_modules/react/cjs/react-jsx-runtime.production.js',
      },
      setupFiles: ['<rootDir>/scripts/browserGlobals.cjs'],
      setupFilesAfterEnv: ['<rootDir>/scripts/patience.cjs', '<rootDir>/scripts/roomPatience.cjs'],
    }),
    base('e2e', {
      globalSetup: '<rootDir>/e2e/support/fillOnce.ts',
      globalTeardown: '<rootDir>/e2e/support/clearUp.ts',
    }),
  ],
}
