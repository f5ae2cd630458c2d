import { execFileSync } from 'node:child_process';
import { createReadStream, createWriteStream, existsSync, readdirSync, realpathSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { constants, createBrotliCompress, createGzip } from 'node:zlib';
import type { Plugin } from 'vite';

/** DIASTOMA_DEVICE_RULES=off builds without the PHP that runs in the browser, and so without its licence: the server then judges. */
export const hasDeviceRules = process.env.DIASTOMA_DEVICE_RULES !== 'off';

const root = path.resolve(import.meta.dirname, '../..');
/** Where it really lies: libraries may be lent from another folder. */
const php = realpathSync(path.join(root, 'node_modules/@php-wasm/web-8-2/asyncify/php_8_2.js'));

/** Past the package's own exports, which would pull every build of PHP along. */
export const aliases = {
  '#php': php,
  '#device-rules': path.join(root, 'resources/js/device', hasDeviceRules ? 'rules.ts' : 'noRules.ts'),
};

/** The glue says “import url from './x.wasm'”: it gets the hashed address of the file. */
export const wasmAddress = (): Plugin => ({
  name: 'diastoma-wasm-address',
  enforce: 'pre',
  renderChunk: (code, chunk) =>
    chunk.moduleIds.includes(php)
      ? `/*! PHP in WebAssembly and its glue: GPL-2.0-or-later. Notice and where its source is: NOTICE, beside this program. */\n${code}`
      : null,
  resolveId: (id, importer) => (id.endsWith('.wasm') && importer?.startsWith(path.dirname(php)) ? `${path.resolve(path.dirname(importer), id)}?url` : null),
});

/** The core as one file, made again for each build. */
export const coreFile = (): Plugin => ({
  name: 'diastoma-core-file',
  buildStart: () => {
    if (hasDeviceRules) execFileSync('php', [path.join(root, 'core/bin/bundle'), path.join(root, 'var/device/core.txt')]);
  },
});

/** Quality of a build that somebody waits for: 6.0 MB in 4 s; 9 would save 0.2 MB and take 15 s. */
const QUALITY = 6;

/** What is large is packed once, when it is built, for every server that can hand it out so. */
export const packed = (): Plugin => ({
  name: 'diastoma-packed',
  apply: 'build',
  closeBundle: async () => {
    const folder = path.join(root, 'public/build/assets');
    if (!existsSync(folder)) return; // the build has failed, and says why itself
    for (const name of readdirSync(folder).filter((file) => /\.(wasm|txt)$/.test(file))) {
      const from = path.join(folder, name);
      const brotli = createBrotliCompress({ params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY, [constants.BROTLI_PARAM_LGWIN]: 24 } });
      await Promise.all([
        pipeline(createReadStream(from), brotli, createWriteStream(`${from}.br`)),
        pipeline(createReadStream(from), createGzip({ level: 9 }), createWriteStream(`${from}.gz`)),
      ]);
    }
  },
});
