export { saveFirstLists } from './firstLists';
export { addListRoutes } from './routes';
export { findEach, LIST_TABLES, NO_NAMES, resolveEach, sqlNameOf } from './names';
