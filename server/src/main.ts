import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { createApp } from './createApp';
import { seedDemo } from './demo/seedDemo';

/** Where the user's own data lie unless STEEPSIS_DATA says otherwise: outside the program's folder. */
const dataFolder =
  process.env['STEEPSIS_DATA'] ?? join(process.env['XDG_DATA_HOME'] ?? join(homedir(), '.local', 'share'), 'steepsis');
const firstPort = Number(process.env['PORT'] ?? 4310);
const webFolder = join(__dirname, '..', '..', 'web', 'dist');
const PORTS_TRIED = 20;
/** Runs the clock ahead, so that a test can see a steep an hour later without waiting for it. */
const clockAheadMs = Number(process.env['STEEPSIS_CLOCK_AHEAD_MIN'] ?? 0) * 60_000;

async function main(): Promise<void> {
  const config = {
    databaseFile: join(dataFolder, 'steepsis.sqlite'),
    host: '127.0.0.1',
    port: firstPort,
    webFolder: existsSync(webFolder) ? webFolder : undefined,
    now: () => new Date(Date.now() + clockAheadMs),
  };
  const app = await createApp(config);
  await app.init();
  if (process.argv.includes('--demo')) await seedDemo(app, config.now());
  const port = await listenOnFreePort(app, config.host);
  console.log(`Steepsis is ready: http://localhost:${port}`);
  console.log(`Its data are in ${dataFolder}. Stop it with Ctrl+C.`);
}

async function listenOnFreePort(app: NestExpressApplication, host: string): Promise<number> {
  for (let port = firstPort; port < firstPort + PORTS_TRIED; port++) {
    if (await isFree(port, host)) {
      await app.listen(port, host);
      return port;
    }
    console.log(`Port ${port} is taken by another program; trying ${port + 1}.`);
  }
  throw new Error(`No free port between ${firstPort} and ${firstPort + PORTS_TRIED - 1}. Set PORT to another one.`);
}

function isFree(port: number, host: string): Promise<boolean> {
  return new Promise((answer) => {
    const probe = createServer();
    probe.once('error', () => answer(false));
    probe.listen(port, host, () => probe.close(() => answer(true)));
  });
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
