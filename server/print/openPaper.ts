import type { PdfPaper } from './pdfPaper';

/** A PDF to draw on; fonts and the writer are loaded when somebody first prints. */
export async function openPaper(
  size: { width: number; height: number },
  about: { title: string; author: string; made: Date },
): Promise<PdfPaper> {
  const { openPdf } = await import('./pdfPaper');
  return openPdf(size.width, size.height, about);
}
