import { defineConfig } from '@playwright/test';
import path from 'node:path';

const PORT = Number(process.env['E2E_PORT'] ?? 4297);
/** What counts frames runs when nothing else does: busy neighbours on two cores would starve any page. */
const COUNTS_FRAMES = /never-waits/;
const root = path.resolve(import.meta.dirname, '..');

export default defineConfig({
  testDir: '.',
  outputDir: path.join(root, 'test-results'),
  // bounds for what hangs; on a machine that is busy beside it a journey may take its time
  timeout: 180_000,
  expect: { timeout: 30_000 },
  workers: 2,
  fullyParallel: true,
  projects: [
    { name: 'journeys', testIgnore: COUNTS_FRAMES },
    { name: 'frames', testMatch: COUNTS_FRAMES, dependencies: ['journeys'], workers: 1 },
  ],
  // a journey that fails once is mended, not made again
  retries: 0,
  reporter: [['line'], ['json', { outputFile: path.join(root, '.cache/playwright.json') }]],
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Berlin',
    locale: 'en-GB',
    contextOptions: { reducedMotion: 'reduce' },
    // the copy for offline is made by the journeys that are about it: each would make it anew
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        // pages of one context share a process: what is compiled there once is not compiled for each journey
        '--process-per-site',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node server/dist/main.js',
    cwd: root,
    url: `http://localhost:${PORT}`,
    env: { PORT: String(PORT) },
    reuseExistingServer: false,
  },
});
