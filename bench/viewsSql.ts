/**
 * What a good engineer would write for the same numbers as a Standing or Ladder request, over the
 * tables as they are; a team's and the company's.
 */
const booked = (from: string, until: string) =>
  `sum(d.credited) filter (where d.closed_on >= '${from}' and d.closed_on < '${until}')`;

/** People under a unit on the day of a deal: the company's everybody, or a team's. */
const under = (team: boolean) =>
  team
    ? "join membership m on m.unit_id = d.salesperson_id and d.closed_on >= m.from_day and d.closed_on < m.to_day and m.parent_id = (select id from unit where code = 't7')"
    : '';

const SPANS = {
  month: ['2026-11-01', '2026-11-19'],
  prior: ['2026-10-01', '2026-10-19'],
  priorYear: ['2025-11-01', '2025-11-19'],
  year: ['2026-04-01', '2026-11-19'],
  yearBefore: ['2025-04-01', '2025-11-19'],
  quarter: ['2026-10-01', '2026-11-19'],
} as const;
type Span = keyof typeof SPANS;
const of = (span: Span) => booked(SPANS[span][0], SPANS[span][1]);

/**
 * Ranked people with this month, the prior and last year's at the same point, and their targets.
 */
const places = (team: boolean) => `
  select d.salesperson_id, ${of('month')} as now, ${of('prior')} as prior, ${of('priorYear')} as
    last_year, min(t.target) as target, rank() over (order by ${of('month')}::float8 /
      nullif(min(t.target), 0) desc nulls last)
  from deal d ${under(team)} left join target t on t.unit_id = d.salesperson_id and t.measure =
    'revenue' and t.period_id = 'FY2027-P08'
  where d.status = 'won' and d.voided_at is null and d.closed_on >= '2025-11-01' and d.closed_on <
    '2026-11-19' group by 1`;

/** A month's cumulative path, and last year's. */
const path = (team: boolean) => `
  select d.closed_on, sum(sum(d.credited)) over (order by d.closed_on) from deal d ${under(team)}
    where d.status = 'won' and d.voided_at is null and ((d.closed_on >= '2026-11-01' and
      d.closed_on < '2026-11-19') or (d.closed_on >= '2025-11-01' and d.closed_on < '2025-12-01'))
        group by 1`;

const byMonth = (team: boolean) => `
  select date_trunc('month', d.closed_on), sum(d.credited) from deal d ${under(team)} where
    d.status = 'won' and d.voided_at is null and d.closed_on >= '2025-04-01' and d.closed_on <
      '2026-11-19' group by 1`;

const card = (team: boolean) => `
  select ${(['month', 'quarter', 'year', 'priorYear', 'yearBefore'] as const)
    .flatMap((span) => {
      const where = `filter (where d.closed_on >= '${SPANS[span][0]}' and d.closed_on < '${SPANS[span][1]}'`;
      return [
        `sum(d.credited) ${where} and d.status = 'won')`,
        `sum(d.credited_cost) ${where} and d.status = 'won')`,
        `count(*) ${where} and d.status = 'won')`,
        `count(*) ${where} and d.status = 'lost')`,
      ];
    })
    .join(
      ', ',
    )} from deal d ${under(team)} where d.voided_at is null and d.closed_on >= '2025-04-01' and
      d.closed_on < '2026-11-19'`;

const salesMix = (team: boolean) => `
  select count(distinct d.customer_id) filter (where d.closed_on >= '2026-11-01'), count(distinct
    d.product_id) filter (where d.closed_on >= '2026-11-01'), count(distinct d.customer_id) filter
      (where d.closed_on < '2025-12-01'), count(distinct d.product_id) filter (where d.closed_on <
        '2025-12-01'), avg(d.credited) filter (where d.closed_on >= '2026-11-01')
  from deal d ${under(team)} where d.status = 'won' and d.voided_at is null and ((d.closed_on >=
    '2026-11-01' and d.closed_on < '2026-11-19') or (d.closed_on >= '2025-11-01' and d.closed_on <
      '2025-11-19'))`;

const pairs = `
  select d.salesperson_id, sum(d.credited), sum(d.credited) filter (where d.cost is not null),
    sum(d.credited_cost) from deal d where d.status = 'won' and d.voided_at is null and d.closed_on
      >= '2026-11-01' and d.closed_on < '2026-11-19' group by 1`;

export interface ViewRequest {
  name: string;
  path: string;
  /** The statements that give the same numbers. */
  sql: readonly string[];
}

const PERIOD = 'period=FY2027-P08';

/** Every Standing and Ladder request: of the company, where all deals count, and of a team. */
export const VIEW_REQUESTS: readonly ViewRequest[] = [
  {
    name: 'standing of the company',
    path: `/attainment?unit=co&${PERIOD}`,
    sql: [places(false), path(false)],
  },
  {
    name: 'standing of a team',
    path: `/attainment?unit=t7&${PERIOD}`,
    sql: [places(true), path(true)],
  },
  { name: 'ladder of the company', path: `/ladder?unit=co&${PERIOD}`, sql: [places(false)] },
  {
    name: 'ladder of a team by growth',
    path: `/ladder?unit=t7&${PERIOD}&by=growth`,
    sql: [places(true)],
  },
  { name: 'tree', path: `/attainment/units?${PERIOD}`, sql: [pairs] },
  {
    name: 'year strip of the company',
    path: '/attainment/by-period?unit=co',
    sql: [byMonth(false)],
  },
  {
    name: 'months of the company',
    path: '/series?unit=co&period=FY2027&step=month',
    sql: [byMonth(false)],
  },
  { name: 'days of a team', path: `/series?unit=t7&${PERIOD}&step=day`, sql: [path(true)] },
  {
    name: 'scorecard of the company',
    path: `/scorecard?unit=co&${PERIOD}&measures=revenue,gross_margin,deals_won,average_deal,win_rate`,
    sql: [card(false)],
  },
  {
    name: 'scorecard of a team',
    path: `/scorecard?unit=t7&${PERIOD}&measures=revenue,gross_margin,deals_won,average_deal,win_rate`,
    sql: [card(true)],
  },
  {
    name: 'two measures of all salespeople',
    path: `/measure-comparison?unit=co&${PERIOD}&measure=revenue&compareMeasure=gross_margin&level=salesperson`,
    sql: [pairs],
  },
  {
    name: 'sales mix of the company',
    path: `/sales-mix?unit=co&${PERIOD}`,
    sql: [salesMix(false)],
  },
  { name: 'sales mix of a team', path: `/sales-mix?unit=t7&${PERIOD}`, sql: [salesMix(true)] },
];
