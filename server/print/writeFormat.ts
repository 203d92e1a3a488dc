import { drawStanding, PAGE } from './drawStanding';
import { openPdf } from './pdfPaper';
import type { PrintedStanding } from './printedStanding';
import { writeStandingCsv, writeStandingWorkbook } from './standingTable';
import { openSvg } from './svgPaper';

/** Twice the dots of a screen: 1,684 pixels across. */
const PIXELS_A_POINT = 2;

export type PrintFormat = 'csv' | 'xlsx' | 'pdf' | 'png' | 'svg';

/** A standing as a file of a format, dated by its business date. */
export async function writeFormat(
  standing: PrintedStanding,
  format: PrintFormat,
  author: string,
): Promise<Buffer | string> {
  const { view } = standing;
  switch (format) {
    case 'csv':
      return writeStandingCsv(standing);
    case 'xlsx':
      return writeStandingWorkbook(standing);
    case 'pdf': {
      const title = `${view.unit.name}, ${view.period.name}, ${view.measure.name}`;
      const pdf = openPdf(PAGE.width, PAGE.height, {
        title,
        author,
        made: new Date(`${view.asOf}T00:00:00Z`),
      });
      drawStanding(pdf, standing);
      return pdf.finish();
    }
    case 'png':
    case 'svg': {
      const svg = openSvg(PAGE.width, PAGE.height);
      drawStanding(svg, standing);
      return format === 'svg' ? svg.toSvg() : svg.toPng(PIXELS_A_POINT);
    }
  }
}
