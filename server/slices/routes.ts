import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import * as routes from '#contract/routes/slices';
import { findPeriod } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { viewSliceAttainment } from './attainment';
import { viewComparison } from './comparison';
import { viewCrossTable } from './crossTable';
import { packLines } from './linePack';
import { viewMeasuresByMonth } from './measuresByMonth';

const compress = promisify(gzip);
/** Columns of small numbers: more effort saves little and takes several times as long. */
const LEVEL = 2;

export function addSliceRoutes({ implement, implementCached, context }: Endpoints): void {
  implement(routes.exploreLines, async ({ query, scope, request, reply }) => {
    const bytes = await packLines(
      context,
      scope,
      scope.findUnit(query.unit),
      findPeriod(scope.dataset, query.period),
    );
    reply.header('content-type', 'application/octet-stream').header('vary', 'accept-encoding');
    // How far it has come is told by the bytes that are to come.
    reply.header('x-bytes', String(bytes.length));
    if (!/\bgzip\b/.test(request.headers['accept-encoding'] ?? ''))
      return reply.send(Buffer.from(bytes.buffer));
    return reply.header('content-encoding', 'gzip').send(await compress(bytes, { level: LEVEL }));
  });

  implementCached(routes.getSliceAttainment, ({ query, scope }) =>
    viewSliceAttainment(context, scope, query),
  );

  implementCached(routes.getCrossTable, ({ query, scope }) =>
    viewCrossTable(context, scope, query),
  );

  implementCached(routes.getMeasuresByMonth, async ({ query, scope }) =>
    viewMeasuresByMonth(scope, query),
  );

  implementCached(routes.getComparison, ({ query, scope, principal }) =>
    viewComparison(context, scope, principal, query),
  );
}
