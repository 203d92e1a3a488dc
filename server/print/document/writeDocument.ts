import type { DocumentFormat } from '#contract/schemas/print';
import { PAGE } from '../drawStanding';
import { openPdf } from '../pdfPaper';
import type { FigureDocument } from './document';
import { writeDocumentWorkbook } from './documentWorkbook';
import { drawDocument } from './drawDocument';

/** A document as a file of a format, dated by its business date. */
export async function writeDocument(
  document: FigureDocument,
  format: DocumentFormat,
  author: string,
): Promise<Buffer> {
  if (format === 'xlsx') return writeDocumentWorkbook(document);
  const pdf = openPdf(PAGE.width, PAGE.height, {
    title: document.title,
    author,
    made: new Date(`${document.asOf}T00:00:00Z`),
  });
  drawDocument(pdf, document);
  return pdf.finish();
}
