import { type DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import { HyperFormula } from 'hyperformula';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RankingRowView, StandingView } from '#contract/schemas/attainment';
import type { ScorecardView } from '#contract/schemas/scorecard';
import { parseDay } from '#core/period/day';
import { loadDemo } from '#demo/load';
import { DEMO_PASSWORD, DEMO_USERS } from '#demo/people';
import { Client, createDatabase, startServer, type TestServer, TODAY } from './harness';

/**
 * The whole demo company once more, from its deals, memberships, targets and closed days alone:
 * ranking, grades, cumulative, pace and same point in DuckDB, an analytic SQL engine, and the
 * scorecard as a spreadsheet in HyperFormula. Neither has seen a line of our own computation.
 */
let server: TestServer;
let admin: Client;
let duck: DuckDBConnection;

const MONTH = { id: 'FY2027-P08', from: '2026-11-01', to: '2026-12-01' };
const ENDED = { id: 'FY2027-P06', from: '2026-09-01', to: '2026-10-01' };

const query = async <Row>(sql: string) =>
  (await duck.runAndReadAll(sql)).getRowObjectsJS() as Row[];

async function copy(name: string, columns: string, sql: string): Promise<void> {
  const { rows } = await server.pool.query<Record<string, unknown>>(sql);
  await duck.run(`create table ${name} (${columns})`);
  const literal = (value: unknown) =>
    value === null
      ? 'null'
      : typeof value === 'string'
        ? `'${value.replaceAll("'", "''")}'`
        : String(value);
  for (let at = 0; at < rows.length; at += 2_000)
    await duck.run(
      `insert into ${name} values ${rows
        .slice(at, at + 2_000)
        .map((row) => `(${Object.values(row).map(literal).join(', ')})`)
        .join(', ')}`,
    );
}

beforeAll(async () => {
  server = await startServer(await createDatabase());
  await loadDemo(server.context, parseDay(TODAY)!);
  admin = await new Client(server).signIn(
    DEMO_USERS.find((user) => user.role === 'administrator')!.email,
    DEMO_PASSWORD,
  );
  duck = await (await DuckDBInstance.create(':memory:')).connect();
  await copy(
    'unit',
    'id integer, code varchar, name varchar, kind varchar',
    'select id, code, name, kind from unit',
  );
  await copy(
    'membership',
    'unit integer, parent integer, f date, t date',
    'select unit_id, parent_id, from_day::text, to_day::text from membership',
  );
  await copy(
    'part',
    'person integer, day date, credited bigint',
    `
    select coalesce(k.salesperson_id, d.salesperson_id) as person, d.closed_on::text as day,
      coalesce(k.credited, d.credited) as credited from deal d left join deal_credit k on k.deal_id
        = d.id where d.status = 'won' and d.voided_at is null`,
  );
  await copy(
    'goal',
    'unit integer, period varchar, target bigint, floor bigint',
    "select t.unit_id, t.period_id, t.target, t.floor from target t join plan p on p.id = t.plan_id and p.status = 'published' where t.measure = 'revenue' and t.target is not null",
  );
  await copy(
    'closed',
    'branch integer, day date',
    'select branch_id, on_day::text from closed_day',
  );
  // Who stood under whom on which day, up the whole tree.
  await duck.run(`create table under as with recursive up as (
      select u.id as person, u.id as unit, date '1900-01-01' as f, date '9999-12-31' as t from unit
        u where u.kind = 'salesperson'
      union all select up.person, m.parent, greatest(up.f, m.f), least(up.t, m.t) from up join
        membership m on m.unit = up.unit and m.parent is not null and m.f < up.t and m.t > up.f)
    select * from up where person <> unit`);
  await duck.run(
    `create table own as select unit as person, unit, min(f) as f, max(t) as t from membership m
      where unit in (select id from unit where kind = 'salesperson') group by unit`,
  );
}, 180_000);
afterAll(async () => {
  duck.closeSync();
  await server.stop();
});

