import { Type } from 'typebox';
import { BoardInput, BoardSummary, BoardView, NewBoard } from '../schemas/board';
import { Id, Nothing } from '../schemas/common';
import { defineRoute } from './route';

const BoardId = Type.Object({ id: Id });
const Secret = Type.Object({ secret: Type.String({ minLength: 20, maxLength: 100 }) });

export const listBoards = defineRoute({
  id: 'listBoards',
  method: 'GET',
  path: '/boards',
  permission: 'plan',
  summary: 'Wall boards of one’s own unit and below that are not withdrawn',
  response: Type.Array(BoardSummary),
});
export const createBoard = defineRoute({
  id: 'createBoard',
  method: 'POST',
  path: '/boards',
  permission: 'plan',
  summary: 'Make a wall board; the secret of its link is shown this once',
  body: BoardInput,
  response: NewBoard,
  status: 201,
  errors: ['invalidInput', 'unknownUnit', 'unknownMeasure'],
});
export const withdrawBoard = defineRoute({
  id: 'withdrawBoard',
  method: 'DELETE',
  path: '/boards/:id',
  permission: 'plan',
  summary: 'Withdraw a wall board: its link shows nothing from now on',
  params: BoardId,
  response: Nothing,
  errors: ['notFound'],
});
export const restoreBoard = defineRoute({
  id: 'restoreBoard',
  method: 'POST',
  path: '/boards/:id/restore',
  permission: 'plan',
  summary: 'Let a withdrawn wall board show again, by the same link',
  params: BoardId,
  response: Nothing,
  errors: ['notFound'],
});
export const getBoard = defineRoute({
  id: 'getBoard',
  method: 'GET',
  path: '/public/boards/:secret',
  permission: 'anyone',
  summary: 'What a wall board shows, for whoever has its link',
  params: Secret,
  response: BoardView,
  errors: ['boardGone'],
});
export const streamBoard = defineRoute({
  id: 'streamBoard',
  method: 'GET',
  path: '/public/boards/:secret/events',
  permission: 'anyone',
  summary: 'Says when a wall board has changed (server-sent events)',
  params: Secret,
  responseType: 'text/event-stream',
  errors: ['boardGone', 'tooManyStreams'],
});
export const getBoardPhoto = defineRoute({
  id: 'getBoardPhoto',
  method: 'GET',
  path: '/public/boards/:secret/photos/:code',
  permission: 'anyone',
  summary: 'The picture of someone on a wall board',
  params: Type.Object({ secret: Type.String(), code: Type.String() }),
  responseType: 'image/*',
  errors: ['boardGone', 'notFound'],
});
