export { addNoteRoutes } from './routes';
