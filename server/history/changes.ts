import { sql } from 'drizzle-orm';
import type { WhatChanged, WhatChangedQuery } from '#contract/schemas/dealHistory';
import {
  CHANGE_KINDS,
  type ChangeKind,
  countedOf,
  explainChange,
  type Holds,
} from '#core/ledger/dealChange';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Scope } from '../access/index';
import { findPeriod } from '../attainment/index';
import type { Context } from '../context';
import { assertNoFieldErrors } from '../problem';
import { type DealRecordJson, toState } from './states';

const SHOWN_CHANGES = 300;

interface Step {
  at: string;
  isInside: boolean;
  userName: string;
  action: string;
  reason: string | null;
  dealId: number | null;
  deal: string;
  customer: string | null;
  count: number;
  kind: ChangeKind;
  revenue: number;
  /** The file that brought it; its deals are told in one line. */
  importId: number | null;
}

/**
 * What changed a unit's won revenue of a period between two moments; memberships are those known
 * now. @throws ProblemError unknownUnit, unknownPeriod, invalidInput
 */
export async function explainBook(
  { db }: Context,
  scope: Scope,
  query: WhatChangedQuery,
): Promise<WhatChanged> {
  const period = findPeriod(scope.dataset, query.period);
  const unit = scope.findUnit(query.unit);
  const to = query.to ?? 'infinity';
  if (query.to !== undefined && Date.parse(query.to) <= Date.parse(query.from))
    assertNoFieldErrors([{ field: 'to', code: 'dateOrder' }]);
  const holds = buildHolds(scope, unit.id, period);
  const result = await db.transaction(async (tx) => {
    // One snapshot: a deal booked in between must not be in one answer and missing in another.
    await tx.execute(sql`set transaction isolation level repeatable read`);
    const { rows: changes } = await tx.execute<{
      id: number;
      at: string;
      inside: boolean;
      userName: string;
      action: string;
      reason: string | null;
      deal_id: number;
      before: DealRecordJson;
    }>(sql`
      select a.id, a.at::text as at, a.at <= ${to}::timestamptz as inside, coalesce(u.name,
        'system') as "userName", a.action, a.reason, a.entity_id::bigint as deal_id,
          past_deal(a.before) as before
      from audit a left join app_user u on u.id = a.user_id where a.entity = 'deal' and
        jsonb_typeof(a.before) = 'object' and a.at > ${query.from}::timestamptz order by a.id`);
    const ids = [...new Set(changes.map((change) => change.deal_id))];
    const { rows: current } = await tx.execute<{
      id: number;
      code: string;
      customer: string;
      record: DealRecordJson;
      is_new: boolean;
      inside: boolean;
      at: string;
      userName: string;
      import_id: number | null;
      file: string | null;
    }>(sql`
      select d.id, d.code, c.name as customer, deal_record(d) as record, d.created_at >
        ${query.from}::timestamptz as is_new, d.created_at <= ${to}::timestamptz as inside,
          d.created_at::text as at, u.name as "userName", d.import_id, r.file_name as file
      from deal d join customer c on c.id = d.customer_id join app_user u on u.id = d.created_by
        left join import_run r on r.id = d.import_id where d.id =
          any(${sql.param(ids)}::bigint[])`);
    // Deals that came since and have not changed: those of a file are one line.
    const { rows: created } = await tx.execute<{
      id: number;
      code: string;
      customer: string;
      record: DealRecordJson;
      inside: boolean;
      at: string;
      userName: string;
      import_id: number | null;
      file: string | null;
    }>(sql`
      select d.id, d.code, c.name as customer, deal_record(d) as record, d.created_at <=
        ${to}::timestamptz as inside, d.created_at::text as at, u.name as "userName", d.import_id,
          r.file_name as file
      from deal d join customer c on c.id = d.customer_id join app_user u on u.id = d.created_by
        left join import_run r on r.id = d.import_id
      where d.created_at > ${query.from}::timestamptz and d.closed_on >= ${toIsoDay(period.from)}
        and d.closed_on < ${toIsoDay(period.to)} and not (d.id =
          any(${sql.param(ids)}::bigint[]))`);
    const { rows: counted } = await tx.execute<{ sp: number; day: string; amount: number }>(sql`
      select salesperson_id as sp, day::text as day, sum(amount)::bigint as amount from deal_part
        where part = 'revenue' and day >= ${toIsoDay(period.from)} and day < ${toIsoDay(period.to)}
          group by 1, 2`);
    return { changes, current, created, counted };
  });
  const steps = [
    ...stepsOfChanges(result.changes, result.current, holds, scope),
    ...stepsOfCreated(result.created, holds),
  ];
  const figureNow = result.counted.reduce(
    (sum, row) => (holds(row.sp, parseDay(row.day)!) ? sum + row.amount : sum),
    0,
  );
  return summarize(steps, figureNow);
}