/** Booked of each salesperson between two days, for the days they stood under a unit. */
const bookedOf = (unit: string, from: string, to: string) => `
  select p.person, sum(p.credited)::bigint as booked from part p join under w on w.person =
    p.person and w.unit = (select id from unit where code =
      '${unit}') and p.day >= w.f and p.day < w.t
  where p.day >= '${from}' and p.day < '${to}' group by 1`;

/** Working days of the branch a person stands under on a day, by weekdays and closed days. */
const workingDays = (from: string, to: string, branch: string) => `
  (select count(*) from generate_series(date
    '${from}', date '${to}' - interval 1 day, interval 1 day) s(day) where isodow(s.day) <= 5 and not exists (select 1 from closed c where c.day = s.day::date and (c.branch is null or c.branch = ${branch})))`;

const people = (view: StandingView) =>
  view.rankings.filter((place) => place.unit.kind === 'salesperson');
const get = async (path: string) => {
  const answer = await admin.get(path);
  expect(answer.statusCode).toBe(200);
  return answer.json();
};

describe.each([
  [
    'a running month',
    MONTH,
    '2026-11-19',
    '2026-10-19',
    '2025-11-19',
    ['2026-10-01', '2025-11-01'],
  ],
  ['an ended month', ENDED, '2026-10-01', '2026-09-01', '2025-10-01', ['2026-08-01', '2025-09-01']],
])(
  '%s of the demo company in an analytic engine',
  (_name, month, until, priorUntil, yearUntil, [priorFrom, yearFrom]) => {
    it('gives every salesperson the same figure, prior and last year at the same point, to the last minor unit', async () => {
      const view = (await get(`/attainment?unit=harrow-tide&period=${month.id}`)) as StandingView;
      const rows = await query<{ code: string; booked: bigint; prior: bigint; year: bigint }>(`
      select u.code, coalesce(a.booked, 0) as booked, coalesce(b.booked, 0) as prior,
        coalesce(c.booked, 0) as year from unit u
      left join (${bookedOf('harrow-tide', month.from, until)}) a on a.person = u.id left join
        (${bookedOf('harrow-tide', priorFrom!, priorUntil)}) b on b.person = u.id left join
          (${bookedOf('harrow-tide', yearFrom!, yearUntil)}) c on c.person = u.id
      where u.kind = 'salesperson'`);
      const byCode = new Map(rows.map((row) => [row.code, row]));
      expect(people(view).length).toBeGreaterThan(35);
      for (const place of people(view)) {
        const row = byCode.get(place.unit.code)!;
        expect([place.unit.code, place.actual, place.priorDifference, place.priorYear]).toEqual([
          place.unit.code,
          Number(row.booked),
          Number(row.booked - row.prior),
          Number(row.year),
        ]);
      }
      expect(view.figures.actual).toBe(rows.reduce((sum, row) => sum + Number(row.booked), 0));
    });

    it('grades and ranks everyone the same, by what was due by now', async () => {
      const view = (await get(`/attainment?unit=harrow-tide&period=${month.id}`)) as StandingView;
      const isOpen = month.id === MONTH.id;
      const rows = await query<{ code: string; grade: number; place: bigint; due: number }>(`
      with b as (${bookedOf('harrow-tide', month.from, until)}),
      home as (select w.person, w.unit as branch from under w join unit u on u.id = w.unit and
        u.kind = 'branch' where w.f <= date '${until}' - 1 and w.t > date '${until}' - 1),
      x as (
        select u.code, coalesce(b.booked, 0)::hugeint as booked, g.target::hugeint as target, g.floor::hugeint as floor, ${isOpen ? workingDays(month.from, until, 'home.branch') : '1'}::hugeint as gone, ${isOpen ? workingDays(month.from, month.to, 'home.branch') : '1'}::hugeint as total
        from unit u join goal g on g.unit = u.id and g.period =
          '${month.id}' and g.target > 0 left join b on b.person = u.id join home on home.person = u.id where u.kind = 'salesperson')
      select code, case when booked >= target then 4 when booked * total * 100 >= target * gone * 95 then 3 when booked * total * 100 >= coalesce(floor * 100, target * 80) * gone then 2 else 1 end as grade,
        rank() over (order by booked::double / target::double desc) as place, target::double * gone::double / total::double as due from x`);
      const graded = people(view).filter((place) => place.attainment !== null);
      expect(rows.length).toBe(graded.length);
      expect(new Set(rows.map((row) => row.grade)).size).toBeGreaterThan(2);
      const byCode = new Map(rows.map((row) => [row.code, row]));
      for (const place of graded) {
        const row = byCode.get(place.unit.code)!;
        expect([place.unit.code, place.status.grade]).toEqual([place.unit.code, row.grade]);
        expect([place.unit.code, place.rank]).toEqual([place.unit.code, Number(row.place)]);
        const { figures } = (await get(
          `/attainment?unit=${place.unit.code}&period=${month.id}`,
        )) as StandingView;
        expect(figures.expectedToDate).toBeCloseTo(row.due, 6);
      }
    });

    it('adds up day by day to the same line', async () => {
      const view = (await get(`/attainment?unit=saltmarsh&period=${month.id}`)) as StandingView;
      const rows = await query<{ day: string; running: bigint }>(`
      select strftime(s.day, '%Y-%m-%d') as day, sum(coalesce(sum(p.credited), 0)) over (order by
        s.day)::bigint as running
      from generate_series(date '${month.from}', date '${until}' - interval 1 day, interval 1 day) s(day)
      left join (select p.day, p.credited from part p join under w on w.person = p.person and w.unit = (select id from unit where code = 'saltmarsh') and p.day >= w.f and p.day < w.t) p on p.day = s.day::date group by s.day order by s.day`);
      expect(
        view.path
          .filter((point) => point.actual !== null)
          .map((point) => [point.day, point.actual]),
      ).toEqual(rows.map((row) => [row.day, Number(row.running)]));
    });
  },
);

