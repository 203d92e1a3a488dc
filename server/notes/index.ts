export { listNotes } from './service';
export { listPrintedNotes } from './printed';
export { addNoteRoutes } from './routes';
export { writeActionCalendar } from './actionCalendar';
