import react from '@vitejs/plugin-react';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { aliases, coreFile, packed, wasmAddress } from './resources/vite/deviceRules.ts';

export default defineConfig({
  resolve: { alias: aliases },
  plugins: [
    laravel({ input: ['resources/js/main.tsx'] }),
    react(),
    wasmAddress(),
    coreFile(),
    // asked for by whoever takes a main along, not by everybody; what is large comes when it is needed
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'resources/js/device',
      filename: 'sw.ts',
      outDir: 'public/build',
      injectRegister: null,
      manifest: false,
      injectManifest: {
        globDirectory: 'public/build',
        globPatterns: ['assets/**/*.{js,css,woff2}'],
        globIgnores: ['**/php_8_2*'],
        modifyURLPrefix: { '': '/build/' },
        additionalManifestEntries: [{ url: '/', revision: String(Date.now()) }],
      },
    }),
    packed(),
  ],
  worker: { format: 'es', plugins: () => [wasmAddress()] },
  build: { chunkSizeWarningLimit: 950, modulePreload: false }, // the names of every view's pieces are not carried by everybody
});
