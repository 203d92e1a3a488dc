// The server as JavaScript: starting through a loader of TypeScript took nine seconds of computing
// before anything was done.
import { rmSync } from 'node:fs';
import { build } from 'esbuild';
import { writeNotices } from './notices.mjs';

const ENTRIES = {
  run: 'scripts/run.ts',
  main: 'server/main.ts',
  totals: 'scripts/totals.ts',
  fileReader: 'server/reading/worker.ts',
  explorer: 'server/slices/exploreWorker.ts',
};

/**
 * Stay where they are installed: what has machine code or files of its own, and what only who
 * prints or exports waits for.
 */
const LEFT_OUT = [
  'sharp',
  '@resvg/resvg-js',
  '@node-rs/argon2',
  '@expo-google-fonts/archivo',
  'exceljs',
  'pdfkit',
  'fontkit',
  'date-holidays',
  'ical-generator',
  'nodemailer',
  'smtp-server',
  'mailparser',
  'pg-native',
];

/** What packages written for CommonJS expect to find. */
const COMMON_JS = [
  "import { createRequire as makeRequire } from 'node:module';",
  "import { dirname as folderOf } from 'node:path';",
  "import { fileURLToPath as pathOf } from 'node:url';",
  'const require = makeRequire(import.meta.url), __filename = pathOf(import.meta.url), __dirname = folderOf(__filename);',
].join(' ');

/**
 * Builds all programs of the server, or those named, into dist/server. Packages come along: finding
 * a thousand files took longer than reading one.
 */
export async function buildServer(names = Object.keys(ENTRIES)) {
  const isAll = names.length === Object.keys(ENTRIES).length;
  if (isAll) rmSync('dist/server', { recursive: true, force: true });
  await build({
    entryPoints: Object.fromEntries(names.map((name) => [name, ENTRIES[name]])),
    outdir: 'dist/server',
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    external: LEFT_OUT,
    banner: { js: COMMON_JS },
    sourcemap: 'linked',
    logLevel: 'error',
    chunkNames: 'parts/[name]-[hash]',
  });
  if (isAll) writeNotices('dist/server/NOTICES.txt');
}
