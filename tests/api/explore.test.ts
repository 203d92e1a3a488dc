import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LinesHeader } from '#contract/schemas/slice';
import { unpackColumns } from '#core/slices/columnPack';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const add = (list: string, over: object) => people.admin.send('POST', `/lists/${list}`, over);
  for (const name of ['Deck', 'Engine room']) await add('category', { name });
  for (const name of ['web', 'fair']) await add('source', { name });
  await add('product', { name: 'Rope', category: 'Deck' });
  await add('product', { name: 'Pump', category: 'Engine room' });
});
afterAll(() => server.stop());

/** A stream of numbers from 0 to below `below`, the same each time (Park and Miller, 1988). */
function random(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (state * 48_271) % 2_147_483_647;
    return state % below;
  };
}
const pick = random(20_261_118);
const oneOf = <Value>(values: readonly Value[]) => values[pick(values.length)]!;

interface Lines {
  header: LinesHeader;
  columns: Record<string, ArrayLike<number>>;
}

async function explore(unit: string, period: string, as = people.admin): Promise<Lines> {
  const answer = await as.get(`/explore/lines?unit=${unit}&period=${period}`);
  expect(answer.statusCode).toBe(200);
  const bytes = Uint8Array.from(answer.rawPayload);
  return unpackColumns<LinesHeader>(bytes.buffer);
}

const actualOf = async (unit: string, period: string, measure: string) =>
  (await people.admin.get(`/attainment?unit=${unit}&period=${period}&measure=${measure}`)).json()
    .figures.actual as number;

function add({ columns }: Lines, value: string, where: (row: number) => boolean): number {
  let sum = 0;
  for (let row = 0; row < columns[value]!.length; row++)
    if (where(row)) sum += columns[value]![row]!;
  return sum;
}

/** Deals of a unit and period that count, each once. */
function countDeals({ columns }: Lines): number {
  const seen = new Set<number>();
  for (let row = 0; row < columns['deal']!.length; row++)
    if (columns['isFirst']![row] === 1) seen.add(columns['deal']![row]!);
  return seen.size;
}

function someDeal(): Record<string, unknown> {
  const hasLines = pick(3) === 0;
  const amount = (pick(200_000) - 20_000) / 100;
  const owner = oneOf(['ivarga', 'tbrandt']);
  const other = owner === 'ivarga' ? 'tbrandt' : 'ivarga';
  return wonDeal({
    salesperson: owner,
    customer: oneOf(['Pike Boats', 'Anvil Yard', 'Marlow Yard']),
    closedOn: `2026-${oneOf(['08', '09', '10', '11'])}-${oneOf(['02', '05', '11', '17'])}`,
    source: oneOf(['web', 'fair', null]),
    category: oneOf(['Deck', null]),
    amount: (amount || 1).toFixed(2),
    ...(hasLines
      ? {
          lines: ['Rope', 'Pump'].map((product) => ({
            product,
            quantity: 1 + pick(4),
            unitPrice: String(pick(90_000) / 100),
            unitCost: oneOf([null, '1.10']),
          })),
        }
      : {
          product: oneOf(['Rope', null]),
          cost: oneOf([null, '12.50']),
          quantity: oneOf([null, 2.5]),
        }),
    ...(pick(4) === 0
      ? {
          credit: [
            { salesperson: owner, percent: 70 },
            { salesperson: other, percent: 30 },
          ],
        }
      : {}),
  });
}

const PERIODS = ['FY2027-P08', 'FY2027-Q2', 'FY2027', 'FY2027-P05..FY2027-P08'];

async function expectEqualToLedger() {
  for (const unit of ['ht', 'salt', 'deck', 'eng', 'ivarga', 'tbrandt'])
    for (const period of PERIODS) {
      const lines = await explore(unit, period);
      const all = () => true;
      const { columns } = lines;
      const profit =
        add(lines, 'amount', (row) => columns['hasCost']![row] === 1) - add(lines, 'cost', all);
      expect([unit, period, add(lines, 'amount', all), countDeals(lines)]).toEqual([
        unit,
        period,
        await actualOf(unit, period, 'revenue'),
        await actualOf(unit, period, 'deals_won'),
      ]);
      expect([unit, period, profit]).toEqual([
        unit,
        period,
        (await actualOf(unit, period, 'gross_profit')) ?? 0,
      ]);
    }
}

