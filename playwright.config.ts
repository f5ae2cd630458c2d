import { defineConfig } from '@playwright/test';

const port = process.env.DIASTOMA_E2E_PORT ?? '8080';

/** Journeys that need nothing of those before them: a second lane beside the first, with a server and an invented job of its own. */
const ALONE = ['bore', 'fittings', 'setout', 'systems', 'tests', 'together', 'touches', 'with-office'].map((name) => `**/9-${name}.spec.ts`);

const lane = process.env.DIASTOMA_E2E_LANE; // first, second, or none: every journey one after the other

// One worker: the scenarios of a lane share one server and one invented job, in the order of their files.
export default defineConfig({
  testDir: 'e2e',
  ...(lane === 'first' ? { testIgnore: ALONE } : lane === 'second' ? { testMatch: ALONE } : {}),
  outputDir: `var/e2e-results${lane === undefined ? '' : `-${lane}`}`,
  workers: 1,
  fullyParallel: false,
  timeout: 900_000, // a whole large bore, or five GRP joints, on a busy machine
  expect: { timeout: 30_000 },
  reporter: [['list'], ['junit', { outputFile: `var/e2e${lane === undefined ? '' : `-${lane}`}.xml` }]],
  use: {
    baseURL: process.env.DIASTOMA_E2E_URL ?? `http://127.0.0.1:${port}`, // the same journeys before another door: over TLS
    ignoreHTTPSErrors: true, // a certificate that nobody else vouches for
    viewport: { width: 1280, height: 800 },

    actionTimeout: 30_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
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
