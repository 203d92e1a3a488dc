import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ProblemError } from '../problem';

/** A sender that is silent for so long has gone. */
const SILENT_MS = 30_000;

/** A file as it was sent, on this machine until it is removed. */
export interface SpooledFile {
  path: string;
  bytes: number;
  remove(): Promise<void>;
}

const folder = join(tmpdir(), `iron-ladder-uploads-${process.pid}`);

/**
 * Takes a file in before anything is begun with it: a slow line holds no transaction.
 * @throws ProblemError tooLarge as soon as it is known, tooSlow when nothing comes any more
 */
export async function spool(
  body: Readable,
  { maxBytes, limit, length }: { maxBytes: number; limit: string; length?: number },
  signal: AbortSignal,
): Promise<SpooledFile> {
  if (length !== undefined && length > maxBytes) {
    body.resume();
    throw new ProblemError('tooLarge', { limit });
  }
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const path = join(folder, randomUUID());
  const remove = () => rm(path, { force: true });
  try {
    await pipeline(
      body.iterator({ destroyOnReturn: false }),
      (source) => withLimits(source, maxBytes, limit, signal),
      createWriteStream(path, { mode: 0o600 }),
    );
    return { path, bytes: (await stat(path)).size, remove };
  } catch (error) {
    await remove();
    // Whoever is still sending must be let finish, or they get a broken connection instead of the
    // reason.
    if (error instanceof ProblemError && error.code === 'tooLarge') body.resume();
    throw error;
  }
}

async function* withLimits(
  source: AsyncIterable<Buffer>,
  maxBytes: number,
  limit: string,
  signal: AbortSignal,
): AsyncGenerator<Buffer> {
  const chunks = source[Symbol.asyncIterator]();
  let bytes = 0;
  for (;;) {
    const { done, value } = await inTime(chunks.next());
    signal.throwIfAborted();
    if (done) return;
    bytes += value.length;
    if (bytes > maxBytes) throw new ProblemError('tooLarge', { limit });
    yield value;
  }
}

async function inTime<Value>(work: Promise<Value>): Promise<Value> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new ProblemError('tooSlow')), SILENT_MS);
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}
