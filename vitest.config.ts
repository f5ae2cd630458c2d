import { defineConfig } from 'vitest/config';

// Apart from vite.config.ts: the Laravel plugin refuses to load in CI outside a build.
export default defineConfig({
  resolve: { alias: { '#device-rules': new URL('./resources/js/device/noRules.ts', import.meta.url).pathname } },
  test: { include: ['resources/js/**/*.test.{ts,tsx}'], environment: 'node', setupFiles: ['fake-indexeddb/auto'] },
});
