export { saveFirstLists } from './firstLists';
export { addListRoutes } from './routes';
export { KnownSlices, loadKnownSlices } from './knownSlices';
export { findEach, LIST_TABLES, NO_NAMES, resolveNames, sqlNameOf } from './names';
export {
  checkProduct,
  findProductFaults,
  loadProducts,
  type ProductFacts,
  type StoredProduct,
  writeProducts,
} from './products';
