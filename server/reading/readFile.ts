import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { ProblemError } from '../problem';
import { ROOT } from '../root';
import { type ReadingJob, type ReadingMessage, unpackRecords } from './protocol';
import { FILE_LIMITS, type FileRecord } from './record';

/** Built from worker.ts (scripts/buildServer.mjs): a worker takes no loader of TypeScript along. */
const READER = join(ROOT, 'dist/server/fileReader.js');
const MOST_MEMORY_MB = 1_024;
/** A worker that is not asked for so long ends. */
const IDLE_MS = 30_000;

/** A reader at rest is used again: starting one takes longer than reading a usual file. */
const resting: { worker: Worker; timer: NodeJS.Timeout }[] = [];

function startWorker(): Worker {
  const rested = resting.pop();
  if (rested) {
    clearTimeout(rested.timer);
    rested.worker.removeAllListeners('error');
    rested.worker.ref();
    return rested.worker;
  }
  const worker = new Worker(READER, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } });
  return worker;
}

function rest(worker: Worker): void {
  worker.removeAllListeners('message');
  worker.removeAllListeners('error');
  worker.unref();
  // It may fail at rest as well; then it is simply not there.
  worker.on('error', () => undefined);
  const entry = {
    worker,
    timer: setTimeout(() => {
      resting.splice(resting.indexOf(entry), 1);
      void worker.terminate();
    }, IDLE_MS).unref(),
  };
  resting.push(entry);
}

/**
 * Reads a file in a worker, record by record: what is too large, too slow or broken there holds
 * nobody up and ends there.
 * @throws ProblemError invalidInput, invalidBody, tooLarge; what the signal was aborted with
 */
export async function* readFile(
  job: ReadingJob,
  signal: AbortSignal,
): AsyncGenerator<FileRecord[]> {
  const worker = startWorker();
  const inbox: ReadingMessage[] = [];
  let wake = () => {};
  const put = (message: ReadingMessage) => {
    inbox.push(message);
    wake();
  };
  const stop = () => put({ kind: 'failed', message: 'cancelled' });
  const isWorkbook = job.format !== 'csv';
  const late = isWorkbook
    ? setTimeout(
        () => put(refusal(`what can be read in ${FILE_LIMITS.workbookMs / 60_000} minutes`)),
        FILE_LIMITS.workbookMs,
      )
    : undefined;
  worker.on('message', put);
  worker.on('error', (error: NodeJS.ErrnoException) =>
    put(
      error.code === 'ERR_WORKER_OUT_OF_MEMORY'
        ? refusal(`what can be read in ${MOST_MEMORY_MB} MB of memory`)
        : { kind: 'failed', message: error.message },
    ),
  );
  signal.addEventListener('abort', stop);
  let isDone = false;
  try {
    worker.postMessage(job);
    for (;;) {
      if (inbox.length === 0) await new Promise<void>((resolve) => (wake = resolve));
      const message = inbox.shift()!;
      signal.throwIfAborted();
      if (message.kind === 'records') {
        yield unpackRecords(message.records);
        worker.postMessage('taken');
        continue;
      }
      isDone = message.kind === 'end' || message.kind === 'refused';
      if (message.kind === 'end') return;
      if (message.kind === 'failed')
        throw new Error(`The file could not be read: ${message.message}`);
      isDone = message.code !== 'tooLarge';
      throw new ProblemError(message.code, message.params, message.at ? [message.at] : []);
    }
  } finally {
    clearTimeout(late);
    signal.removeEventListener('abort', stop);
    if (isDone) rest(worker);
    else void worker.terminate();
  }
}

const refusal = (limit: string): ReadingMessage => ({
  kind: 'refused',
  code: 'tooLarge',
  params: { limit },
  at: undefined,
});
