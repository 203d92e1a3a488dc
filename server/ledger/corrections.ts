import { sql } from 'drizzle-orm';
import type { Correction } from '#contract/schemas/correction';
import { type Dataset, valueIn } from '#core/dataset/dataset';
import type { Contribution } from '#core/ledger/contribution';
import { buildRollUp } from '#core/ledger/rollUp';
import { RunningSums } from '#core/ledger/runningSums';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { type Day, type DaySpan, parseDay, toIsoDay } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import { describePeriod } from '#wording/period';
import type { Queryable } from '../db/client';
import { ProblemError } from '../problem';
import { spansClosedBy } from './closedMonths';

/** The reader's figures, and the whole tree: a branch above what they see may be closed. */
export interface CorrectingScope {
  dataset: Dataset;
  wholeTree: UnitTree;
}

export interface CorrectedBy {
  userId: number;
  dealId: number;
  action: string;
  reason: string | null | undefined;
}

/**
 * Records what a change adds to closed months, in its own transaction (docs/calculations.md, 3,
 * GUARDS 36).
 * @throws ProblemError closedNeedsReason when it touches one and says no reason
 */
export async function recordCorrections(
  tx: Queryable,
  { dataset: { calendar, asOf }, wholeTree }: CorrectingScope,
  contributions: readonly Contribution[],
  by: CorrectedBy,
): Promise<void> {
  // A month that runs cannot be closed: nearly every booking needs no look at the table.
  const running = calendar.periodOf('month', asOf).from;
  const past = contributions.filter((each) => each.amount !== 0 && each.day < running);
  if (past.length === 0) return;
  const days = past.map((each) => each.day);
  const { rows: closed } = await tx.execute<{
    period_id: string;
    from_day: string;
    to_day: string;
    unit_id: number | null;
  }>(sql`
    select period_id, from_day::text, to_day::text, unit_id from closed_month where from_day <=
      ${toIsoDay(Math.max(...days))} and to_day > ${toIsoDay(Math.min(...days))} for share`);
  for (const periodId of new Set(closed.map((month) => month.period_id))) {
    const spans = closed
      .filter((month) => month.period_id === periodId)
      .flatMap((month) =>
        spansClosedBy(wholeTree, {
          from: parseDay(month.from_day)!,
          to: parseDay(month.to_day)!,
          unitId: month.unit_id,
        }),
      );
    const lines = past.filter((each) => spans.some((span) => holds(span, each)));
    if (lines.length === 0) continue;
    const name = describePeriod(calendar.parse(periodId)!, calendar);
    if (!by.reason?.trim())
      throw new ProblemError('closedNeedsReason', { name }, [
        { field: 'reason', code: 'closedNeedsReason', params: { name } },
      ]);
    await tx.execute(sql`
      with made as (insert into correction (period_id, deal_id, action, reason, user_id) values
        (${periodId}, ${by.dealId}, ${by.action}, ${by.reason.trim()}, ${by.userId})
          returning id)
      insert into correction_line (correction_id, salesperson_id, part, day, amount)
      select made.id, l.* from made, unnest(${sql.param(lines.map((each) => each.salespersonId))}::int[], ${sql.param(lines.map((each) => each.part))}::text[],
        ${sql.param(lines.map((each) => toIsoDay(each.day)))}::date[],
          ${sql.param(lines.map((each) => each.amount))}::bigint[]) l(salesperson_id, part, day,
            amount)`);
  }
}

interface Line extends Contribution {
  correctionId: number;
}

/** Whether a part of a figure is of the days, and the person, that a closed month holds. */
function holds(
  span: ReturnType<typeof spansClosedBy>[number],
  { day, salespersonId }: Contribution,
): boolean {
  return (
    day >= span.from &&
    day < span.to &&
    (span.salespersonId === null || span.salespersonId === salespersonId)
  );
}

interface CorrectedUnit extends CorrectingScope {
  unitId: number;
}

/**
 * Lines of corrections made since the months of a period were closed, of people and days that the
 * unit holds.
 */
