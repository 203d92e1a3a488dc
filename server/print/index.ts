export { addPrintRoutes, PRINT_TYPES } from './routes';
export { writeStandingFile } from './standingFile';
export { openPaper } from './openPaper';
export { INK } from './paper';
export type { PdfPaper } from './pdfPaper';
