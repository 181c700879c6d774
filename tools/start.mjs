// npm start: Steepsis with the cook's own data.
import { join } from 'node:path';
import { build } from './build.mjs';
import { ROOT } from './ensure.mjs';
import { serve } from './serve.mjs';

console.log('Getting Steepsis ready.');
build();
console.log('Starting.');
serve([join(ROOT, 'server', 'dist', 'main.js'), ...process.argv.slice(2)], process.env);
