import * as routes from '#contract/routes/deals';
import { parseDay } from '#core/period/day';
import type { Endpoints } from '../endpoints';
import { listCorrections } from '../ledger/corrections';
import { Refused } from '../problem';
import { findPeriod } from '../standings/index';
import { loadHistory } from './history';
import { loadDeal, loadDealPage } from './repository';
import { bookDeal, restoreDeal, segmentsOf, updateDeal, voidDeal } from './service';

const PAGE = 100;
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

function parseCursor(text: string | undefined): { day: string; id: number } | null {
  const match = /^(\d{4}-\d{2}-\d{2})_(\d{1,15})$/.exec(text ?? '');
  return match && parseDay(match[1]!) !== null ? { day: match[1]!, id: Number(match[2]) } : null;
}

export function addDealRoutes({ implement, context }: Endpoints): void {
  const { db } = context;

  implement(routes.listDeals, async ({ query, scope, principal }) => {
    const unit = query.unit ? scope.findUnit(query.unit) : null;
    const isCompany = unit === null || unit.kind === 'company';
    const segments = isCompany ? segmentsOf(scope, principal) : scope.books.tree.segmentsUnder(unit.id);
    const span = query.period ? findPeriod(scope.books, query.period) : null;
    return loadDealPage(db, { segments, span, status: query.status, search: query.search?.trim(), voided: query.voided }, parseCursor(query.cursor), query.limit ?? PAGE);
  });

  implement(routes.getDeal, async ({ params, scope, principal }) => {
    const deal = await loadDeal(db, params.id, segmentsOf(scope, principal));
    if (!deal) throw new Refused('unknownDeal', { deal: params.id });
    return deal;
  });

  implement(routes.getDealHistory, async ({ params, scope, principal }) => {
    if (!await loadDeal(db, params.id, segmentsOf(scope, principal))) throw new Refused('unknownDeal', { deal: params.id });
    return loadHistory(db, params.id);
  });

  implement(routes.bookDeal, async ({ body, scope, principal, request }) => {
    const key = request.headers['idempotency-key'];
    return bookDeal(context, { scope, principal }, body, typeof key === 'string' && UUID.test(key) ? key : null);
  });

  implement(routes.updateDeal, async ({ params, body, scope, principal }) =>
    updateDeal(context, { scope, principal }, params.id, body.deal, body.version, body.reason ?? body.deal.reason));
  implement(routes.voidDeal, async ({ params, body, scope, principal }) =>
    voidDeal(context, { scope, principal }, params.id, body.version, body.reason));
  implement(routes.restoreDeal, async ({ params, body, scope, principal }) =>
    restoreDeal(context, { scope, principal }, params.id, body.version, body.reason));

  implement(routes.listCorrections, async ({ query, scope }) => {
    const corrections = await listCorrections(db, scope.books, scope.findUnit(query.unit).id, findPeriod(scope.books, query.period));
    return { corrections, revenue: corrections.reduce((sum, each) => sum + each.revenue, 0) };
  });
}