describe('the series of the year in an analytic engine', () => {
  it('has the same months, and the same sums up to each', async () => {
    const view = await get('/series?unit=saltmarsh&period=FY2027&step=month');
    const rows = await query<{ month: string; booked: bigint }>(`
      select strftime(p.day, '%Y-%m') as month, sum(p.credited)::bigint as booked from part p join
        under w on w.person = p.person and w.unit = (select id from unit where code = 'saltmarsh')
          and p.day >= w.f and p.day < w.t
      where p.day >= '2026-04-01' and p.day < '2026-11-19' group by 1 order by 1`);
    let sum = 0;
    expect(
      view.points
        .filter((point: { actual: number | null }) => point.actual !== null)
        .map((point: { actual: number; cumulativeActual: number }) => [
          point.actual,
          point.cumulativeActual,
        ]),
    ).toEqual(rows.map((row) => [Number(row.booked), (sum += Number(row.booked))]));
  });
});

describe('the scorecard as a spreadsheet', () => {
  const SPANS = [
    ['month', '2026-11-01', 'FY2027-P08'],
    ['quarterToDate', '2026-10-01', ''],
    ['yearToDate', '2026-04-01', ''],
  ] as const;

  /**
   * Sums of won and lost deals credited in full to a branch's people, for a span of this year or
   * last.
   */
  const sumsOf = async (from: string, until: string) =>
    (
      await server.pool.query<Record<string, string>>(
        `
    select coalesce(sum(d.credited) filter (where d.status = 'won'), 0) as revenue,
      coalesce(sum(d.credited) filter (where d.status = 'won' and d.cost is not null), 0) as
        costed, coalesce(sum(d.credited_cost) filter (where d.status = 'won'), 0) as cost,
      count(*) filter (where d.status = 'won' and d.credited > 0) as won, count(*) filter (where
        d.status = 'lost') as lost
    from deal d join membership m on m.unit_id = d.salesperson_id and d.closed_on >= m.from_day and
      d.closed_on < m.to_day join membership up on up.unit_id = m.parent_id and d.closed_on >=
        up.from_day and d.closed_on < up.to_day
    join unit b on b.id = up.parent_id and b.code = 'saltmarsh' where d.closed_on >= $1 and
      d.closed_on < $2 and d.voided_at is null and d.status <> 'open' and not exists (select from
        deal_credit k where k.deal_id = d.id)`,
        [from, until],
      )
    ).rows[0]!;
  /** What split deals add to it: the parts of its people. */
  const partsOf = async (from: string, until: string) =>
    (
      await server.pool.query<Record<string, string>>(
        `
    select coalesce(sum(k.credited), 0) as revenue, coalesce(sum(k.credited) filter (where k.cost
      is not null), 0) as costed, coalesce(sum(k.cost), 0) as cost, count(*) filter (where
        k.position = 0 or d.salesperson_id = k.salesperson_id) as won
    from deal_credit k join deal d on d.id = k.deal_id and d.status = 'won' and d.voided_at is null
      join membership m on m.unit_id = k.salesperson_id and d.closed_on >= m.from_day and
        d.closed_on < m.to_day
    join membership up on up.unit_id = m.parent_id and d.closed_on >= up.from_day and d.closed_on <
      up.to_day join unit b on b.id = up.parent_id and b.code = 'saltmarsh' where d.closed_on >= $1
        and d.closed_on < $2`,
        [from, until],
      )
    ).rows[0]!;

  it('computed by a formula engine has the same in every cell', async () => {
    const card = (await get(
      '/scorecard?unit=saltmarsh&period=FY2027-P08&measures=revenue,gross_profit,gross_margin,cost_to_revenue,average_deal,win_rate',
    )) as ScorecardView;
    for (const [key, from] of SPANS) {
      const [now, nowParts, then, thenParts] = await Promise.all([
        sumsOf(from, '2026-11-19'),
        partsOf(from, '2026-11-19'),
        sumsOf(from.replace('2026', '2025'), '2025-11-19'),
        partsOf(from.replace('2026', '2025'), '2025-11-19'),
      ]);
      const inputs = (whole: Record<string, string>, part: Record<string, string>) =>
        ['revenue', 'costed', 'cost', 'won', 'lost'].map(
          (name) => Number(whole[name]) + Number(part[name] ?? 0),
        );
      const target = card.rows[0]![key].figures.target.value!;
      // Inputs in rows 1 to 5 (this year in A, last year in B), the measures below, each by its
      // definition in docs/calculations.md, 4.
      const [a, b] = [inputs(now, nowParts), inputs(then, thenParts)];
      const both = (formula: (column: string) => string) => [formula('A'), formula('B')];
      const sheet = HyperFormula.buildFromArray(
        [
          ...a.map((value, index) => [value, b[index]!]),
          both((c) => `=${c}1`),
          both((c) => `=${c}2-${c}3`),
          both((c) => `=(${c}2-${c}3)/${c}2*1000`),
          both((c) => `=${c}3/${c}2*1000`),
          both((c) => `=${c}1/${c}4`),
          both((c) => `=${c}4/(${c}4+${c}5)*1000`),
          [`=A6/${target}`, '=(A6-B6)/ABS(B6)'],
        ],
        { licenseKey: 'gpl-v3', smartRounding: false },
      );
      const cell = (row: number, col: number) =>
        sheet.getCellValue({ sheet: 0, row, col }) as number;
      card.rows.forEach((row, index) => {
        expect([row.measure.code, key, row[key].figures.actual!.toPrecision(10)]).toEqual([
          row.measure.code,
          key,
          cell(5 + index, 0).toPrecision(10),
        ]);
        expect([row.measure.code, key, row[key].priorYear!.toDate!.toPrecision(10)]).toEqual([
          row.measure.code,
          key,
          cell(5 + index, 1).toPrecision(10),
        ]);
      });
      expect(card.rows[0]![key].figures.attainment!.toPrecision(12)).toBe(
        cell(11, 0).toPrecision(12),
      );
      expect(card.rows[0]![key].priorYear!.changeText).toBe(
        `${cell(11, 1) > 0 ? '+' : ''}${(cell(11, 1) * 100).toFixed(1)}%`.replace('-', '\u2212'),
      );
      sheet.destroy();
    }
  });
});

