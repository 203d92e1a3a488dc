import type {
  CommissionQuery,
  CommissionStatement,
  StatementEntry,
  StatementList,
  StatementRow,
} from '#contract/schemas/commission';
import type { MonthFacts } from '#core/commission/month';
import type { Entry } from '#core/commission/statement';
import { earnedWith } from '#core/commission/whatIf';
import type { Dataset } from '#core/dataset/dataset';
import { dealsIn, outlookOf } from '#core/forecast/outlook';
import type { Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { findMonth, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { loadOpenBook } from '../credited/index';
import type { Queryable } from '../db/client';
import { ProblemError } from '../problem';
import { loadDealNames, loadListNames, openBooks } from './books';
import { chainOf, chainsOf, type CommissionBooks, type PayeeMonth } from './chain';
import { countOpen, loadComments } from './comments';
import { keyOfPayee } from './locked';
import {
  accountId,
  findPayee,
  type Payee,
  refuseViewers,
  seesAccount,
  seesSalesperson,
} from './payee';
import { loadPlans, type StoredPlan } from './plans';
import { type MonthSummary, type Summaries, toSummary } from './summaries';

/** Who may have a statement at a unit or below it that the reader sees. */
export function payeesOf(
  scope: Scope,
  principal: Principal,
  plans: readonly StoredPlan[],
  { unitId, period }: { unitId: number; period: { from: number; to: number } },
): Payee[] {
  const { tree } = scope.dataset;
  const under = tree.unitsDuring(unitId, period);
  const ids = new Set(under.map(({ id }) => id));
  const people = under
    .filter(({ id, kind }) => kind === 'salesperson' && seesSalesperson(scope, principal, id))
    .map((unit): Payee => {
      return { kind: 'salesperson', unitId: unit.id, name: unit.name, id: unit.code };
    });
  const accounts = new Map<number, Payee>();
  for (const plan of plans)
    if (plan.userId !== null && ids.has(plan.unitId) && seesAccount(scope, principal, plan))
      accounts.set(plan.userId, {
        kind: 'account',
        userId: plan.userId,
        name: plan.accountName!,
        id: accountId(plan.userId),
      });
  return [...accounts.values(), ...people];
}

const fieldsOf = (
  { dataset, wholeTree }: Scope,
  payee: Payee,
  { plan, unitId, stored, month, earned, total, owed }: MonthSummary,
) => ({
  payee: payee.id,
  name: payee.name,
  unit: toUnitSummary(dataset.tree.find(unitId) ?? wholeTree.find(unitId)!),
  plan,
  period: month.id,
  state: stored?.state ?? ('open' as const),
  earned,
  total,
  owed,
  paidOn: stored?.paidOn ?? null,
});

/** The statements of a month. @throws ProblemError unknownUnit, unknownPeriod, forbidden */
export async function listStatements(
  context: Context,
  summaries: Summaries,
  scope: Scope,
  principal: Principal,
  { unit: code, period: periodId }: CommissionQuery,
): Promise<StatementList> {
  refuseViewers(principal);
  const unit = scope.findUnit(code);
  const month = findMonth(scope.dataset, periodId);
  const plans = await loadPlans(context.db);
  const payees = payeesOf(scope, principal, plans, { unitId: unit.id, period: month });
  const open = await countOpen(context.db, month.id);
  const rows: StatementRow[] = [];
  const withoutPlan: string[] = [];
  const chains = await summaries.of(plans, payees);
  for (const { payee, months } of chains) {
    const found = months.find((each) => each.month.id === month.id);
    if (found) {
      rows.push({
        ...fieldsOf(scope, payee, found),
        openComments: open.get(keyOfPayee(payee)) ?? 0,
        mayApprove:
          (found.stored === null || found.stored.state === 'awaiting') &&
          mayApprove(scope, principal, payee) &&
          hindranceOf(scope, principal, { payee, month, months, found }) === null,
      });
    } else if (payee.kind === 'salesperson' && month.from <= scope.dataset.asOf)
      withoutPlan.push(payee.name);
  }
  return {
    unit: toUnitSummary(unit),
    period: { id: month.id, name: describePeriod(month, scope.dataset.calendar) },
    currency: scope.dataset.currency,
    rows,
    earned: rows.reduce((sum, { earned }) => sum + earned, 0),
    total: rows.reduce((sum, { total }) => sum + total, 0),
    atForecast: await costAtForecast(context, scope, month, chains),
    withoutPlan,
    mayApprove: principal.role === 'administrator' || principal.role === 'manager',
  };
}

/**
 * What a running month costs when the open deals expected in it close as likely as they are: of
 * plans on revenue, the others as they stand. Null of a month that has ended.
 */
async function costAtForecast(
  { db }: Context,
  { dataset }: Scope,
  month: Period,
  chains: readonly { payee: Payee; months: readonly MonthSummary[] }[],
): Promise<number | null> {
  if (month.to <= dataset.asOf || month.from > dataset.asOf) return null;
  const unitIds = chains.flatMap(({ payee }) =>
    payee.kind === 'salesperson' ? [payee.unitId] : [],
  );
  const open = await loadOpenBook(db, unitIds);
  let cost = 0;
  for (const { payee, months } of chains) {
    const found = months.find((each) => each.month.id === month.id);
    if (!found) continue;
    const { facts, total, earned } = found;
    const isRevenue = payee.kind === 'salesperson' && facts?.terms.measure === 'revenue';
    const { weighted } = isRevenue
      ? outlookOf(
          { actual: 0, target: null },
          dealsIn(open.of(dataset.tree.memberSpansUnder(payee.unitId)), month, dataset.asOf, false),
        )
      : { weighted: 0 };
    cost += total + (weighted > 0 ? earnedWith(facts!, weighted) - earned : 0);
  }
  return cost;
}

export interface FoundStatement {
  payee: Payee;
  month: Period;
  books: CommissionBooks;
  months: PayeeMonth[];
  found: PayeeMonth;
}

/** One payee's month. @throws ProblemError unknownPeriod, notFound, forbidden */
export async function findStatement(
  context: Context,
  scope: Scope,
  principal: Principal,
  { payee: id, period }: { payee: string; period: string },
  db: Queryable = context.db,
): Promise<FoundStatement> {
  const month = findMonth(scope.dataset, period);
  const plans = await loadPlans(db);
  const payee = findPayee(scope, principal, plans, id);
  const books = await openBooks(context, plans, [payee], db);
  const months = chainOf(books, payee);
  const found = months.find((each) => each.month.id === month.id);
  if (!found) throw new ProblemError('notFound');
  return { payee, month, books, months, found };
}

/** Whether somebody approves a payee's statements: who plans for them, never they themselves. */
export function mayApprove(scope: Scope, principal: Principal, payee: Payee): boolean {
  if (principal.role !== 'administrator' && principal.role !== 'manager') return false;
  return payee.kind === 'account'
    ? payee.userId !== principal.userId
    : payee.unitId !== principal.unitId && scope.sees(payee.unitId);
}

/** Why a statement cannot be approved; null: it can. */
export function hindranceOf(
  scope: Scope,
  principal: Principal,
  {
    payee,
    month,
    months,
    found,
  }: {
    payee: Payee;
    month: Period;
    months: readonly Pick<MonthSummary, 'month' | 'stored'>[];
    found: Pick<MonthSummary, 'stored'>;
  },
): CommissionStatement['hindrance'] {
  if (payee.kind === 'account' && payee.userId === principal.userId) return 'ownStatement';
  if (month.to > scope.dataset.asOf) return 'running';
  if (months.some((each) => each.month.from < month.from && each.stored === null))
    return 'earlierOpen';
  if (found.stored?.state === 'awaiting' && found.stored.approvedBy === principal.userId)
    return 'needsSecond';
  return null;
}

/** A statement with every line. @throws ProblemError unknownPeriod, notFound, forbidden */
export async function viewStatement(
  context: Context,
  scope: Scope,
  principal: Principal,
  query: { payee: string; period: string },
): Promise<CommissionStatement> {
  const whole = await findStatement(context, scope, principal, query);
  const comments = await loadComments(context.db, whole.payee, whole.month.id);
  return toStatement(context, { scope, principal }, whole, comments);
}

/** Statements of payees in a month, the books opened once; those without one are left out. */
export async function viewStatements(
  context: Context,
  reader: { scope: Scope; principal: Principal },
  ids: readonly string[],
  month: Period,
): Promise<CommissionStatement[]> {
  const { scope, principal } = reader;
  const plans = await loadPlans(context.db);
  const payees = ids.map((id) => findPayee(scope, principal, plans, id));
  const books = await openBooks(context, plans, payees);
  const statements: CommissionStatement[] = [];
  for await (const { payee, months } of chainsOf(books, payees)) {
    const found = months.find((each) => each.month.id === month.id);
    if (found)
      statements.push(
        await toStatement(context, reader, { payee, month, books, months, found }, []),
      );
  }
  return statements;
}

async function toStatement(
  context: Context,
  { scope, principal }: { scope: Scope; principal: Principal },
  whole: FoundStatement,
  comments: CommissionStatement['comments'],
): Promise<CommissionStatement> {
  const { payee, books, found } = whole;
  const { facts, stored, statement, measurePeriod } = found;
  return {
    ...fieldsOf(scope, payee, toSummary(found, books.dataset.asOf)),
    currency: books.dataset.currency,
    ...describeBase(books.dataset, facts),
    base: statement.base,
    target: statement.target,
    attainment:
      statement.target !== null && statement.target > 0 ? statement.base / statement.target : null,
    measurePeriod: describePeriod(measurePeriod, scope.dataset.calendar),
    entries: await toEntries(context, scope, statement.entries),
    unknown: statement.unknown,
    comments,
    approvedBy: stored?.approvedByName ?? null,
    approvedAt: stored?.approvedAt ?? null,
    secondBy: stored?.secondByName ?? null,
    secondAt: stored?.secondAt ?? null,
    mayApprove: mayApprove(scope, principal, payee),
    hindrance: hindranceOf(scope, principal, whole),
  };
}

function describeBase(
  { measures }: Dataset,
  { terms, scale }: MonthFacts,
): Pick<CommissionStatement, 'measure' | 'measureName' | 'baseKind' | 'baseDecimals'> {
  const { code, name } = measures.get(terms.measure);
  return {
    measure: code,
    measureName: name,
    baseKind: scale.isMoney ? 'money' : 'count',
    baseDecimals: Math.log10(scale.perOne),
  };
}

/** A line's name in comments: of a deal all its lines. */
export const entryKey = ({ deal, day, kind, ofMonth, ofKind }: Entry): string =>
  deal !== null
    ? `deal ${deal}`
    : kind === 'correction'
      ? `${ofKind} ${ofMonth}${ofKind === 'value' ? ` ${toIsoDay(day!)}` : ''}`
      : kind === 'value'
        ? `value ${toIsoDay(day!)}`
        : kind;

export async function toEntries(
  context: Context,
  { dataset }: Scope,
  entries: readonly Entry[],
): Promise<StatementEntry[]> {
  const ids = [...new Set(entries.flatMap(({ deal }) => (deal === null ? [] : [deal])))];
  const deals = await loadDealNames(context.db, ids);
  const products = await loadListNames(context.db, 'product', [
    ...new Set(entries.flatMap(({ product }) => (product ? [product] : []))),
  ]);
  return entries.map((entry) => {
    const names = entry.deal === null ? undefined : deals.get(entry.deal);
    const of = entry.ofMonth === null ? null : dataset.calendar.parse(entry.ofMonth);
    return {
      key: entryKey(entry),
      kind: entry.kind,
      dealId: entry.deal,
      deal: names?.code ?? null,
      day: entry.day === null ? null : toIsoDay(entry.day),
      customer: names?.customer ?? null,
      product: entry.product ? (products.get(entry.product) ?? null) : null,
      base: entry.base,
      parts: [...entry.parts],
      amount: entry.amount,
      ofPeriod: of ? describePeriod(of, dataset.calendar) : null,
      ofKind: entry.ofKind,
      text: entry.text,
    };
  });
}
