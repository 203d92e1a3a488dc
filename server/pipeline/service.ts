import { sql } from 'drizzle-orm';
import type { Pipeline, PipelineDeal, PipelineHorizon } from '#contract/schemas/pipeline';
import { buildBrief } from '#core/attainment/standing';
import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { shortPeriod } from '#wording/period';
import { toPeriodView, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { spansOf } from '../credited/index';

const MOST_DEALS = 5_000;
/** At least so many months, and all that are left of the fiscal year. */
const MONTHS_AHEAD = 6;

/**
 * The open deals credited to a unit's people, with won and target of the periods ahead; what it
 * comes to is computed by whoever asks (core/pipeline).
 */
export async function viewPipeline(
  context: Context,
  dataset: Dataset,
  unit: Unit,
): Promise<Pipeline> {
  const below = dataset.tree.childrenDuring(unit.id, { from: dataset.asOf, to: dataset.asOf + 1 });
  const { deals, count } = await loadOpenDeals(context, dataset, unit, below);
  return {
    unit: toUnitSummary(unit),
    asOf: toIsoDay(dataset.asOf),
    currency: dataset.currency,
    below: below.map(toUnitSummary),
    horizons: listHorizons(dataset).map(({ name, period, isMonth }) =>
      toHorizon(dataset, unit, below, name, period, isMonth),
    ),
    deals,
    omitted: count - deals.length,
  };
}

function listHorizons({
  calendar,
  asOf,
}: Dataset): { name: string; period: Period; isMonth: boolean }[] {
  const month = calendar.periodOf('month', asOf);
  const months = [month];
  const { to: yearEnd } = calendar.periodOf('year', asOf);
  while (months.length < MONTHS_AHEAD || months.at(-1)!.to < yearEnd)
    months.push(calendar.periodOf('month', months.at(-1)!.to));
  return [
    { name: 'this month', period: month, isMonth: false },
    { name: 'next month', period: months[1]!, isMonth: false },
    { name: 'this quarter', period: calendar.periodOf('quarter', asOf), isMonth: false },
    { name: 'this year', period: calendar.periodOf('year', asOf), isMonth: false },
    ...months.map((period) => ({ name: shortPeriod(period, calendar), period, isMonth: true })),
  ];
}

function toHorizon(
  dataset: Dataset,
  unit: Unit,
  below: readonly Unit[],
  name: string,
  period: Period,
  isMonth: boolean,
): PipelineHorizon {
  const goalOf = (id: number) => {
    const { actual, complete } = buildBrief(dataset, id, period, 'revenue');
    return { actual: actual ?? 0, target: complete };
  };
  return {
    name,
    isMonth,
    period: toPeriodView(dataset, period),
    goal: goalOf(unit.id),
    below: isMonth ? [] : below.map((child) => ({ unit: child.code, ...goalOf(child.id) })),
  };
}

/**
 * Each open deal once a credited person, for the days that person stands under the unit; the
 * largest first.
 */
async function loadOpenDeals(
  { db }: Context,
  dataset: Dataset,
  unit: Unit,
  below: readonly Unit[],
): Promise<{ deals: PipelineDeal[]; count: number }> {
  const { tree } = dataset;
  const memberSpans = tree.memberSpansUnder(unit.id);
  const { rows } = await db.execute<{
    id: number;
    code: string;
    customer: string;
    sp: number;
    name: string;
    stage: string | null;
    product: string | null;
    amount: number;
    probability: string | null;
    of_stage: string | null;
    day: string;
    count: number;
  }>(sql`
    select d.id, d.code, cu.name as customer, coalesce(k.salesperson_id, d.salesperson_id) as sp,
      u.name, st.name as stage, pr.name as product, coalesce(k.credited, d.credited) as amount,
      d.probability, st.probability as of_stage, d.expected_on::text as day, count(*) over () as
        count
    from deal d left join deal_credit k on k.deal_id = d.id
    join ${spansOf(memberSpans)} on s.id = coalesce(k.salesperson_id, d.salesperson_id) and d.expected_on >= s.f and
        d.expected_on < s.t
    join unit u on u.id = s.id join customer cu on cu.id = d.customer_id left join stage st on
      st.id = d.stage_id left join product pr on pr.id = d.product_id
    where d.status = 'open' and d.voided_at is null order by amount desc, d.id limit
      ${MOST_DEALS}`);
  const childOf = (sp: number, day: number) =>
    [sp, ...tree.ancestorsOn(sp, day)]
      .map((id) => below.find((child) => child.id === id))
      .find(Boolean)?.code ?? unit.code;
  return {
    count: rows[0]?.count ?? 0,
    deals: rows.map((row) => ({
      id: row.id,
      deal: row.code,
      customer: row.customer,
      salespersonName: row.name,
      unitBelow: childOf(row.sp, parseDay(row.day)!),
      stage: row.stage,
      product: row.product,
      amount: row.amount,
      probability:
        (row.probability ?? row.of_stage) ? Number(row.probability ?? row.of_stage) : null,
      isFromStage: row.probability === null && row.of_stage !== null,
      expectedOn: row.day,
    })),
  };
}
