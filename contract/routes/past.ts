import { BookChangeQuery, BookChanges, PastBook, PastBookQuery } from '../schemas/bookChange';
import { defineRoute } from './route';

export const getBookChanges = defineRoute({ id: 'getBookChanges', method: 'GET', path: '/book-changes', permission: 'read', summary: 'What changed the won revenue of a unit and period between two moments, in money', query: BookChangeQuery, answer: BookChanges, errors: ['unknownUnit', 'unknownPeriod', 'invalidInput'] });
export const getPastBook = defineRoute({ id: 'getPastBook', method: 'GET', path: '/past-book', permission: 'read', summary: 'The deals of a unit and period as they stood at a past moment', query: PastBookQuery, answer: PastBook, errors: ['unknownUnit', 'unknownPeriod'] });
