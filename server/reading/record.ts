import type { ErrorCode, FaultCode, Params } from '#contract/errors/catalogue';

/** One record of a file, with the line on which it starts. */
export interface FileRecord {
  line: number;
  fields: string[];
  /** Where it stood in a workbook, "revenue!D5". */
  place?: string;
}

/** What a file may be of. Each limit is stated in the refusal. */
export const FILE_LIMITS = {
  csvBytes: 200 * 1024 * 1024,
  workbookBytes: 20 * 1024 * 1024,
  jsonBytes: 20 * 1024 * 1024,
  /** Of all the parts of a workbook together. */
  unpackedBytes: 400 * 1024 * 1024,
  cells: 5_000_000,
  rows: 1_048_576,
  columns: 200,
  recordBytes: 1024 * 1024,
  workbookMs: 120_000,
} as const;

/** What a workbook of targets holds beside a grid a measure. */
export const DETAILS_SHEET = 'details';
/** Unit code and name stand before the periods. */
export const FIRST_PERIOD_COLUMN = 3;

export type FileFormat = 'csv' | 'workbook' | 'targetWorkbook' | 'json';

/** Why a file cannot be read; passes from the worker to the server as plain data. */
export class FileFault extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly params: Params = {},
    readonly at?: { field: string; code: FaultCode; params?: Params },
  ) {
    super(code);
  }

  /** A fault at a line or another place of the file. */
  static at(field: string, code: FaultCode, params: Params = {}): FileFault {
    return new FileFault('invalidInput', {}, { field, code, params });
  }
}
