export { addFileRoutes } from './routes';
export { XLSX_TYPE } from './formats';
export { importDeals } from './deals';
export { readUnitsFile } from './units';
export { recordImported } from './recordImported';
export { importActivities } from './activities';
export { applyChecked } from './applyChecked';
