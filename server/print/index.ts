export { addPrintRoutes, PRINT_TYPES } from './routes';
export {
  type DocumentReader,
  documentComparison,
  documentExplore,
} from './document/figureDocuments';
export type { FigureDocument } from './document/document';
export { writeDocumentFile, writeStandingFile } from './standingFile';
export { findPrintedNotes } from './printedStanding';
export { openPaper } from './openPaper';
export { INK } from './paper';
export type { PdfPaper } from './pdfPaper';
export { showCell } from './document/showCell';
