import { defineConfig } from 'vitest/config';

// Apart from vite.config.ts: the Laravel plugin refuses to load in CI outside a build.
export default defineConfig({ test: { include: ['resources/js/**/*.test.{ts,tsx}'], environment: 'node' } });
