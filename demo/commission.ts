import type { CommissionTermsInput } from '#contract/schemas/commission';
import { toIsoDay } from '#core/period/day';
import { buildScope, type Principal } from '#server/access/index';
import {
  addPlan,
  approveStatement,
  listStatements,
  payStatements,
  Summaries,
} from '#server/commission/index';
import type { Context } from '#server/context';

const MONTHS_BACK = 4;
/** Of those that have ended the last is still to be approved, the one before not yet paid. */
const [LEFT_OPEN, LEFT_UNPAID] = [1, 2];

const NO_AMOUNTS = {
  bonus: null,
  floor: null,
  cap: null,
  guarantee: null,
  draw: null,
  secondAbove: null,
};
const ROOT_TERMS: Omit<CommissionTermsInput, 'tiers'> = {
  measure: 'revenue',
  periodKind: 'month',
  tierMode: 'marginal',
  withoutTarget: 'lowest',
  specialRates: [],
  ...NO_AMOUNTS,
};

/**
 * Plans for sellers and for a branch's manager, paid for some months: statements in every state, and
 * corrections by what was booked late.
 */
export async function loadCommission(
  context: Context,
  administrator: Principal,
  { managerId, branch }: { managerId: number; branch: string },
): Promise<void> {
  const { calendar, tree } = context.replica.company!;
  const scope = () => buildScope(context.replica, administrator);
  const months = [calendar.periodOf('month', context.replica.asOf)];
  for (let i = 0; i < MONTHS_BACK; i++)
    months.unshift(calendar.periodOf('month', months[0]!.from - 1));
  const from = months[0]!.id;
  const root = tree.root!.code;
  await addPlan(context, scope(), administrator, {
    name: 'Sellers',
    unit: root,
    payee: 'salespeople',
    userId: null,
    from,
    terms: {
      ...ROOT_TERMS,
      tiers: [
        { from: 0, rate: 15_000 },
        { from: 8_000, rate: 20_000 },
        { from: 10_000, rate: 35_000 },
      ],
      bonus: 25_000,
      guarantee: 60_000,
      secondAbove: 500_000,
    },
  });
  await addPlan(context, scope(), administrator, {
    name: 'Branch managers',
    unit: branch,
    payee: 'account',
    userId: managerId,
    from,
    terms: {
      ...ROOT_TERMS,
      measure: 'gross_profit',
      periodKind: 'quarter',
      tiers: [{ from: 0, rate: 5_000 }],
    },
  });
  const summaries = new Summaries(context);
  const ended = months.slice(0, -1);
  for (const month of ended.slice(0, ended.length - LEFT_OPEN)) {
    const query = { unit: root, period: month.id };
    const { rows } = await listStatements(context, summaries, scope(), administrator, query);
    for (const { payee, total } of rows)
      await approveStatement(context, scope(), administrator, { payee, period: month.id, total });
  }
  for (const month of ended.slice(0, ended.length - LEFT_UNPAID))
    await payStatements(context, scope(), administrator, {
      unit: root,
      period: month.id,
      paidOn: toIsoDay(month.to + 9),
    });
}
