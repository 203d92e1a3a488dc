export { Codes, loadCustomerNames } from './lineNames';
export { addSliceRoutes } from './routes';
export { type Slicing, sliceByLines } from './slicing';
