import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * The project's root, from wherever this code runs: as it is written, or built into `dist/server`.
 */
export const ROOT = findRoot(dirname(fileURLToPath(import.meta.url)));

function findRoot(folder: string): string {
  if (existsSync(join(folder, 'package.json'))) return folder;
  const above = dirname(folder);
  if (above === folder)
    throw new Error('There is no package.json above this file: where is the project?');
  return findRoot(above);
}
