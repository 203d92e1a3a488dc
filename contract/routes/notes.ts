import { Type } from 'typebox';
import {
  ActionExportQuery,
  Note,
  NoteInput,
  NoteQuery,
  NoteReplyInput,
  Notes,
  NoteStateInput,
} from '../schemas/note';
import { defineRoute } from './route';

const Id = Type.Object({ id: Type.Integer({ minimum: 1 }) });

export const listNotes = defineRoute({
  id: 'listNotes',
  method: 'GET',
  path: '/notes',
  permission: 'read',
  summary: 'Notes about the figures of a unit and the units below it',
  query: NoteQuery,
  response: Notes,
  errors: ['unknownUnit', 'unknownPeriod'],
});
export const exportActions = defineRoute({
  id: 'exportActions',
  method: 'GET',
  path: '/notes/export',
  permission: 'read',
  summary: 'Actions of a unit and all below it as a file: what, who, until when, done',
  query: ActionExportQuery,
  responseType: 'text/csv',
  errors: ['unknownUnit'],
});
export const writeNote = defineRoute({
  id: 'writeNote',
  method: 'POST',
  path: '/notes',
  permission: 'book',
  summary: 'Write a note about a figure, with who sees to it and until when',
  body: NoteInput,
  response: Note,
  status: 201,
  errors: ['invalidInput', 'unknownUnit', 'unknownPeriod', 'unknownMeasure'],
});
export const replyToNote = defineRoute({
  id: 'replyToNote',
  method: 'POST',
  path: '/notes/:id/replies',
  permission: 'book',
  summary: 'Answer a note',
  params: Id,
  body: NoteReplyInput,
  response: Note,
  status: 201,
  errors: ['notFound', 'tooManyReplies'],
});
export const resolveNote = defineRoute({
  id: 'resolveNote',
  method: 'PUT',
  path: '/notes/:id/state',
  permission: 'book',
  summary: 'Say that a note is done with, or open it again',
  params: Id,
  body: NoteStateInput,
  response: Note,
  errors: ['notFound'],
});
