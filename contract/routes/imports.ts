import { Type } from 'typebox';
import { Id, Nullable } from '../schemas/common';
import {
  ImportKind,
  ImportQuery,
  ImportReport,
  ImportRun,
  ImportUndo,
  ImportUndone,
} from '../schemas/import';
import { ImportPreview, MappingInput, SavedMapping } from '../schemas/importMapping';
import { defineRoute } from './route';

const Kind = Type.Object({ kind: ImportKind });

export const importFile = defineRoute({
  id: 'importFile',
  method: 'POST',
  path: '/imports/:kind',
  permission: 'book',
  summary: 'Check or import a file, all rows or none: CSV, XLSX or a JSON array of rows',
  params: Kind,
  query: ImportQuery,
  bodyType: 'text/csv',
  response: ImportReport,
  errors: [
    'cancelled',
    'invalidInput',
    'forbidden',
    'tooLarge',
    'wrongMediaType',
    'unknownMapping',
    'unknownPlan',
    'closedNeedsReason',
    'importRunning',
    'importsBusy',
    'tooSlow',
    'invalidBody',
  ],
});

export const getImportProgress = defineRoute({
  id: 'getImportProgress',
  method: 'GET',
  path: '/import-progress',
  permission: 'book',
  summary:
    'How many rows of one’s running import of deals have been read, and whether these are all; null where none runs',
  response: Type.Object({ rows: Nullable(Type.Integer()), isRead: Type.Boolean() }),
});

export const previewImport = defineRoute({
  id: 'previewImport',
  method: 'POST',
  path: '/import-preview',
  permission: 'book',
  summary: 'The first rows of a file of deals, and how it might be read',
  bodyType: 'text/csv',
  response: ImportPreview,
  errors: ['cancelled', 'invalidInput', 'tooLarge', 'wrongMediaType', 'tooSlow', 'invalidBody'],
});

export const saveImportMapping = defineRoute({
  id: 'saveImportMapping',
  maxBytes: 1_000_000,
  method: 'POST',
  path: '/import-mappings',
  permission: 'book',
  summary: 'Keep how files with these headings are read',
  body: MappingInput,
  response: SavedMapping,
  status: 201,
});

export const listImports = defineRoute({
  id: 'listImports',
  method: 'GET',
  path: '/imports',
  permission: 'book',
  summary: "Imports of deals: the reader's own, or all for an administrator",
  response: Type.Array(ImportRun),
});

export const undoImport = defineRoute({
  id: 'undoImport',
  method: 'POST',
  path: '/imports/:id/undo',
  permission: 'book',
  summary: 'Take back a whole import of deals; what was changed since stays',
  params: Type.Object({ id: Id }),
  body: ImportUndo,
  response: ImportUndone,
  errors: ['unknownImport', 'alreadyUndone', 'closedNeedsReason', 'importsBusy', 'sumTooLarge'],
});
