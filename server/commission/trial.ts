import type { CommissionTrial, CommissionTrialInput } from '#contract/schemas/commission';
import { needsTarget } from '#core/commission/terms';
import type { Period } from '#core/period/calendar';
import { END_OF_TIME } from '#core/period/day';
import { loadKnownAccounts, type Principal, type Scope } from '../access/index';
import type { Context } from '../context';
import { openBooks } from './books';
import { chainsOf, type CommissionBooks } from './chain';
import { loadOwnBases } from './ownBase';
import { accountId, type Payee } from './payee';
import { loadPlans, type StoredPlan } from './plans';
import { checkAccount } from './planService';
import { payeesOf } from './statements';
import { readTerms } from './terms';

/** Stands for the plan that is tried. */
const TRIAL = 0;

/**
 * What terms would have cost over the last ended quarter, or four, had they held from the beginning
 * of its fiscal year: nothing of it is kept. What was approved counts as it is computed now on both
 * sides, without advances and corrections. @throws ProblemError unknownUnit, invalidInput
 */
export async function tryPlan(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: CommissionTrialInput,
): Promise<CommissionTrial> {
  const unit = scope.findUnit(input.unit);
  const terms = await readTerms(context, input.terms);
  const userId = await checkAccount(context, scope, principal, input);
  const months = endedMonths(scope, input.over === 'quarter' ? 1 : 4);
  const first = scope.dataset.calendar.periodOf('year', months[0]!.from).from;
  const tried: StoredPlan = {
    id: TRIAL,
    name: '',
    unitId: unit.id,
    payee: input.payee,
    userId,
    accountName: null,
    until: END_OF_TIME,
    versions: [{ from: first, terms, secondAbove: null, userName: '' }],
  };
  const plans = await loadPlans(context.db);
  const others = plans.filter(
    (plan) =>
      plan.payee !== input.payee ||
      (plan.payee === 'account' ? plan.userId !== userId : plan.unitId !== unit.id),
  );
  const span = { from: months[0]!.from, to: months.at(-1)!.to };
  const payees: Payee[] =
    userId === null
      ? payeesOf(scope, principal, [], { unitId: unit.id, period: span })
      : [
          {
            kind: 'account',
            userId,
            name: await nameOf(context, scope, principal, userId),
            id: accountId(userId),
          },
        ];
  const books = await openBooks(context, plans, []);
  const earnedUnder = async (those: readonly StoredPlan[]) => {
    const ownBases = await loadOwnBases(context.db, books.dataset, those, payees);
    return earnedBy({ ...books, ownBases, plans: those }, payees, months);
  };
  const now = await earnedUnder(plans);
  const trial = await earnedUnder([tried, ...others]);
  const rows = payees
    .map((payee) => {
      const [before, after] = [now.get(payee.id)!, trial.get(payee.id)!];
      return {
        payee: payee.id,
        name: payee.name,
        now: before.earned,
        trial: after.earned,
        difference: after.earned - before.earned,
        isWithoutTarget: after.isWithoutTarget,
      };
    })
    .sort((a, b) => b.difference - a.difference || a.name.localeCompare(b.name));
  return {
    months: months.map(({ id }) => id),
    rows: rows.map(({ isWithoutTarget: _without, ...row }) => row),
    now: rows.reduce((sum, row) => sum + row.now, 0),
    trial: rows.reduce((sum, row) => sum + row.trial, 0),
    withoutTarget: needsTarget(terms)
      ? rows.filter(({ isWithoutTarget }) => isWithoutTarget).map(({ name }) => name)
      : [],
  };
}

async function nameOf(
  context: Context,
  scope: Scope,
  principal: Principal,
  userId: number,
): Promise<string> {
  const accounts = await loadKnownAccounts(context.db, scope, principal.unitId);
  return accounts.find(({ id }) => id === userId)!.name;
}

function endedMonths({ dataset: { calendar, asOf } }: Scope, quarters: number): Period[] {
  const found: Period[] = [];
  let quarter = calendar.periodOf('quarter', asOf);
  for (let i = 0; i < quarters; i++) {
    quarter = calendar.periodOf('quarter', quarter.from - 1);
    found.unshift(...calendar.monthsIn(quarter));
  }
  return found;
}

async function earnedBy(
  books: CommissionBooks,
  payees: readonly Payee[],
  months: readonly Period[],
): Promise<Map<string, { earned: number; isWithoutTarget: boolean }>> {
  const wanted = new Set(months.map(({ id }) => id));
  const earned = new Map<string, { earned: number; isWithoutTarget: boolean }>();
  for await (const { payee, months: all } of chainsOf(books, payees)) {
    const inSpan = all.filter(({ month }) => wanted.has(month.id));
    earned.set(payee.id, {
      earned: inSpan.reduce((sum, { statement }) => sum + statement.earned, 0),
      isWithoutTarget: inSpan.some(({ facts }) => facts.target === null),
    });
  }
  return earned;
}
