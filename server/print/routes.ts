import type { FastifyReply } from 'fastify';
import * as routes from '#contract/routes/print';
import type { DocumentFormat } from '#contract/schemas/print';
import { findMeasure, findPeriod, viewStandingWhole } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { XLSX_TYPE } from '../imports/index';
import type { FigureDocument } from './document/document';
import { documentComparison, documentExplore } from './document/figureDocuments';
import { findPrintedNotes } from './printedStanding';
import { writeDocumentFile, writeStandingFile } from './standingFile';
import type { PrintFormat } from './writeFormat';

export const PRINT_TYPES = {
  pdf: 'application/pdf',
  png: 'image/png',
  svg: 'image/svg+xml',
  csv: 'text/csv; charset=utf-8',
  xlsx: XLSX_TYPE,
} as const satisfies Record<PrintFormat, string>;

export function addPrintRoutes({ implement, context }: Endpoints): void {
  implement(routes.printStanding, async ({ query, scope, principal, reply }) => {
    const { format } = query;
    const view = await viewStandingWhole(
      context,
      scope,
      scope.findUnit(query.unit),
      findPeriod(scope.dataset, query.period),
      findMeasure(scope.dataset, query.measure).code,
    );
    reply.header('content-type', PRINT_TYPES[format]);
    reply.header(
      'content-disposition',
      `attachment; filename="standing ${view.unit.code} ${view.period.id} ${view.measure.code}.${format}"`,
    );
    return reply.send(
      await writeStandingFile(
        { view, ...(await findPrintedNotes(context, scope, view)) },
        format,
        principal.name,
      ),
    );
  });

  implement(routes.printComparison, async ({ query, scope, principal, reply }) => {
    const { format, ...asked } = query;
    const document = await documentComparison(context, { scope, principal }, asked);
    return sendDocument(reply, document, format, principal.name);
  });

  implement(routes.printExplore, async ({ query, scope, principal, reply }) => {
    const { format, ...asked } = query;
    const document = await documentExplore(context, { scope, principal }, asked);
    return sendDocument(reply, document, format, principal.name);
  });
}

async function sendDocument(
  reply: FastifyReply,
  document: FigureDocument,
  format: DocumentFormat,
  author: string,
): Promise<FastifyReply> {
  reply.header('content-type', PRINT_TYPES[format]);
  reply.header('content-disposition', `attachment; filename="${document.fileName}.${format}"`);
  return reply.send(await writeDocumentFile(document, format, author));
}
