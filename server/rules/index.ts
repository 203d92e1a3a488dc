export { addRuleRoutes } from './routes';
