export { addStartRoutes } from './routes';
export { describeGap } from './service';
