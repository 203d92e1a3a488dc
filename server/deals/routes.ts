import * as correctionsRoutes from '#contract/routes/corrections';
import * as routes from '#contract/routes/deals';
import { mayDo, type Principal, type Scope } from '../access/index';
import { findPeriod } from '../attainment/index';
import type { Endpoints } from '../endpoints';
import { listCorrections } from '../ledger/corrections';
import { ProblemError } from '../problem';
import { memberSpansOf, readFilter } from './filter';
import { loadGroups } from './groups';
import { loadHistory } from './history';
import { loadDealPage } from './page';
import { findDealContributions } from './places';
import { loadRefunds } from './refunds';
import { loadCredits, loadDeal, ownsDeal } from './repository';
import { readRetryKey } from './retryKey';
import { bookDeal, restoreDeal, updateDeal, voidDeal } from './service';
import { listViews, removeView, saveView } from './views';

const PAGE = 100;

export function addDealRoutes({ implement, context }: Endpoints): void {
  const { db } = context;

  implement(routes.listDeals, async ({ query, scope, principal }) => {
    const { sort = 'day', order = 'desc', cursor, limit = PAGE, ...filter } = query;
    return loadDealPage(
      context,
      readFilter(filter, scope, principal, context.replica.company!.customFields),
      { sort, isUp: order === 'asc' },
      cursor,
      limit,
    );
  });
  implement(routes.groupDeals, async ({ query: { by, ...filter }, scope, principal }) =>
    loadGroups(
      db,
      scope.dataset,
      readFilter(filter, scope, principal, context.replica.company!.customFields),
      by,
    ),
  );
  const findDeal = async (id: number, scope: Scope, principal: Principal) => {
    const deal = await loadDeal(db, id, memberSpansOf(scope, principal));
    if (!deal) throw new ProblemError('unknownDeal', { deal: id });
    return deal;
  };
  implement(routes.getDealRefunds, async ({ params, scope, principal }) =>
    loadRefunds(db, await findDeal(params.id, scope, principal)),
  );
  implement(routes.getDealContributions, async ({ params, scope, principal }) => {
    const deal = await findDeal(params.id, scope, principal);
    return findDealContributions(scope, deal, await loadCredits(db, params.id));
  });

  implement(routes.getDeal, async ({ params, scope, principal }) => {
    const deal = await findDeal(params.id, scope, principal);
    return {
      ...deal,
      canEdit:
        mayDo(principal.role, 'book') &&
        (await ownsDeal(db, deal.id, memberSpansOf(scope, principal))),
    };
  });
  implement(routes.getDealHistory, async ({ params, scope, principal }) =>
    loadHistory(db, (await findDeal(params.id, scope, principal)).id, scope),
  );

  implement(routes.bookDeal, async ({ body, scope, principal, request }) => {
    const key = readRetryKey(request.headers['idempotency-key'], body);
    return bookDeal(context, { scope, principal }, body, key);
  });

  implement(routes.updateDeal, async ({ params, body, scope, principal }) =>
    updateDeal(
      context,
      { scope, principal },
      params.id,
      body.deal,
      body.version,
      body.reason ?? body.deal.reason,
    ),
  );
  implement(routes.voidDeal, async ({ params, body, scope, principal }) =>
    voidDeal(context, { scope, principal }, params.id, body.version, body.reason),
  );
  implement(routes.restoreDeal, async ({ params, body, scope, principal }) =>
    restoreDeal(context, { scope, principal }, params.id, body.version, body.reason),
  );

  implement(routes.listDealViews, async ({ principal }) => listViews(context, principal));
  implement(routes.saveDealView, async ({ body, scope, principal }) =>
    saveView(context, scope, principal, body),
  );
  implement(routes.removeDealView, async ({ params, principal }) =>
    removeView(context, principal, params.id),
  );

  implement(correctionsRoutes.listCorrections, async ({ query, scope }) => {
    const corrections = await listCorrections(
      db,
      { ...scope, unitId: scope.findUnit(query.unit).id },
      findPeriod(scope.dataset, query.period),
    );
    return { corrections, revenue: corrections.reduce((sum, each) => sum + each.revenue, 0) };
  });
}
