export { serveMailServer } from './serve';
