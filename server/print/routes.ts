import * as routes from '#contract/routes/print';
import { findMeasure, findPeriod, viewStandingWhole } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { XLSX_TYPE } from '../imports/index';
import { listPrintedNotes } from '../notes/index';
import { writeStandingFile } from './standingFile';
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
    const notes = await listPrintedNotes(context, scope, {
      unit: view.unit.code,
      period: view.period.id,
      measure: view.measure.code,
    });
    reply.header('content-type', PRINT_TYPES[format]);
    reply.header(
      'content-disposition',
      `attachment; filename="standing ${view.unit.code} ${view.period.id} ${view.measure.code}.${format}"`,
    );
    return reply.send(
      await writeStandingFile(
        { view, notes, timeZone: context.replica.company!.timeZone },
        format,
        principal.name,
      ),
    );
  });
}
