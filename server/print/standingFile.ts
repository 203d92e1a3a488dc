import type { DocumentFormat } from '#contract/schemas/print';
import type { FigureDocument } from './document/document';
import type { PrintedStanding } from './printedStanding';
import type { PrintFormat } from './writeFormat';

/**
 * A standing as a file. Fonts, PDF and pictures take a second to load: only who prints waits for
 * them, once.
 */
export async function writeStandingFile(
  standing: PrintedStanding,
  format: PrintFormat,
  author: string,
): Promise<Buffer | string> {
  const { writeFormat } = await import('./writeFormat');
  return writeFormat(standing, format, author);
}

/** A document as a file; what writes it is loaded as late. */
export async function writeDocumentFile(
  document: FigureDocument,
  format: DocumentFormat,
  author: string,
): Promise<Buffer> {
  const { writeDocument } = await import('./document/writeDocument');
  return writeDocument(document, format, author);
}
