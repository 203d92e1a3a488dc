import type { ErrorCode, Params } from '#contract/errors/catalogue';
import type { FileFault, FileFormat, FileRecord } from './record';

/** What the server asks a worker to read. */
export interface ReadingJob {
  path: string;
  format: FileFormat;
  isHead: boolean;
  /** Of a workbook of targets: the columns of its records, and the measures that may have a sheet. */
  columns: readonly string[];
  measures: readonly string[];
}

/** What a worker says; after `end`, `refused` or `failed` it takes another job. */
export type ReadingMessage =
  | { kind: 'records'; records: FileRecord[] }
  | { kind: 'end' }
  | { kind: 'refused'; code: ErrorCode; params: Params; at: FileFault['at'] }
  | { kind: 'failed'; message: string };
