import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const MAIN = join(__dirname, '..', '..', 'server', 'dist', 'main.js');

/** The built server as a process of its own, on data of its own: it can be killed, and started again later in time. */
export class Server {
  readonly folder = mkdtempSync(join(tmpdir(), 'steepsis-e2e-'));
  private child: ChildProcess | undefined;
  // Each of the tests' workers has ports of its own; a port that is taken is not waited for, the server finds the next.
  private port = 4400 + Number(process.env['TEST_PARALLEL_INDEX'] ?? 0) * 300 + (process.pid % 200);
  url = '';

  async start({ demo = false, minutesLater = 0 } = {}): Promise<void> {
    const child = spawn(process.execPath, [MAIN, ...(demo ? ['--demo'] : [])], {
      env: {
        ...process.env,
        PORT: String(this.port),
        STEEPSIS_DATA: this.folder,
        STEEPSIS_CLOCK_AHEAD_MIN: String(minutesLater),
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    this.url = await new Promise<string>((ready, failed) => {
      let said = '';
      child.stdout.on('data', (chunk: Buffer) => {
        said += chunk.toString();
        const address = /ready: (http:\S+)/.exec(said)?.[1];
        if (address) ready(address);
      });
      child.on('exit', (code) => failed(new Error(`the server ended with ${code}: ${said}`)));
    });
    // The same address after a restart, so that open pages find it again.
    this.port = Number(new URL(this.url).port);
  }

  /** Without any warning, as when the plug is pulled. */
  async kill(): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = once(child, 'exit');
    child.kill('SIGKILL');
    await ended;
  }

  async remove(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
