import { Type } from 'typebox';
import { BookProblem } from '../schemas/bookProblem';
import { defineRoute } from './route';

export const listBookProblems = defineRoute({
  id: 'listBookProblems', method: 'GET', path: '/book-problems', permission: 'read',
  summary: 'What of the deals one sees is too large to be added up and left out of every figure, and how to mend it', answer: Type.Array(BookProblem),
});
