import { createReadStream, readFileSync } from 'node:fs';
import { parentPort } from 'node:worker_threads';
import { parseCsv } from './csv';
import { parseJsonRows } from './json';
import { packRecords, type ReadingJob, type ReadingMessage } from './protocol';
import { FileFault, type FileRecord } from './record';
import { readTable, readTargets } from './workbook';

/** So many packs go ahead of who takes them. */
const AHEAD = 8;
const CHUNK = 256 * 1024;

const port = parentPort!;
const say = (message: ReadingMessage) => port.postMessage(message);

function open({
  path,
  format,
  isHead,
  columns,
  measures,
}: ReadingJob): AsyncIterable<FileRecord[]> | Iterable<FileRecord[]> {
  switch (format) {
    case 'csv':
      return parseCsv(createReadStream(path, { highWaterMark: CHUNK }) as AsyncIterable<Buffer>, {
        isHead,
      });
    case 'json':
      return parseJsonRows(readFileSync(path, 'utf8'));
    case 'workbook':
      return readTable(path);
    case 'targetWorkbook':
      return readTargets(path, columns, measures);
  }
}

let waiting: (() => void) | null = null;
let ahead = 0;

async function read(job: ReadingJob): Promise<void> {
  ahead = 0;
  try {
    for await (const records of open(job)) {
      for (const packed of packRecords(records)) {
        say({ kind: 'records', records: packed });
        ahead++;
        if (ahead >= AHEAD) await new Promise<void>((resolve) => (waiting = resolve));
      }
    }
    say({ kind: 'end' });
  } catch (error) {
    if (error instanceof FileFault)
      say({ kind: 'refused', code: error.code, params: error.params, at: error.at });
    else say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
}

port.on('message', (message: ReadingJob | 'taken') => {
  if (message !== 'taken') return void read(message);
  ahead--;
  waiting?.();
  waiting = null;
});
