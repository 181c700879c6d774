// npm run demo: Steepsis with a made-up summer in a notebook of its own. `npm run demo -- --fresh` makes that notebook anew.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ROOT } from './ensure.mjs';
import { serve } from './serve.mjs';

const dataFolder =
  process.env.STEEPSIS_DEMO_DATA ??
  join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'steepsis-demo');
const stamp = join(dataFolder, 'made-on');
const today = new Date().toDateString();

console.log('Getting the Steepsis demo ready.');
build();
const stale = !existsSync(stamp) || readFileSync(stamp, 'utf8') !== today;
if (stale || process.argv.includes('--fresh')) {
  console.log('Filling the demo notebook: its dates are counted back from today. Your own data are not touched.');
  rmSync(dataFolder, { recursive: true, force: true });
  mkdirSync(dataFolder, { recursive: true });
  writeFileSync(stamp, today);
}
console.log('Starting.');
serve([join(ROOT, 'server', 'dist', 'main.js'), '--demo', ...process.argv.slice(2)], {
  ...process.env,
  STEEPSIS_DATA: dataFolder,
});
