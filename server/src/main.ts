import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { createApp } from './createApp';
import { seedDemo } from './demo/seedDemo';
import { certificateFor } from './lan/certificate';
import { homeAddresses, listenAtHome, showAtTerminal } from './lan/homeNetwork';
import { PairingService } from './lan/pairing.service';
import { dataFolder } from './database/dataFolder';
import type { Config, LanConfig } from './shared/config';

const folder = dataFolder();
const firstPort = Number(process.env['PORT'] ?? 4310);
const webFolder = join(__dirname, '..', '..', 'web', 'dist');
/** Where every copy is put as well: another disk, a stick. */
const secondCopyFolder = process.env['STEEPSIS_COPIES'];
const PORTS_TRIED = 20;
/** Runs the clock ahead, so that a test can see a steep an hour later without waiting for it. */
const clockAheadMs = Number(process.env['STEEPSIS_CLOCK_AHEAD_MIN'] ?? 0) * 60_000;

async function main(): Promise<void> {
  // What is written belongs to the one who started this, and to nobody else.
  process.umask(0o077);
  const now = (): Date => new Date(Date.now() + clockAheadMs);
  const port = await freePort('127.0.0.1', firstPort);
  const lan = process.argv.includes('--lan') ? await homeNetwork(port) : undefined;
  const config: Config = {
    databaseFile: join(folder, 'steepsis.sqlite'),
    host: '127.0.0.1',
    port,
    webFolder: existsSync(webFolder) ? webFolder : undefined,
    now,
    timers: true,
    lan: lan?.config,
    ...(secondCopyFolder ? { secondCopyFolder } : {}),
  };
  const app = await createApp(config);
  await app.init();
  if (process.argv.includes('--demo')) await seedDemo(app, now());
  await app.listen(port, config.host);
  if (lan) await lan.listen(app);
  console.log(`Steepsis is ready: http://localhost:${port}`);
  console.log(`Its data are in ${folder}. Stop it with Ctrl+C.`);
  if (lan) await lan.show(app.get(PairingService).current().digits);
}

/** The home network, where it is asked for: this machine's addresses in it, and what serves them. */
async function homeNetwork(port: number): Promise<HomeNetwork> {
  const addresses = homeAddresses();
  if (addresses.length === 0) throw new Error('--lan: this machine has no address in a home network.');
  const certificate = await certificateFor(addresses, folder, new Date());
  const httpsPort = await freePort(addresses[0]!, port + 1);
  const config = { addresses, port, httpsPort, fingerprint: certificate.fingerprint };
  return {
    config,
    listen: (app) => listenAtHome(app, config, certificate),
    show: (code) => showAtTerminal(config, code),
  };
}

type HomeNetwork = {
  config: LanConfig;
  listen: (app: NestExpressApplication) => Promise<void>;
  show: (code: string) => Promise<void>;
};

async function freePort(host: string, first: number): Promise<number> {
  for (let port = first; port < first + PORTS_TRIED; port++) {
    if (await isFree(port, host)) return port;
    console.log(`Port ${port} is taken by another program; trying ${port + 1}.`);
  }
  throw new Error(`No free port between ${first} and ${first + PORTS_TRIED - 1}. Set PORT to another one.`);
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
