export { saveFirstLists } from './firstLists';
export { addListRoutes } from './routes';
export { findEach, LIST_TABLES, resolveEach, resolveNames, sqlNameOf } from './names';
