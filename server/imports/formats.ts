import { Readable } from 'node:stream';
import type { FastifyRequest } from 'fastify';
import type { ImportKind } from '#contract/schemas/import';
import type { MeasureCode } from '#core/measure/measure';
import { ProblemError } from '../problem';
import {
  FILE_LIMITS,
  type FileFormat,
  type FileRecord,
  readFile,
  spool,
  type SpooledFile,
} from '../reading/index';
import { guardCell } from './guardCell';
import { TARGET_COLUMNS } from './targetColumns';

export const XLSX_TYPE = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

const MB = 1024 * 1024;

interface Format {
  format: FileFormat;
  maxBytes: number;
  limit: string;
}

function formatOf(kind: ImportKind, contentType: string): Format {
  if (contentType.startsWith(XLSX_TYPE))
    return {
      format: kind === 'targets' ? 'targetWorkbook' : 'workbook',
      maxBytes: FILE_LIMITS.workbookBytes,
      limit: `${FILE_LIMITS.workbookBytes / MB} MB of a workbook`,
    };
  if (contentType.startsWith('application/json'))
    return {
      format: 'json',
      maxBytes: FILE_LIMITS.jsonBytes,
      limit: `${FILE_LIMITS.jsonBytes / MB} MB of JSON`,
    };
  if (contentType.startsWith('text/csv'))
    return {
      format: 'csv',
      maxBytes: FILE_LIMITS.csvBytes,
      limit: `${FILE_LIMITS.csvBytes / MB} MB of CSV`,
    };
  throw new ProblemError('wrongMediaType', {
    expected: `the file as text/csv, ${XLSX_TYPE}, or a JSON array of rows`,
  });
}

/** A file that has been sent whole, and how it is read. */
export interface ReceivedFile {
  bytes: number;
  /**
   * Its records; a workbook and JSON carry the same columns as CSV. `isHead`: it is only the
   * beginning of one.
   */
  records(options?: { isHead?: boolean }): AsyncGenerator<FileRecord[]>;
  remove(): Promise<void>;
}

/**
 * Texts of a workbook or of JSON are what they are; whoever reads records takes the guard of CSV
 * off.
 */
async function* guarded(batches: AsyncGenerator<FileRecord[]>): AsyncGenerator<FileRecord[]> {
  for await (const records of batches)
    yield records.map((record) => ({ ...record, fields: record.fields.map(guardCell) }));
}

/**
 * Takes a file of any of the open formats in. @throws ProblemError wrongMediaType, tooLarge,
 * tooSlow
 */
export async function receiveFile(
  kind: ImportKind,
  request: FastifyRequest,
  measures: readonly MeasureCode[],
  signal: AbortSignal,
): Promise<ReceivedFile> {
  const { body, headers } = request;
  if (!(body instanceof Readable))
    throw new ProblemError('wrongMediaType', {
      expected: `the file as text/csv, ${XLSX_TYPE}, or a JSON array of rows`,
    });
  const { format, maxBytes, limit } = formatOf(kind, headers['content-type'] ?? '');
  const length =
    headers['content-length'] === undefined ? undefined : Number(headers['content-length']);
  const file: SpooledFile = await spool(body, { maxBytes, limit, length }, signal);
  return {
    bytes: file.bytes,
    records: ({ isHead = false } = {}) => {
      const records = readFile(
        { path: file.path, format, isHead, columns: TARGET_COLUMNS.known, measures },
        signal,
      );
      return format === 'csv' ? records : guarded(records);
    },
    remove: file.remove,
  };
}
