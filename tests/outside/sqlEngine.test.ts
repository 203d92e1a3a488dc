import { type DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import seedrandom from 'seedrandom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Contribution } from '#core/ledger/contribution';
import { RunningSums } from '#core/ledger/runningSums';
import { fromCivil } from '#core/period/day';
import { rank } from '#core/ranking/rank';

/**
 * Sums, window totals and competition ranking against DuckDB, an independent analytic SQL engine,
 * on generated data.
 */
let connection: DuckDBConnection;
const random = seedrandom('outside');
const FIRST = fromCivil(2024, 1, 1);
const DAYS = 800;
const PEOPLE = 25;
const data: Contribution[] = Array.from({ length: 6000 }, () => ({
  salespersonId: 1 + Math.floor(PEOPLE * random()),
  part: 'revenue',
  day: FIRST + Math.floor(DAYS * random()),
  amount: Math.round((random() - 0.1) * 1_000_00),
}));

const query = async (sql: string) =>
  (await connection.runAndReadAll(sql)).getRowObjectsJS() as Record<string, unknown>[];

beforeAll(async () => {
  connection = await (await DuckDBInstance.create(':memory:')).connect();
  await connection.run('create table booked (person integer, day integer, amount bigint)');
  await connection.run(
    `insert into booked values ${data.map((each) => `(${each.salespersonId}, ${each.day}, ${each.amount})`).join(', ')}`,
  );
});
afterAll(() => connection.closeSync());

describe('against an SQL engine', () => {
  const sums = new RunningSums();
  sums.load(data);

  it('sums of any span are the same', async () => {
    for (let i = 0; i < 40; i++) {
      const from = FIRST + Math.floor(DAYS * random());
      const to = from + Math.floor(200 * random());
      const rows = await query(
        `select person, sum(amount)::double as total from booked where day >= ${from} and day <
          ${to} group by person`,
      );
      const totals = new Map(rows.map((row) => [row['person'], row['total']]));
      for (let person = 1; person <= PEOPLE; person++)
        expect(sums.sum('revenue', person, from, to)).toBe(totals.get(person) ?? 0);
    }
  });

  it('cumulative window totals are the same on every day', async () => {
    const rows = await query(
      'select day, (sum(sum(amount)) over (order by day))::double as running from booked where person = 7 group by day order by day',
    );
    for (const row of rows)
      expect(sums.sum('revenue', 7, FIRST, (row['day'] as number) + 1)).toBe(row['running']);
  });

  it('competition ranking with ties is the same', async () => {
    // Rounded to thousands, so that there are ties.
    const rows = await query(
      'select person, round(sum(amount) / 200000)::integer as score, rank() over (order by round(sum(amount) / 200000) desc)::integer as place from booked group by person',
    );
    const ranked = rank(
      rows.map((row) => ({
        value: row['score'] as number,
        actual: 0,
        name: String(row['person']),
        place: row['place'],
      })),
      'higher',
    );
    expect(new Set(rows.map((row) => row['place'])).size).toBeLessThan(PEOPLE);
    for (const { item, rank: place } of ranked)
      expect([item.name, place]).toEqual([item.name, item.place]);
  });
});
