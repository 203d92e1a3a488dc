export { Codes, loadCategoryOf, loadCustomerNames } from './lineNames';
export { viewComparison } from './comparison';
export { explore } from './explore';
export { addSliceRoutes } from './routes';
export { type Slicing, sliceByLines } from './slicing';
