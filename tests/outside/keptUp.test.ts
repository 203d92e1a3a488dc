import { type DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import seedrandom from 'seedrandom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Occurrence, Occurrences } from '#core/ledger/occurrences';
import { buildRollUp } from '#core/ledger/rollUp';
import { RunningSums } from '#core/ledger/runningSums';
import { type DaySpan, END_OF_TIME, FIRST_DAY, fromCivil } from '#core/period/day';
import { buildUnitTree } from '#core/units/tree';
import type { Membership, Unit } from '#core/units/unit';

/**
 * What is kept up with every booking (sums of units, different customers, new customers) against
 * DuckDB, an independent analytic SQL engine, which looks at all deals anew each time: in a company
 * where people and a whole team move, through a history of deals won, changed and voided.
 */
const random = seedrandom('kept up');
const pick = (most: number) => Math.floor(most * random());
const FIRST = fromCivil(2025, 4, 1);
const DAYS = 600;
const [TEAMS, PEOPLE] = [6, 90];
const TEAM = 10;
const PERSON = 100;

const units: Unit[] = [
  { id: 1, code: 'co', name: 'Company', kind: 'company' },
  ...[2, 3].map((id) => ({ id, code: `b${id}`, name: `Branch ${id}`, kind: 'branch' as const })),
  ...Array.from({ length: TEAMS }, (_, i) => ({
    id: TEAM + i,
    code: `t${i}`,
    name: `Team ${i}`,
    kind: 'team' as const,
  })),
  ...Array.from({ length: PEOPLE }, (_, i) => ({
    id: PERSON + i,
    code: `p${i}`,
    name: `Person ${i}`,
    kind: 'salesperson' as const,
  })),
];
const stay = (
  unitId: number,
  parentId: number | null,
  from = FIRST_DAY,
  to = END_OF_TIME,
): Membership => ({ unitId, parentId, from, to });
const memberships: Membership[] = [
  stay(1, null),
  stay(2, 1),
  stay(3, 1),
  ...Array.from({ length: TEAMS }, (_, i) => i).flatMap((i) =>
    i === 2
      ? [stay(TEAM + i, 2, FIRST_DAY, FIRST + 300), stay(TEAM + i, 3, FIRST + 300)]
      : [stay(TEAM + i, i < TEAMS / 2 ? 2 : 3)],
  ),
  ...Array.from({ length: PEOPLE }, (_, i) => i).flatMap((i) => {
    if (i % 5 !== 0) return [stay(PERSON + i, TEAM + (i % TEAMS))];
    const moves = FIRST + 50 + pick(DAYS - 100);
    // Some of those who go stay away for a while, in which what they sell is nobody's.
    return [
      stay(PERSON + i, TEAM + (i % TEAMS), FIRST_DAY, moves),
      stay(PERSON + i, TEAM + ((i + 1) % TEAMS), moves + (i % 10 === 0 ? 20 : 0)),
    ];
  }),
];

interface Deal extends Occurrence {
  person: number;
  amount: number;
}
let nextId = 1;
const newDeal = (): Deal => ({
  dealId: nextId++,
  person: PERSON + pick(PEOPLE),
  day: FIRST + pick(DAYS),
  customer: 1 + pick(400),
  product: pick(12),
  location: pick(5),
  amount: 1 + pick(9_000_00),
});

let connection: DuckDBConnection;
const deals: Deal[] = [];
const sums = new RunningSums();
const occurrences = new Occurrences();
const rollUp = buildRollUp(buildUnitTree(units, memberships), sums, occurrences);

const run = (sql: string) => connection.run(sql);
const toRow = ({ dealId, person, day, customer, product, location, amount }: Deal) =>
  `(${dealId}, ${person}, ${day}, ${customer}, ${product}, ${location}, ${amount})`;
const readAnew = ({ person, day }: Deal) =>
  occurrences.replaceDay(
    person,
    day,
    deals.filter((deal) => deal.person === person && deal.day === day),
  );
const note = (deal: Deal, amount: number) =>
  sums.add({ salespersonId: deal.person, part: 'revenue', day: deal.day, amount });

beforeAll(async () => {
  connection = await (await DuckDBInstance.create(':memory:')).connect();
  await run(
    'create table deal (id integer, person integer, day integer, customer integer, product integer, location integer, amount bigint)',
  );
  await run('create table membership (unit integer, parent integer, f integer, t integer)');
  await run(
    `insert into membership values ${memberships.map(({ unitId, parentId, from, to }) => `(${unitId}, ${parentId ?? 'null'}, ${from}, ${to})`).join(', ')}`,
  );
  for (let i = 0; i < 2_500; i++) deals.push(newDeal());
  await run(`insert into deal values ${deals.map(toRow).join(', ')}`);
  sums.load(
    deals.map((deal) => ({
      salespersonId: deal.person,
      part: 'revenue',
      day: deal.day,
      amount: deal.amount,
    })),
  );
  for (const { id } of units)
    occurrences.load(
      id,
      deals.filter((deal) => deal.person === id),
    );
});
afterAll(() => connection.closeSync());

/**
 * The same of a unit and span by looking at every deal: each for the days its person stood under
 * the unit, by way of whatever stood between.
 */
async function lookAtAll(unitId: number, { from, to }: DaySpan) {
  const [row] = (
    await connection.runAndReadAll(`
    with recursive under(unit, f, t) as (
      select unit, f, t from membership where parent = ${unitId}
      union all select m.unit, greatest(m.f, u.f), least(m.t, u.t) from membership m join under u
        on m.parent = u.unit where greatest(m.f, u.f) < least(m.t, u.t)),
    ranked as (select *, row_number() over (partition by customer order by day, id) as nth from
      deal)
    select coalesce(sum(amount), 0)::double as revenue, count(distinct customer)::integer as
      customer, count(distinct nullif(product, 0))::integer as product,
      count(distinct nullif(location, 0))::integer as location, (count(*) filter (where nth =
        1))::integer as new_customers
    from ranked d where day >= ${from} and day < ${to} and exists (select 1 from under u where
      u.unit = d.person and d.day >= u.f and d.day < u.t)`)
  ).getRowObjectsJS();
  return row!;
}

async function compare(times: number): Promise<void> {
  for (let i = 0; i < times; i++) {
    const unitId = [1, 2, 3, TEAM + pick(TEAMS)][pick(4)]!;
    const from = FIRST + pick(DAYS) - 20;
    const span = { from, to: from + 1 + pick(200) };
    const { customer, product, location } = rollUp.countEachDistinct(unitId, span);
    expect({
      unitId,
      span,
      revenue: rollUp.sum(unitId, 'revenue', span),
      customer,
      product,
      location,
      new_customers: rollUp.sum(unitId, 'newCustomers', span),
    }).toEqual({ unitId, span, ...(await lookAtAll(unitId, span)) });
  }
}

async function win(): Promise<void> {
  const deal = newDeal();
  deals.push(deal);
  note(deal, deal.amount);
  readAnew(deal);
  await run(`insert into deal values ${toRow(deal)}`);
}

describe('what is kept up, against an SQL engine that looks at everything', () => {
  it('is the same as it was loaded', () => compare(12));

  it('is the same while deals come in late, of days before a customer’s first', async () => {
    const all = { from: FIRST, to: FIRST + DAYS };
    for (let i = 0; i < 8; i++) {
      for (const unitId of [2, 3, TEAM, TEAM + 5])
        expect(rollUp.sum(unitId, 'newCustomers', all)).toBe(
          (await lookAtAll(unitId, all))['new_customers'],
        );
      for (let deal = 0; deal < 5; deal++) await win();
    }
  });

  it('is the same after every stretch of a history of deals won, changed and voided', async () => {
    // The same units and months again and again: those that are kept, not those that are found
    // anew.
    const months = Array.from({ length: 3 }, (_, i) => ({
      from: FIRST + i * 180,
      to: FIRST + i * 180 + 31,
    }));
    for (let step = 1; step <= 400; step++) {
      const lot = random();
      const at = pick(deals.length);
      const old = deals[at]!;
      if (lot < 0.5) await win();
      else if (lot < 0.8) {
        deals.splice(at, 1);
        note(old, -old.amount);
        readAnew(old);
        await run(`delete from deal where id = ${old.dealId}`);
      } else {
        const changed = {
          ...old,
          customer: 1 + pick(400),
          product: pick(12),
          amount: 1 + pick(9_000_00),
        };
        deals[at] = changed;
        note(old, changed.amount - old.amount);
        readAnew(changed);
        await run(
          `update deal set customer = ${changed.customer}, product = ${changed.product}, amount =
            ${changed.amount} where id = ${old.dealId}`,
        );
      }
      if (step % 50 !== 0) continue;
      for (const span of months) {
        for (const unitId of [1, 3, TEAM + 2]) {
          expect({
            step,
            unitId,
            span,
            revenue: rollUp.sum(unitId, 'revenue', span),
            ...rollUp.countEachDistinct(unitId, span),
            new_customers: rollUp.sum(unitId, 'newCustomers', span),
          }).toEqual({ step, unitId, span, ...(await lookAtAll(unitId, span)) });
        }
      }
    }
    await compare(8);
  }, 60_000);
});
