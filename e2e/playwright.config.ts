import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS } from '../scripts/lib/chromium-args.mjs';
import { ensureChromium } from '../scripts/lib/packages.mjs';

export default defineConfig({
  testDir: './flows',
  outputDir: '../test-results',
  globalSetup: './support/open-house.ts',
  // One, since two browsers on two cores get in each other's way. Each worker has a house of its own, so that
  // `--workers 2` works where there are more.
  workers: 2,
  fullyParallel: false,
  timeout: 180_000,
  // A busy machine may delay frames for seconds; nothing here is a test of speed.
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 20_000,
    // Recording every step costs as much as the step: run a journey that fails again with `--trace on`.
    trace: 'off',
    launchOptions: { executablePath: process.env['CHROMIUM'] ?? ensureChromium(), args: CHROMIUM_ARGS },
  },
});
