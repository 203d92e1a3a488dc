export { addBoardRoutes } from './routes';
export { MOST_PHOTO_BYTES } from './photos';
