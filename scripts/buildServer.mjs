// The server as JavaScript: starting through a loader of TypeScript took nine seconds of computing before anything was done.
import { rmSync } from 'node:fs';
import { build } from 'esbuild';

const ENTRIES = { run: 'scripts/run.ts', main: 'server/main.ts', totals: 'scripts/totals.ts', fileReader: 'server/reading/worker.ts' };

/** Builds all programs of the server, or those named, into dist/server. Packages stay where they are installed. */
export async function buildServer(names = Object.keys(ENTRIES)) {
  if (names.length === Object.keys(ENTRIES).length) rmSync('dist/server', { recursive: true, force: true });
  await build({
    entryPoints: Object.fromEntries(names.map((name) => [name, ENTRIES[name]])),
    outdir: 'dist/server', bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20', packages: 'external',
    sourcemap: 'linked', logLevel: 'error', chunkNames: 'parts/[name]-[hash]',
  });
}
