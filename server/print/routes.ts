import * as routes from '#contract/routes/print';
import type { StandingView } from '#contract/schemas/standing';
import type { Endpoints } from '../endpoints';
import { XLSX_TYPE } from '../imports/index';
import { findMeasure, findPeriod, viewStandingWhole } from '../standings/index';
import { drawStanding, PAGE } from './drawStanding';
import { openPdf } from './pdfPaper';
import { writeStandingCsv, writeStandingWorkbook } from './standingTable';
import { openSvg } from './svgPaper';

/** Twice the dots of a screen: 1,684 pixels across. */
const PIXELS_A_POINT = 2;

const TYPES = { pdf: 'application/pdf', png: 'image/png', svg: 'image/svg+xml', csv: 'text/csv; charset=utf-8', xlsx: XLSX_TYPE } as const;
type Format = keyof typeof TYPES;

export function addPrintRoutes({ implement, context }: Endpoints): void {
  implement(routes.printStanding, async ({ query, scope, principal, reply }) => {
    const { format } = query;
    const view = await viewStandingWhole(context, scope, scope.findUnit(query.unit), findPeriod(scope.books, query.period), findMeasure(scope.books, query.measure).code);
    reply.header('content-type', TYPES[format]);
    reply.header('content-disposition', `attachment; filename="standing ${view.unit.code} ${view.period.id} ${view.measure.code}.${format}"`);
    return reply.send(await write(view, format, principal.name)) as never;
  });
}

async function write(view: StandingView, format: Format, author: string): Promise<Buffer | string> {
  switch (format) {
    case 'csv': return writeStandingCsv(view);
    case 'xlsx': return writeStandingWorkbook(view);
    case 'pdf': {
      const pdf = openPdf(PAGE.width, PAGE.height, { title: `${view.unit.name}, ${view.period.name}, ${view.measure.name}`, author, made: new Date(`${view.asOf}T00:00:00Z`) });
      drawStanding(pdf, view);
      return pdf.finish();
    }
    case 'png': case 'svg': {
      const svg = openSvg(PAGE.width, PAGE.height);
      drawStanding(svg, view);
      return format === 'svg' ? svg.toSvg() : svg.toPng(PIXELS_A_POINT);
    }
  }
}
