export { parseCsv } from './csv';
export { readFile } from './readFile';
export {
  DETAILS_SHEET,
  FILE_LIMITS,
  FileFault,
  FIRST_PERIOD_COLUMN,
  type FileFormat,
  type FileRecord,
} from './record';
export { spool, type SpooledFile } from './spool';
