// Type-checks every package, two at a time.
import { spawn } from 'node:child_process';
import { bin, ensureDependencies, ROOT } from './ensure.mjs';

ensureDependencies();
const queue = ['web', 'server', 'core', 'contract', 'e2e'];
let failed = false;
const next = () =>
  new Promise((done) => {
    const name = queue.shift();
    if (!name) return done();
    const child = spawn(process.execPath, [bin('typescript/bin/tsc'), '-p', name], { cwd: ROOT, stdio: 'inherit' });
    child.on('exit', (code) => {
      failed ||= code !== 0;
      next().then(done);
    });
  });
await Promise.all([next(), next()]);
process.exit(failed ? 1 : 0);