describe('lines to explore', () => {
  it('have weeks that follow one another, and begin 364 days earlier the year before', async () => {
    const { header } = await explore('salt', 'FY2027-P08');
    const { weeks } = header;
    // November 2026 begins on a Sunday.
    expect(weeks.map(({ name, from, to }) => [name, from, to])).toEqual([
      ['1 Nov', 0, 1],
      ['2 Nov', 1, 8],
      ['9 Nov', 8, 15],
      ['16 Nov', 15, 22],
      ['23 Nov', 22, 29],
      ['30 Nov', 29, 30],
    ]);
    // 3 November 2025 is the Monday 364 days before 2 November 2026.
    expect(
      weeks.slice(0, 3).map(({ priorYearFrom, priorYearTo }) => [priorYearFrom, priorYearTo]),
    ).toEqual([
      [1, 2],
      [2, 9],
      [9, 16],
    ]);
  });

  const booked: { id: number; version: number }[] = [];
  const book = async (over: Record<string, unknown>) => {
    const answer = await people.manager.send('POST', '/deals', over);
    if (answer.statusCode === 201) booked.push(answer.json().deal);
    return answer;
  };

  it('are the ledger’s figures to the minor unit, when first read', async () => {
    for (let i = 0; i < 60; i++) await book(someDeal());
    expect(booked.length).toBeGreaterThan(40);
    await expectEqualToLedger();
  });

  it('follow bookings, changes, voids and restored deals', async () => {
    for (let i = 0; i < 40; i++) {
      const deal = oneOf(booked);
      const act = pick(4);
      if (act === 0) await book(someDeal());
      else {
        const answer =
          act === 1
            ? await people.manager.send('POST', `/deals/${deal.id}/void`, {
                version: deal.version,
                reason: 'tried',
              })
            : act === 2
              ? await people.manager.send('POST', `/deals/${deal.id}/restore`, {
                  version: deal.version,
                })
              : await people.manager.send('PUT', `/deals/${deal.id}`, {
                  deal: someDeal(),
                  version: deal.version,
                });
        if (answer.statusCode === 200) deal.version = answer.json().deal.version;
      }
    }
    await expectEqualToLedger();
  });

  it('follow what moves no sum: source, category, customer', async () => {
    const answer = await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ deal: 'S-1', amount: '77.00', source: 'web', category: 'Deck' }),
    );
    const { id, version } = answer.json().deal;
    const ofSource = async (source: string) => {
      const lines = await explore('salt', 'FY2027-P08');
      const code = lines.header.sources.findIndex(({ name }) => name === source);
      return add(lines, 'amount', (row) => lines.columns['source']![row] === code);
    };
    const before = [await ofSource('web'), await ofSource('fair')];
    const changed = await people.manager.send('PUT', `/deals/${id}`, {
      deal: wonDeal({ deal: 'S-1', amount: '77.00', source: 'fair', category: 'Deck' }),
      version,
    });
    expect(changed.statusCode).toBe(200);
    expect([await ofSource('web'), await ofSource('fair')]).toEqual([
      before[0]! - 7_700,
      before[1]! + 7_700,
    ]);
  });

  it('follow files, and another server’s bookings', async () => {
    const other = await startServer(server.url);
    try {
      await other.replica.findLines();
      await people.manager.import(
        'deals',
        'deal,salesperson,customer,amount,currency,status,closed_on,source\nF-1,ivarga,Pike Boats,31.00,EUR,won,2026-11-10,web\n',
      );
      await people.manager.import(
        'deals',
        'deal,salesperson,customer,amount,currency,status,closed_on,source\nF-1,ivarga,Pike Boats,31.00,EUR,won,2026-11-10,fair\n',
      );
      await other.replica.catchUp();
      for (const replica of [server.replica, other.replica]) {
        const column = (await replica.findLines()).columnOf(
          replica.company!.tree.findByCode('ivarga')!.id,
        );
        const at = column.amounts.findIndex((amount) => amount === 3_100);
        const { rows } = await server.pool.query(`select id from source where name = 'fair'`);
        expect(column.sources[at]).toBe(rows[0].id);
      }
    } finally {
      await other.stop();
    }
    await expectEqualToLedger();
  });

  it('are no more than the reader may see', async () => {
    const all = await explore('salt', 'FY2027');
    const own = await explore('ivarga', 'FY2027', people.salesperson);
    expect(own.header.salespeople.map(({ code }) => code)).toEqual(['ivarga']);
    expect(own.columns['day']!.length).toBeLessThan(all.columns['day']!.length);
    const refused = await people.salesperson.get('/explore/lines?unit=salt&period=FY2027');
    expect([refused.statusCode, refused.json().code]).toEqual([404, 'unknownUnit']);
  });

  it('stand beside the same days of last year', async () => {
    await book(wonDeal({ deal: 'Y-1', amount: '500.00', closedOn: '2025-11-17' }));
    await book(wonDeal({ deal: 'Y-2', amount: '900.00', closedOn: '2025-11-19' }));
    const { header, columns } = await explore('ivarga', 'FY2027-P08');
    expect(header.priorYear).toEqual({ days: '1–18 Nov 2025', from: '2025-11-01', lines: 1 });
    expect([...Array.from(columns['priorYear.amount']!)]).toEqual([50_000]);
    expect([...Array.from(columns['priorYear.day']!)]).toEqual([16]);
  });

  it('of nothing are none', async () => {
    const { header, columns } = await explore('north', 'FY2020');
    expect([header.now.lines, columns['amount']!.length]).toEqual([0, 0]);
  });
});
