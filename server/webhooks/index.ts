export { addWebhookRoutes } from './routes';
export { startWebhooks } from './sender';
export { pointDemoWebhook } from './standIn';
