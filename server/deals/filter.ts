import { type SQL, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { DealFilterQuery } from '#contract/schemas/deal';
import { LISTS } from '#contract/schemas/list';
import { parseAmount } from '#core/money/amount';
import { type Day, type DaySpan, toIsoDay } from '#core/period/day';
import type { MemberSpan } from '#core/units/unit';
import type { Principal, Scope } from '../access/index';
import { findPeriod } from '../attainment/index';
import {
  cutTo,
  hasLineOf,
  isLineList,
  isLineOf,
  LINE_LISTS,
  type LineList,
  spansOf,
} from '../credited/index';
import { fieldsOf, whereCustom } from '../customFields/index';
import type { StoredCustomField } from '../ledger/companyState';
import { hasUnit, IS_UNASSIGNED } from '../ledger/unassigned';
import { LIST_TABLES, sqlNameOf } from '../lists/index';
import { assertNoFieldErrors } from '../problem';
import { ofMemberSpans } from './repository';

/** Which deals a list is about; `memberSpans` null: all, also those in no unit. */
export interface DealFilter extends Omit<
  DealFilterQuery,
  'unit' | 'period' | 'amountFrom' | 'amountTo' | 'custom'
> {
  memberSpans: readonly MemberSpan[] | null;
  span: DaySpan | null;
  today: Day;
  /** Conditions by custom fields. */
  customConditions: readonly SQL[];
  /** Minor units of the reporting currency, itself included. */
  least: number | null;
  most: number | null;
}

/**
 * The memberSpans a caller's deals must lie in; null for someone who sees everything, also what
 * stands in no unit.
 */
export function memberSpansOf(scope: Scope, principal: Pick<Principal, 'unitId'>) {
  return scope.isWhole ? null : scope.dataset.tree.memberSpansUnder(principal.unitId);
}

/**
 * What a query asks for, within what its sender may see.
 * @param customFields those it may ask for
 * @throws ProblemError unknownUnit,
 * unknownPeriod, invalidInput
 */
export function readFilter(
  query: DealFilterQuery,
  scope: Scope,
  principal: Principal,
  customFields: readonly StoredCustomField[] = [],
): DealFilter {
  const {
    unit: unitCode,
    period,
    amountFrom: _from,
    amountTo: _to,
    search,
    custom,
    ...rest
  } = query;
  const unit = unitCode ? scope.findUnit(unitCode) : null;
  const isOwn = unit === null || unit.kind === 'company';
  const faults: FieldFault[] = [];
  const amount = (field: 'amountFrom' | 'amountTo') => {
    const text = query[field];
    if (!text) return null;
    const read = parseAmount(text, scope.dataset.currency);
    if (read.ok) return read.minor;
    faults.push({ field, code: read.fault, params: { decimals: 2 } });
    return null;
  };
  const [least, most] = [amount('amountFrom'), amount('amountTo')];
  const byCustom = whereCustom(
    custom ?? '',
    fieldsOf(customFields, 'deal'),
    scope.dataset.currency,
  );
  assertNoFieldErrors([...faults, ...byCustom.faults]);
  return {
    ...rest,
    customConditions: byCustom.conditions,
    search: search?.trim(),
    least,
    most,
    today: scope.dataset.asOf,
    memberSpans: isOwn
      ? memberSpansOf(scope, principal)
      : scope.dataset.tree.memberSpansUnder(unit.id),
    span: period ? findPeriod(scope.dataset, period) : null,
  };
}

/** The condition on `deal d`. */
export function whereOf(filter: DealFilter): SQL {
  const parts: SQL[] = [
    ofMemberSpans(filter.memberSpans, filter.span),
    filter.voided ? sql`d.voided_at is not null` : sql`d.voided_at is null`,
  ];
  const when = (asked: unknown, condition: () => SQL) => {
    if (asked !== undefined && asked !== null && asked !== false && asked !== '')
      parts.push(condition());
  };
  when(
    filter.span,
    () => sql`d.day >= ${toIsoDay(filter.span!.from)} and d.day < ${toIsoDay(filter.span!.to)}`,
  );
  when(filter.status, () => sql`d.status = ${filter.status}`);
  for (const list of LISTS) {
    when(filter[list], () =>
      isLineList(list)
        ? hasLineOf(list, filter[list]!)
        : sql`d.${sql.identifier(`${sqlNameOf(list)}_id`)} = (select coalesce(merged_into, id) from
          ${LIST_TABLES[list]} where lower(name) = lower(${filter[list]}))`,
    );
  }
  when(
    filter.salesperson,
    () => sql`d.salesperson_id = (select id from unit where code = ${filter.salesperson})`,
  );
  when(filter.currency, () => sql`d.currency = ${filter.currency}`);
  when(filter.least, () => sql`d.credited >= ${filter.least}`);
  when(filter.most, () => sql`d.credited <= ${filter.most}`);
  when(filter.overdue, () => sql`d.status = 'open' and d.expected_on < ${toIsoDay(filter.today)}`);
  when(filter.split, () => sql`exists (select from deal_credit sc where sc.deal_id = d.id)`);
  when(filter.refund, () => sql`d.status = 'won' and d.credited < 0`);
  when(filter.unassigned, () => IS_UNASSIGNED);
  when(filter.missingCost, () => sql`d.status = 'won' and d.credited > 0 and d.cost is null`);
  when(filter.changedSince, () => sql`d.changed_at >= ${filter.changedSince}::date`);
  when(filter.search, () => {
    const like = `%${filter.search!.replace(/[\\%_]/g, '\\$&')}%`;
    return sql`(d.code ilike ${like} or d.notes ilike ${like} or d.customer_id in (select
      coalesce(merged_into, id) from customer where name ilike ${like})
      or d.salesperson_id in (select id from unit where name ilike ${like}))`;
  });
  parts.push(...filter.customConditions);
  return sql.join(parts, sql` and `);
}

/**
 * What of a deal counts for those a list is about, as in every figure of theirs: of a split deal
 * their parts, and where it goes by products or categories the lines that are asked for.
 */
export interface CreditedPart {
  /** Joined to `deal d`; by lines a row a line `l`. */
  join: SQL;
  /** Minor units of the reporting currency. */
  amount: SQL;
  /** How many deals the joined rows are. */
  count: SQL;
}

/** @param by what the deals are grouped by, where that is of their lines */
export function creditedPartOf(filter: DealFilter, by: LineList | null = null): CreditedPart {
  const asked = LINE_LISTS.filter((list) => filter[list]);
  const whole = creditedDealOf(filter);
  if (asked.length === 0 && by === null) return whole;
  const conditions = [
    sql`l.deal_id = d.id`,
    isTheirs(filter, sql`l.salesperson_id`),
    ...asked.map((list) => isLineOf(list, filter[list]!)),
  ];
  return {
    join: sql`${whole.join} left join deal_line l on ${sql.join(conditions, sql` and `)}`,
    amount: sql`case when l.deal_id is null then ${whole.amount} else l.credited end`,
    count: sql`distinct d.id`,
  };
}

function creditedDealOf(filter: DealFilter): CreditedPart {
  const count = sql`*`;
  if (filter.memberSpans === null && !filter.unassigned)
    return { join: sql``, amount: sql`d.credited`, count };
  return {
    join: sql`left join (select c.deal_id, sum(c.credited)::bigint as credited from deal_credit c
      join deal d on d.id = c.deal_id where ${isTheirs(filter, sql`c.salesperson_id`)} group by 1)
        part on part.deal_id = d.id`,
    amount: sql`coalesce(part.credited, d.credited)`,
    count,
  };
}

/** Whether a credited person of deal `d` is one of those the list is about, on the deal's day. */
function isTheirs({ memberSpans, span, unassigned }: DealFilter, salespersonId: SQL): SQL {
  if (unassigned) return sql`not ${hasUnit(salespersonId)}`;
  return memberSpans === null
    ? sql`true`
    : sql`exists (select from ${spansOf(cutTo(memberSpans, span))} where s.id = ${salespersonId}
        and d.day >= s.f and d.day < s.t)`;
}
