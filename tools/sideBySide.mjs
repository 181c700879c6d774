// Several commands of Node at once, two at a time: as many as the smallest machine that runs the tests has cores.
import { spawn } from 'node:child_process';
import { ROOT } from './ensure.mjs';

/** Runs each `{ args, env }`; whether all of them ended well. */
export async function sideBySide(commands, lanes = 2) {
  const queue = [...commands];
  let ok = true;
  const lane = async () => {
    for (let next = queue.shift(); next; next = queue.shift()) {
      const child = spawn(process.execPath, next.args, {
        cwd: ROOT,
        stdio: 'inherit',
        env: { ...process.env, ...next.env },
      });
      const code = await new Promise((done) => child.on('exit', done));
      ok &&= code === 0;
    }
  };
  await Promise.all(Array.from({ length: lanes }, lane));
  return ok;
}