describe('the ladder of the demo company', () => {
  it('ranks by growth and gap as the engine does, ties and all', async () => {
    for (const by of ['actual', 'gap', 'growth']) {
      const ladder = (await get(`/ladder?unit=harrow-tide&period=FY2027-P08&by=${by}`)) as {
        rankings: RankingRowView[];
      };
      const ranked = ladder.rankings.filter((place) => place.value !== null);
      await duck.run('create or replace table shown (code varchar, value double)');
      await duck.run(
        `insert into shown values ${ranked.map((place) => `('${place.unit.code}', ${place.value})`).join(', ')}`,
      );
      const rows = await query<{ code: string; place: bigint }>(
        'select code, rank() over (order by value desc) as place from shown',
      );
      const byCode = new Map(rows.map((row) => [row.code, Number(row.place)]));
      expect(ranked.length).toBeGreaterThan(30);
      for (const place of ranked)
        expect([by, place.unit.code, place.rank]).toEqual([
          by,
          place.unit.code,
          byCode.get(place.unit.code),
        ]);
    }
  });
});

describe('measures of custom fields of the demo company', () => {
  beforeAll(() =>
    copy(
      'deal_of',
      'id bigint, person integer, first boolean, credited bigint, whole bigint, closed date, paid date, service bigint, share integer, before integer',
      `select d.id, coalesce(k.salesperson_id, d.salesperson_id) as person, coalesce(k.position, 0) = 0
        as first, coalesce(k.credited, d.credited) as credited, d.credited as whole,
        d.closed_on::text as closed, d.custom->>'paid_on' as paid,
        ((d.custom->>'service')::numeric * 100)::bigint as service,
        coalesce(k.basis_points, 10000) as share,
        coalesce((select sum(x.basis_points) from deal_credit x where x.deal_id = d.id and
          x.position < k.position), 0) as before
      from deal d left join deal_credit k on k.deal_id = d.id where d.status = 'won' and
        d.voided_at is null`,
    ),
  );

  const SPANS = [
    ['FY2027-P08', '2026-11-01', '2026-11-19'],
    ['FY2027-P06', '2026-09-01', '2026-10-01'],
    ['FY2027-Q2', '2026-07-01', '2026-10-01'],
    ['FY2026', '2025-04-01', '2026-04-01'],
  ] as const;
  const UNITS = ['harrow-tide', 'saltmarsh', 'northgate', 'lakeside', 'ivarga', 'nbaker'];
  const of = (unit: string, day: string, from: string, to: string) => `deal_of d join
    (select * from under union all select * from own) w on w.person = d.person and w.unit = (select
      id from unit where code = '${unit}') and d.${day} >= w.f and d.${day} < w.t
    where d.${day} >= '${from}' and d.${day} < '${to}'`;

  it.each(SPANS)(
    '%s: cash in, median days to pay and service contracts are the engine’s',
    async (period, from, to) => {
      for (const unit of UNITS) {
        const actual = async (measure: string) =>
          (await get(`/attainment?unit=${unit}&period=${period}&measure=${measure}`)).figures
            .actual as number | null;
        const [cash] = await query<{ sum: bigint | null }>(
          `select sum(d.credited)::bigint as sum from ${of(unit, 'paid', from, to)}`,
        );
        expect([unit, await actual('cash_in')]).toEqual([unit, Number(cash!.sum ?? 0)]);
        const [days] = await query<{ middle: number | null }>(
          `select median(d.paid - d.closed) as middle from ${of(unit, 'paid', from, to)} and d.first
            and d.whole > 0`,
        );
        expect([unit, await actual('days_to_pay')]).toEqual([
          unit,
          days!.middle === null ? null : Number(days!.middle) * 10,
        ]);
        const [service] = await query<{ sum: bigint | null }>(
          `select sum(round(d.service * (d.before + d.share) / 10000.0) - round(d.service * d.before
            / 10000.0))::bigint as sum from ${of(unit, 'closed', from, to)}`,
        );
        expect([unit, await actual('service_sold')]).toEqual([unit, Number(service!.sum ?? 0)]);
      }
    },
  );
});
