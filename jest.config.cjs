// One Jest run for every package. Sources are compiled by SWC; the custom condition `source`
// makes the workspace packages resolve to TypeScript, so no build is needed before testing.
const swc = (tsx) => [
  '@swc/jest',
  {
    swcrc: false,
    sourceMaps: 'inline',
    module: { type: 'commonjs' },
    jsc: {
      target: 'es2022',
      keepClassNames: true,
      parser: { syntax: 'typescript', tsx, decorators: true },
      transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
    },
  },
];
const transform = { '^.+\\.tsx$': swc(true), '^.+\\.(ts|mts|cts)$': swc(false), '^.+\\.m?js$': swc(false) };
const esmOnly = ['yalps', 'heap', '@tanstack/.*', 'd3-.*', 'internmap'];
const PROPERTIES = `${__dirname}/jest.properties.cjs`;
const project = (name) => ({
  displayName: name,
  rootDir: `${__dirname}/${name}`,
  testEnvironment: 'node',
  transform,
  transformIgnorePatterns: [`/node_modules/(?!(${esmOnly.join('|')})/)`],
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'node-addons'] },
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  setupFilesAfterEnv: [PROPERTIES],
});

module.exports = {
  maxWorkers: '100%',
  // A busy machine is several times slower than a quiet one; a test that hangs still ends.
  testTimeout: 60_000,
  projects: [
    project('core'),
    project('contract'),
    project('server'),
    {
      ...project('web'),
      testEnvironment: 'jsdom',
      setupFilesAfterEnv: [PROPERTIES, `${__dirname}/web/jest.setup.ts`],
      moduleNameMapper: {
        openMixWorker$: `${__dirname}/web/jest.mix-worker.ts`,
        openTicker$: `${__dirname}/web/jest.ticker.ts`,
        openPlanWorker$: `${__dirname}/web/jest.plan-worker.ts`,
        '\\.css$': `${__dirname}/web/jest.css-stub.cjs`,
        '^@/(.*)$': `${__dirname}/web/src/$1`,
      },
    },
  ],
};
