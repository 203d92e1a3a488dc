import { Readable } from 'node:stream';
import type { FastifyReply } from 'fastify';
import { bulkChangeDeals as changeDealsRoute } from '#contract/routes/deals';
import * as exportsRoutes from '#contract/routes/exports';
import * as importsRoutes from '#contract/routes/imports';
import type { Permission } from '#contract/routes/route';
import type { ImportKind } from '#contract/schemas/import';
import { mayDo } from '../access/permissions';
import { findPeriod } from '../attainment/index';
import { readFilter } from '../deals/index';
import type { Endpoints } from '../endpoints';
import { cleanName } from '../input';
import { findPlan } from '../plans/index';
import { ProblemError } from '../problem';
import { importActivities } from './activities';
import { changeDeals } from './bulk';
import { writeDealCalendar } from './calendarFile';
import { readCorrections } from './corrections';
import { importCustomers } from './customers';
import { importDealLines } from './dealLines/index';
import { importDeals } from './deals';
import { type ExportedRows, exportHistory, exportRows, exportWorkbook } from './export';
import { receiveFile, XLSX_TYPE } from './formats';
import { ImportGate } from './gate';
import { importHistory } from './history';
import { loadMapping, saveMapping } from './mappings';
import { HEAD_BYTES, previewDeals } from './preview';
import { importProducts } from './products';
import { countRows, ImportProgress } from './progress';
import { importRates } from './rates';
import { importTargets } from './targets';
import { listImports, undoImport } from './undoImport';
import { importUnits } from './unitsImport';
import { writeCsvRows, writeJsonRows, writeTableWorkbook } from './writeRows';

/** What each file needs beyond the right to book. */
const NEEDED: Readonly<Record<ImportKind, Permission>> = {
  deals: 'book',
  deal_lines: 'book',
  targets: 'plan',
  units: 'administer',
  activities: 'book',
  rates: 'administer',
  history: 'plan',
  products: 'administer',
  customers: 'administer',
};
const IMPORTS = {
  deals: importDeals,
  deal_lines: importDealLines,
  targets: importTargets,
  units: importUnits,
  activities: importActivities,
  rates: importRates,
  history: importHistory,
  products: importProducts,
  customers: importCustomers,
} as const;

export function addFileRoutes({ implement, context }: Endpoints): void {
  const gate = new ImportGate();
  const progress = new ImportProgress();

  implement(
    importsRoutes.importFile,
    async ({ params, query, scope, principal, request, reply }) => {
      if (!mayDo(principal.role, NEEDED[params.kind]))
        throw new ProblemError('forbidden', { role: principal.role });
      const signal = abortWithClient(reply);
      const corrections = readCorrections(query.corrections);
      return gate.enter(principal.userId, async () => {
        const file = await receiveFile(
          params.kind,
          request,
          scope.dataset.measures.all.map((measure) => measure.code),
          signal,
        );
        try {
          const mapping =
            query.mapping === undefined
              ? undefined
              : await loadMapping(context.db, principal.userId, query.mapping);
          return await gate.write(signal, () =>
            IMPORTS[params.kind](
              {
                context,
                scope,
                principal,
                fileName: cleanName(query.fileName ?? `${params.kind}.csv`),
                reason: query.reason?.trim() || undefined,
                planId: query.plan,
                mapping,
                corrections,
                isPartial: query.partial ?? false,
                isCheck: query.check ?? false,
                signal,
              },
              countRows(file.records(), (rows, isRead) =>
                progress.note(principal.userId, rows, isRead),
              ),
            ),
          );
        } finally {
          progress.end(principal.userId);
          await file.remove();
        }
      });
    },
  );

  implement(importsRoutes.getImportProgress, async ({ principal }) =>
    progress.of(principal.userId),
  );

  implement(importsRoutes.previewImport, async ({ request, reply, principal }) => {
    const file = await receiveFile('deals', request, [], abortWithClient(reply));
    try {
      return await previewDeals(
        context.db,
        principal.userId,
        file.records({ isHead: file.bytes >= HEAD_BYTES }),
        context.replica.company!.customFields,
      );
    } finally {
      await file.remove();
    }
  });
  implement(importsRoutes.saveImportMapping, async ({ body, principal }) => ({
    id: await saveMapping(context.db, principal.userId, body),
  }));
  implement(importsRoutes.listImports, async ({ principal }) => listImports(context, principal));
  implement(importsRoutes.undoImport, async ({ params, body, principal }) =>
    gate.write(new AbortController().signal, () =>
      undoImport(context, principal, params.id, body.reason),
    ),
  );

  implement(changeDealsRoute, async ({ body, scope, principal }) =>
    changeDeals({ context, scope, principal }, body),
  );

  implement(exportsRoutes.exportFile, async ({ params, query, scope, principal, reply }) => {
    const plan = query.plan === undefined ? null : findPlan(context, scope, principal, query.plan);
    const { plan: _plan, format = 'csv', year, ...filter } = query;
    const call = {
      context,
      scope,
      principal,
      plan,
      filter:
        params.kind === 'deals' || params.kind === 'deal_lines'
          ? readFilter(filter, scope, principal, context.replica.company!.customFields)
          : null,
    };
    reply.header('content-disposition', `attachment; filename="${params.kind}.${format}"`);
    if (format === 'json')
      return reply.header('content-type', 'application/json; charset=utf-8').send(
        Readable.from(writeJsonRows(await primed(exportRows(params.kind, call))), {
          objectMode: false,
        }),
      );
    if (format === 'csv')
      return reply.header('content-type', 'text/csv; charset=utf-8').send(
        Readable.from(writeCsvRows(await primed(exportRows(params.kind, call))), {
          objectMode: false,
        }),
      );
    reply.header('content-type', XLSX_TYPE);
    if (params.kind !== 'targets')
      return reply.send(
        writeTableWorkbook(params.kind, await primed(exportRows(params.kind, call))),
      );
    const { calendar } = scope.dataset;
    const label =
      plan?.yearLabel ??
      calendar.labelOf(
        year === undefined ? scope.dataset.asOf : findPeriod(scope.dataset, year).from,
      );
    return reply.send(await exportWorkbook(call, label));
  });

  implement(exportsRoutes.exportDealHistory, async ({ params, scope, principal, reply }) => {
    const csv = await exportHistory({ context, scope, principal }, params.id);
    return reply
      .header('content-type', 'text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="deal ${params.id}.csv"`)
      .send(csv);
  });
  implement(exportsRoutes.exportDealCalendar, async ({ query, scope, principal, reply }) => {
    reply
      .header('content-type', 'text/calendar; charset=utf-8')
      .header('content-disposition', 'attachment; filename="open deals.ics"');
    return reply.send(
      await writeDealCalendar(
        context,
        readFilter(query, scope, principal, context.replica.company!.customFields),
      ),
    );
  });
}

/** Whoever goes away before the answer has cancelled: what was begun is rolled back. */
function abortWithClient({ raw }: FastifyReply): AbortSignal {
  const cancel = new AbortController();
  raw.once('close', () => cancel.abort(new ProblemError('cancelled')));
  return cancel.signal;
}

/**
 * The same rows with the first of them read: what fails at once is told, where after the first byte
 * the file would only be cut.
 */
async function primed({ columns, blocks }: ExportedRows): Promise<ExportedRows> {
  const iterator = blocks[Symbol.asyncIterator]();
  const first = await iterator.next();
  async function* all() {
    for (let each = first; !each.done; each = await iterator.next()) yield each.value;
  }
  return { columns, blocks: all() };
}