function buildHolds({ dataset }: Scope, unitId: number, span: { from: number; to: number }): Holds {
  const memberSpans = new Map<number, { from: number; to: number }[]>();
  for (const segment of dataset.tree.memberSpansUnder(unitId))
    memberSpans.set(segment.salespersonId, [
      ...(memberSpans.get(segment.salespersonId) ?? []),
      segment,
    ]);
  return (salespersonId, day) =>
    day >= span.from &&
    day < span.to &&
    (memberSpans.get(salespersonId)?.some((segment) => day >= segment.from && day < segment.to) ??
      false);
}

/**
 * Each change leads from the state before it to the state before the next one, the last to what is
 * there now.
 */
function stepsOfChanges(
  changes: readonly {
    at: string;
    inside: boolean;
    userName: string;
    action: string;
    reason: string | null;
    deal_id: number;
    before: DealRecordJson;
  }[],
  current: readonly {
    id: number;
    code: string;
    customer: string;
    record: DealRecordJson;
    is_new: boolean;
    inside: boolean;
    at: string;
    userName: string;
    import_id: number | null;
    file: string | null;
  }[],
  holds: Holds,
  scope: Scope,
): Step[] {
  const byDeal = new Map<number, (typeof changes)[number][]>();
  for (const change of changes)
    byDeal.set(change.deal_id, [...(byDeal.get(change.deal_id) ?? []), change]);
  return current.flatMap((deal) => {
    const mine = byDeal.get(deal.id)!;
    const states = [...mine.map((change) => toState(change.before)), toState(deal.record)];
    const steps = mine.map((change, index) => ({
      change,
      explained: explainChange(states[index]!, states[index + 1]!, holds),
    }));
    // What others call it now is theirs to know.
    const now = states.at(-1)!;
    const isOurs =
      scope.isWhole ||
      now.credits.some(({ salespersonId }) =>
        scope.coversDay(salespersonId, now.closedOn ?? scope.dataset.asOf),
      );
    const common = {
      dealId: isOurs ? deal.id : null,
      deal: isOurs ? deal.code : mine[0]!.before.code,
      customer: isOurs ? deal.customer : null,
      count: 1,
    };
    const beginning = deal.is_new ? explainChange(null, states[0]!, holds) : null;
    return [
      ...(beginning
        ? [
            {
              ...common,
              at: deal.at,
              isInside: deal.inside,
              userName: deal.userName,
              action: deal.file ? 'imported' : 'booked',
              reason: deal.file,
              kind: beginning.kind,
              revenue: beginning.difference,
              importId: deal.import_id,
            },
          ]
        : []),
      ...steps.flatMap(({ change, explained }) =>
        explained
          ? [
              {
                ...common,
                at: change.at,
                isInside: change.inside,
                userName: change.userName,
                action: change.action,
                reason: change.reason,
                kind: explained.kind,
                revenue: explained.difference,
                importId: null,
              },
            ]
          : [],
      ),
    ];
  });
}

function stepsOfCreated(
  created: readonly {
    id: number;
    code: string;
    customer: string;
    record: DealRecordJson;
    inside: boolean;
    at: string;
    userName: string;
    import_id: number | null;
    file: string | null;
  }[],
  holds: Holds,
): Step[] {
  return created.flatMap((deal): Step[] => {
    const revenue = countedOf(toState(deal.record), holds);
    if (revenue === 0) return [];
    return [
      {
        at: deal.at,
        isInside: deal.inside,
        userName: deal.userName,
        action: deal.import_id === null ? 'booked' : 'imported',
        reason: deal.file,
        dealId: deal.id,
        deal: deal.code,
        customer: deal.customer,
        count: 1,
        kind: 'booked',
        revenue,
        importId: deal.import_id,
      },
    ];
  });
}

/** What one file brought is one line, however many deals it was. */
function foldFiles(steps: readonly Step[]): Step[] {
  const files = new Map<number, Step>();
  const others: Step[] = [];
  for (const step of steps) {
    if (step.importId === null) {
      others.push(step);
      continue;
    }
    const file = files.get(step.importId);
    files.set(
      step.importId,
      file
        ? {
            ...file,
            dealId: null,
            deal: step.reason ?? '',
            customer: null,
            count: file.count + 1,
            revenue: file.revenue + step.revenue,
          }
        : step,
    );
  }
  return [...others, ...files.values()];
}

function summarize(steps: readonly Step[], figureNow: number): WhatChanged {
  const sum = (some: readonly Step[]) => some.reduce((total, step) => total + step.revenue, 0);
  const inside = foldFiles(steps.filter((step) => step.isInside)).sort((a, b) =>
    a.at < b.at ? 1 : a.at > b.at ? -1 : 0,
  );
  const rest = inside.slice(SHOWN_CHANGES);
  const now = figureNow - sum(steps.filter((step) => !step.isInside));
  return {
    before: now - sum(inside),
    after: now,
    kinds: CHANGE_KINDS.flatMap((kind) => {
      const of = inside.filter((step) => step.kind === kind);
      return of.length === 0
        ? []
        : [{ kind, count: of.reduce((total, step) => total + step.count, 0), revenue: sum(of) }];
    }),
    changes: inside
      .slice(0, SHOWN_CHANGES)
      .map(({ isInside: _inside, importId: _importId, ...step }) => step),
    remainder: rest.length === 0 ? null : { count: rest.length, revenue: sum(rest) },
  };
}
