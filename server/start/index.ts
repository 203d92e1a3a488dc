export { addStartRoutes } from './routes';
