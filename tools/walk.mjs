// npm run walk: 3,000 steps of a kitchen that does anything, over the interface's own calls; then every page of what came of it.
// `npm run walk -- 500 42` for another number of steps and another seed.
import { join } from 'node:path';
import { build } from './build.mjs';
import { playwright } from './e2e.mjs';

build();
const [steps = '3000', seed = '7'] = process.argv.slice(2);
playwright([join('specs', 'faults.spec.ts'), '-g', 'a kitchen that does anything'], {
  STEEPSIS_WALK: steps,
  STEEPSIS_WALK_SEED: seed,
});
