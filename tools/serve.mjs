// Runs the server as a child that stops when this process is stopped.
import { spawn } from 'node:child_process';

export function serve(args, env) {
  const child = spawn(process.execPath, args, { stdio: 'inherit', env });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}
