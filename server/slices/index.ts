export { addSliceRoutes } from './routes';
export { type Slicing, sliceByLines } from './slicing';
