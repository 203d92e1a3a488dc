import { Readable } from 'node:stream';
import * as routes from '#contract/routes/files';
import type { ImportKind } from '#contract/schemas/import';
import type { Permission } from '#contract/routes/route';
import { mayDo } from '../access/permissions';
import type { Endpoints } from '../endpoints';
import { findPlan } from '../plans/index';
import { Refused } from '../problem';
import { importDeals } from './deals';
import { exportFile } from './export';
import { importTargets } from './targets';
import { importUnits } from './unitsImport';

/** What each file needs beyond the right to book. */
const NEEDED: Readonly<Record<ImportKind, Permission>> = { deals: 'book', targets: 'plan', units: 'administer' };
const IMPORTS = { deals: importDeals, targets: importTargets, units: importUnits } as const;

export function addFileRoutes({ implement, context }: Endpoints): void {
  implement(routes.importFile, async ({ params, query, scope, principal, request, body }) => {
    if (!mayDo(principal.role, NEEDED[params.kind])) throw new Refused('forbidden', { role: principal.role });
    if (!(body as unknown instanceof Readable)) throw new Refused('wrongMediaType', { expected: 'the file as text/csv' });
    const cancel = new AbortController();
    // Whoever goes away before the answer has cancelled: the transaction is rolled back.
    request.raw.once('close', () => { if (!request.raw.readableEnded) cancel.abort(new Error('cancelled')); });
    return IMPORTS[params.kind]({
      context, scope, principal, fileName: query.fileName ?? `${params.kind}.csv`, reason: query.reason?.trim() || undefined, planId: query.plan, isCheck: query.check ?? false, signal: cancel.signal,
    }, body as unknown as Readable);
  });

  implement(routes.exportFile, async ({ params, query, scope, principal, reply }) => {
    reply.header('content-type', 'text/csv; charset=utf-8').header('content-disposition', `attachment; filename="${params.kind}.csv"`);
    return reply.send(Readable.from(exportFile(params.kind, { context, scope, principal, plan: query.plan === undefined ? null : findPlan(context, scope, principal, query.plan) }), { objectMode: false })) as never;
  });
}
