// npm run dev: the interface with live reload at http://localhost:5173, the API behind it, rebuilt by hand with npm run build.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { bin, ROOT } from './ensure.mjs';

build();
const children = [
  spawn(process.execPath, [join(ROOT, 'server/dist/main.js'), '--demo'], {
    stdio: 'inherit',
    env: { ...process.env, PORT: '4310', STEEPSIS_DATA: process.env.STEEPSIS_DATA ?? join(ROOT, '.data') },
  }),
  spawn(process.execPath, [bin('vite/bin/vite.js')], { stdio: 'inherit', cwd: join(ROOT, 'web') }),
];
const stop = () => children.forEach((child) => child.kill('SIGTERM'));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
