import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './specs',
  outputDir: './results',
  // Each file has a server of its own, so two go side by side.
  workers: 2,
  // What measures how long a page is held up has the machine to itself, when all else is done.
  projects: [
    { name: 'side by side', grepInvert: /@alone/ },
    { name: 'alone', grep: /@alone/, workers: 1, dependencies: ['side by side'] },
  ],
  // A shared machine can stand still for seconds at a time; what passes waits no longer for it.
  timeout: 180_000,
  expect: { timeout: 25_000 },
  reporter: [['list'], ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'] ?? 'results/results.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // A trace of every step costs a third of the time: STEEPSIS_TRACE=1 asks for it.
    trace: process.env['STEEPSIS_TRACE'] ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    // A fresh browser would fetch all of the application ahead for every test, and the next page waits behind that on a busy machine.
    // The tests of the stove without a server let it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      chromiumSandbox: false,
      args: [
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
