export { listNotes } from './service';
export { addNoteRoutes } from './routes';
