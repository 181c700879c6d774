// The real interface in headless Chromium. Arguments are handed to Playwright.
import { join } from 'node:path';
import { build } from './build.mjs';
import { bin, ensureChromium, ROOT, run } from './ensure.mjs';

export function playwright(args, env = {}) {
  run(process.execPath, [bin('@playwright/test/cli.js'), 'test', '-c', 'playwright.config.ts', ...args], {
    cwd: join(ROOT, 'e2e'),
    env: { ...process.env, CHROMIUM: ensureChromium(), ...env },
  });
}

if (process.argv[1] === join(ROOT, 'tools', 'e2e.mjs')) {
  build();
  playwright(process.argv.slice(2));
}
