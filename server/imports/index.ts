export { addFileRoutes } from './routes';
export { importDeals } from './deals';
export { readUnitsFile } from './units';
export { recordImported } from './recordImported';