async function loadLines(
  db: Queryable,
  { dataset, wholeTree, unitId }: CorrectedUnit,
  span: DaySpan,
): Promise<Line[]> {
  const { rows } = await db.execute<{
    id: number;
    sp: number;
    part: Contribution['part'];
    day: string;
    amount: number;
    closed_for: (number | null)[];
  }>(sql`
    select l.correction_id as id, l.salesperson_id as sp, l.part, l.day::text as day, l.amount,
      array_agg(m.unit_id) as closed_for
    from correction_line l join correction c on c.id = l.correction_id join closed_month m on
      m.period_id = c.period_id and c.at >= m.closed_at
    where l.day >= ${toIsoDay(span.from)} and l.day < ${toIsoDay(span.to)}
    group by l.correction_id, l.salesperson_id, l.part, l.day`);
  // A correction made while the whole company was closed may be of a branch that is open now.
  const isClosedStill = (closedFor: number | null, salespersonId: number, day: Day) =>
    closedFor === null ||
    closedFor === salespersonId ||
    wholeTree.ancestorsOn(salespersonId, day).includes(closedFor);
  const memberSpans = dataset.tree.memberSpansUnder(unitId);
  return rows
    .map((row) => ({
      correctionId: row.id,
      salespersonId: row.sp,
      part: row.part,
      day: parseDay(row.day)!,
      amount: row.amount,
      closedFor: row.closed_for,
    }))
    .filter(({ closedFor, salespersonId, day }) =>
      closedFor.some((id) => isClosedStill(id, salespersonId, day)),
    )
    .filter((line) =>
      memberSpans.some(
        (segment) =>
          segment.salespersonId === line.salespersonId &&
          line.day >= segment.from &&
          line.day < segment.to,
      ),
    );
}

/**
 * Every correction of a period that the unit holds a part of, newest first, with what it moved
 * there.
 */
export async function listCorrections(
  db: Queryable,
  of: CorrectedUnit,
  period: Period,
): Promise<Correction[]> {
  const lines = await loadLines(db, of, period);
  const ids = [...new Set(lines.map((line) => line.correctionId))];
  const { rows } = await db.execute<{
    id: number;
    at: string;
    userName: string;
    of: string;
    deal_id: number | null;
    action: string;
    reason: string;
  }>(sql`
    select c.id, c.at::text as at, u.name as "userName", coalesce(d.code, r.file_name) as of,
      c.deal_id, c.action, c.reason
    from correction c join app_user u on u.id = c.user_id left join deal d on d.id = c.deal_id left
      join import_run r on r.id = c.import_id
    where c.id = any(${sql.param(ids)}::bigint[]) order by c.id desc`);
  const sumOf = (id: number, part: Contribution['part']) =>
    lines.reduce(
      (sum, line) => (line.correctionId === id && line.part === part ? sum + line.amount : sum),
      0,
    );
  return rows.map((row) => ({
    at: row.at,
    userName: row.userName,
    subject: row.of,
    dealId: row.deal_id,
    action: row.action,
    reason: row.reason,
    revenue: sumOf(row.id, 'revenue'),
    deals: sumOf(row.id, 'won'),
  }));
}

/**
 * The figure as it was when the months were closed, beside the figure as corrected: what the
 * corrections moved is taken away again. Null where nothing was corrected, and for what is counted
 * anew from deals.
 */
export async function viewAsClosed(
  db: Queryable,
  of: CorrectedUnit,
  period: Period,
  measure: MeasureCode,
): Promise<{ value: number | null; count: number } | null> {
  const { dataset, unitId } = of;
  const { formula } = dataset.measures.get(measure);
  if (formula.kind === 'distinct' || formula.kind === 'typed') return null;
  const lines = await loadLines(db, of, period);
  if (lines.length === 0) return null;
  const sums = new RunningSums();
  sums.load(lines.map((line) => ({ ...line, amount: -line.amount })));
  const moved = buildRollUp(dataset.tree, sums, dataset.occurrences);
  const asClosed: Dataset = {
    ...dataset,
    rollUp: {
      ...dataset.rollUp,
      sum: (id, part, span) =>
        dataset.rollUp.sum(id, part, span) +
        (part === 'newCustomers' ? 0 : moved.sum(id, part, span)),
    },
  };
  return {
    value: valueIn(asClosed, unitId, measure, period),
    count: new Set(lines.map((line) => line.correctionId)).size,
  };
}
