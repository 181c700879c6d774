// Who may import whom. Each rule says what to do about a breach.
const packages = '^(core|contract|server|web|e2e|tools)/';
const coreMayUse = '^node_modules/(yalps|ml-matrix)/'; // the written list of solvers; each needs a decision record
const testCode = '([.](test|spec)[.]tsx?$)|(/src/test/)';
const only = (name, from, allowed, comment) => ({
  name,
  severity: 'error',
  comment,
  from: { path: from },
  to: { path: packages, pathNot: allowed },
});
const rule = (name, comment, from, to) => ({ name, severity: 'error', comment, from, to });

module.exports = {
  forbidden: [
    only('core-imports-only-core', '^core/', '^core/', 'core/ is pure: move code that needs more to server/ or web/.'),
    only(
      'contract-imports-only-core',
      '^contract/',
      '^(contract|core)/',
      'Both ends share the contract: the core and nothing else.',
    ),
    only('server-stays-off-web', '^server/', '^(server|contract|core)/', 'The server never sees web code.'),
    only(
      'web-stays-off-server',
      '^web/',
      '^(web|contract|core)/',
      'The interface talks to the server through contract/.',
    ),
    only('e2e-imports-contract', '^e2e/', '^(e2e|contract)/', 'End-to-end tests look from outside.'),
    rule(
      'nothing-imports-tools-or-e2e',
      'They are at the top.',
      { pathNot: '^(tools|e2e)/' },
      { path: '^(tools|e2e)/' },
    ),
    rule(
      'core-uses-listed-packages',
      'Only the listed solvers in core/: no other package, nothing of Node.',
      { path: '^core/src/', pathNot: testCode },
      { dependencyTypes: ['npm', 'npm-dev', 'npm-no-pkg', 'core'], pathNot: coreMayUse },
    ),
    rule(
      'package-front-door',
      'Import the package by its name, not a file inside it.',
      { path: packages },
      { path: '^(core|contract|server|web)/src/', pathNot: ['^$1/', '/src/index[.]ts$'] },
    ),
    rule(
      'feature-front-door',
      "Import a feature's index.ts, or move the shared part to web/src/shared.",
      { path: '^web/src/features/([^/]+)/' },
      {
        path: '^web/src/features/([^/]+)/',
        pathNot: ['^web/src/features/$1/', '^web/src/features/[^/]+/index[.]tsx?$'],
      },
    ),
    rule(
      'shared-knows-no-feature',
      'shared/ is the lowest layer of web/.',
      { path: '^web/src/shared/' },
      { path: '^web/src/(features|app)/' },
    ),
    rule(
      'features-know-no-app',
      'app/ puts features together.',
      { path: '^web/src/features/' },
      { path: '^web/src/app/' },
    ),
    rule('no-circular', 'Move the shared part down.', {}, { circular: true }),
    rule(
      'not-to-test',
      'Production code imports no tests or fixtures.',
      { pathNot: `${testCode}|(^(e2e|server/test)/)` },
      { path: testCode },
    ),
    rule(
      'no-unlisted-package',
      'Declare it in the package.json of the package that uses it.',
      { path: packages, pathNot: `${testCode}|^tools/` },
      { dependencyTypes: ['npm-no-pkg', 'npm-unknown'], pathNot: packages },
    ),
    rule('no-unresolvable', 'The import leads nowhere.', {}, { couldNotResolve: true }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.imports.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
