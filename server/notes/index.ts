export { listNotes } from './service';
export { addNoteRoutes } from './routes';
export { writeActionCalendar } from './actionCalendar';
