// npm run restore: backups of the cook's own notebook, looked into or brought back.
import { join } from 'node:path';
import { build } from './build.mjs';
import { ROOT } from './ensure.mjs';
import { serve } from './serve.mjs';

build();
serve([join(ROOT, 'server', 'dist', 'restore.js'), ...process.argv.slice(2)], process.env);
