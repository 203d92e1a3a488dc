import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

const COMPRESSED = /\.(js|css|svg)$/;
/** Smaller ones fit one packet as they are. */
const LEAST_BYTES = 1_400;

/**
 * Writes each built file once more as Brotli (RFC 7932) and gzip (RFC 1952) beside it; the server
 * sends the smallest that a browser takes.
 */
export function precompress(folder: string): Plugin {
  return {
    name: 'precompress',
    apply: 'build',
    closeBundle() {
      for (const name of readdirSync(folder)) {
        const path = join(folder, name);
        const content = readFileSync(path);
        if (!COMPRESSED.test(name) || content.length < LEAST_BYTES) continue;
        writeFileSync(
          `${path}.br`,
          brotliCompressSync(content, {
            params: {
              [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
              [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
            },
          }),
        );
        writeFileSync(`${path}.gz`, gzipSync(content, { level: 9 }));
      }
    },
  };
}
