export { addBoardRoutes } from './routes';
