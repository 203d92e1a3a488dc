import { Type } from 'typebox';
import { ExportQuery, ImportKind, ImportQuery, ImportReport } from '../schemas/import';
import { defineRoute } from './route';

const Kind = Type.Object({ kind: ImportKind });

export const importFile = defineRoute({
  id: 'importFile', method: 'POST', path: '/imports/:kind', permission: 'book', summary: 'Check or import a file, all rows or none: CSV, XLSX or a JSON array of rows',
  params: Kind, query: ImportQuery, bodyType: 'text/csv', answer: ImportReport, errors: ['invalidInput', 'forbidden', 'tooLarge', 'wrongMediaType'],
});
export const exportFile = defineRoute({
  id: 'exportFile', method: 'GET', path: '/files/:kind', permission: 'read', summary: 'The same file an import takes; targets of a draft when one is named', params: Kind, query: ExportQuery, errors: ['unknownPlan', 'unknownPeriod'], answerType: 'text/csv',
});
export const streamEvents = defineRoute({
  id: 'streamEvents', method: 'GET', path: '/events', permission: 'read', summary: 'Server-sent events: what changed of what one may see', answerType: 'text/event-stream',
});
