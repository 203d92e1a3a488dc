export { addPrintRoutes, PRINT_TYPES } from './routes';
export { writeStandingFile } from './standingFile';
