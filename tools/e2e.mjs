// The real interface in headless Chromium. Arguments are handed to Playwright.
import { join } from 'node:path';
import { build } from './build.mjs';
import { bin, ensureChromium, ROOT, run } from './ensure.mjs';

build();
const CHROMIUM = ensureChromium();
run(
  process.execPath,
  [bin('@playwright/test/cli.js'), 'test', '-c', 'playwright.config.ts', ...process.argv.slice(2)],
  {
    cwd: join(ROOT, 'e2e'),
    env: { ...process.env, CHROMIUM },
  },
);
