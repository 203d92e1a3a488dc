export { serveWebhookReceiver } from './serve';
