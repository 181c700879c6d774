// npm test: everything that must hold, each step timed. Ends with one line that adds up all runners.
// `npm test -- --changed` runs what is touched by a change that is not committed yet.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { changedFiles, specsFor, touches } from './changed.mjs';
import { bin, ensureChromium, ensureDependencies, ROOT } from './ensure.mjs';

const results = mkdtempSync(join(tmpdir(), 'steepsis-results-'));
const times = [];
let [passed, failed] = [0, 0];

/** Seconds each step may take of the six minutes on two idle cores, with everything installed. */
const SHARE = { lint: 45, 'import rules': 10, types: 30, 'unit tests': 130, build: 20, interface: 125 };

function step(name, command, args, env = {}) {
  console.log(`\n== ${name}`);
  const started = Date.now();
  const { status } = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  times.push([name, (Date.now() - started) / 1000]);
  return status === 0;
}

/** A step that is one check: it passes or fails as a whole. */
function check(name, ...rest) {
  if (step(name, ...rest)) passed++;
  else failed++;
}

ensureDependencies();
const node = process.execPath;
const changed = process.argv.includes('--changed') ? changedFiles() : undefined;
if (changed?.length === 0) console.log('Nothing has changed since the last commit.');

check('lint', node, ['tools/lint.mjs', ...(changed ? ['--only', ...changed] : [])]);
if (touches(changed, /\.(ts|tsx|mjs|cjs)$/))
  check('import rules', node, [
    bin('dependency-cruiser/bin/dependency-cruise.mjs'),
    '--config',
    '.dependency-cruiser.cjs',
    'core/src',
    'contract/src',
    'server/src',
    'web/src',
    'e2e/specs',
    'e2e/pages',
    'e2e/support',
    'tools',
  ]);
if (touches(changed, /\.tsx?$|tsconfig/)) check('types', node, ['tools/types.mjs']);

if (touches(changed, /^(core|contract|server|web)\/|jest/)) {
  const jestFile = join(results, 'jest.json');
  // Jest follows the imports: what imports a changed file is tested too.
  const only = changed ? ['--onlyChanged', '--passWithNoTests'] : [];
  step('unit tests', node, [bin('jest/bin/jest.js'), '--json', `--outputFile=${jestFile}`, ...only]);
  count(jestFile, (jest) => {
    passed += jest.numPassedTests;
    // A suite that could not be run has no failed test of its own.
    failed += jest.numFailedTests + jest.numRuntimeErrorTestSuites;
  });
}

const specs = specsFor(changed);
if (specs.length > 0) {
  check('build', node, ['tools/build.mjs']);
  const e2eFile = join(results, 'e2e.json');
  step('interface', node, ['tools/e2e.mjs', ...(changed ? specs : [])], {
    CHROMIUM: ensureChromium(),
    PLAYWRIGHT_JSON_OUTPUT_FILE: e2eFile,
  });
  count(e2eFile, ({ stats, errors }) => {
    passed += stats.expected + stats.flaky;
    failed += stats.unexpected + errors.length;
  });
}

function count(file, add) {
  try {
    add(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    console.error(`No result was written to ${file}.`);
    failed++;
  }
}

console.log('');
for (const [name, seconds] of times) {
  const over = seconds > SHARE[name] ? `, over its share of ${SHARE[name]} s` : '';
  console.log(`${name.padEnd(14)} ${seconds.toFixed(1).padStart(6)} s${over}`);
}
console.log(
  `${'all'.padEnd(14)} ${times
    .reduce((sum, [, s]) => sum + s, 0)
    .toFixed(1)
    .padStart(6)} s\n`,
);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
