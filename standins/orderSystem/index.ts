export { serveOrderSystem } from './serve';
