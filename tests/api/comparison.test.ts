import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ComparisonView } from '#contract/schemas/comparison';
import { TAKEN_APART_BY } from '#contract/schemas/comparison';
import {
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const book = async (over: Record<string, unknown>) => {
  const answer = await people.manager.send('POST', '/deals', wonDeal(over));
  expect(answer.json().errors).toBeUndefined();
  expect(answer.statusCode).toBe(201);
};

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  for (const name of ['Rope', 'Pump']) await people.admin.send('POST', '/lists/product', { name });
  const deals: [string, string, string, string, string][] = [
    ['ivarga', 'Pike Boats', 'Rope', '2025-05-06', '100.00'],
    ['ivarga', 'Anvil Yard', 'Pump', '2025-11-04', '400.00'],
    ['tbrandt', 'Pike Boats', 'Pump', '2025-11-17', '250.00'],
    ['tbrandt', 'Marlow Yard', 'Rope', '2025-11-20', '900.00'],
    ['ivarga', 'Pike Boats', 'Rope', '2026-11-05', '300.00'],
    ['tbrandt', 'Quill Club', 'Pump', '2026-11-10', '150.00'],
    ['ivarga', 'Pike Boats', 'Rope', '2026-10-09', '500.00'],
  ];
  for (const [salesperson, customer, product, closedOn, amount] of deals)
    await book({ salesperson, customer, product, closedOn, amount });
});
afterAll(() => server.stop());

const compare = async (over = '', as = people.admin): Promise<ComparisonView> => {
  const answer = await as.get(`/comparison?unit=salt&period=FY2027-P08${over}`);
  expect(answer.statusCode).toBe(200);
  return answer.json();
};
const told = (rows: readonly { name: string; now: number | null; then: number | null }[]) =>
  Object.fromEntries(rows.map(({ name, now, then }) => [name, [now, then]]));

describe('a figure against another', () => {
  it('stands beside the same days of last year, and the whole of it', async () => {
    const { figure, against, days, sentence } = await compare();
    expect(figure).toMatchObject({ now: 45_000, then: 65_000, thenWhole: 155_000 });
    expect(figure.difference).toBe(-20_000);
    expect(against).toEqual({
      benchmark: 'priorYear',
      name: 'November 2025',
      days: '1–18 Nov 2025',
      isCut: true,
    });
    expect(days).toBe('1–18 Nov 2026');
    expect(sentence.map(({ text }) => text).join('')).toBe(
      'Saltmarsh in November 2026 is €200 below the same point of November 2025.',
    );
  });

  it('is taken apart by what its lines have, and the rows make it', async () => {
    expect(told((await compare('&by=customer')).rows)).toEqual({
      'Pike Boats': [30_000, 25_000],
      'Anvil Yard': [0, 40_000],
      'Quill Club': [15_000, 0],
    });
    expect(told((await compare('&by=product')).rows)).toEqual({
      Rope: [30_000, 0],
      Pump: [15_000, 65_000],
    });
    expect(told((await compare('&by=salesperson')).rows)).toEqual({
      'Ilse Varga': [30_000, 40_000],
      'Tomas Brandt': [15_000, 25_000],
    });
    for (const by of TAKEN_APART_BY) {
      const { rows, remainder, figure, steps } = await compare(`&by=${by}`);
      const sum = (of: 'now' | 'then') =>
        rows.reduce((total, row) => total + row[of]!, remainder?.[of] ?? 0);
      expect([by, sum('now'), sum('then')]).toEqual([by, figure.now, figure.then]);
      expect(Object.values(steps!).reduce((total, step) => total + step, 0)).toBe(
        figure.difference,
      );
    }
  });

  it('by as many working days, the period before, and a chosen one', async () => {
    const days = async (over: string) => (await compare(over)).against.days;
    // 13 working days have gone by the 18th; 13 had gone by Wednesday 19 November 2025.
    expect(await days('&point=workingDay')).toBe('1–19 Nov 2025');
    expect(await days('&against=priorPeriod')).toBe('1–18 Oct 2026');
    expect(await days('&against=priorOfPrior')).toBe('1–18 Sep 2026');
    expect(await days('&against=FY2026-P02')).toBe('1–18 May 2025');
    const chosen = await people.admin.get(
      '/comparison?unit=salt&period=FY2027-P08&against=nonsense',
    );
    expect([chosen.statusCode, chosen.json().code]).toEqual([404, 'unknownPeriod']);
  });

  it('is more deals at the average they had, and a changed average', async () => {
    const { volumePrice, figure } = await compare();
    expect(volumePrice).toEqual({ deals: 2, dealsThen: 2, volume: 0, price: -20_000 });
    expect(volumePrice!.volume + volumePrice!.price).toBe(figure.difference);
  });

  it('leads or trails last year in working days, unit by unit', async () => {
    const { lead } = await compare();
    const rows = Object.fromEntries(
      lead!.rows.map(({ name, kind, workingDays, reachedOn }) => [
        name,
        [kind, workingDays, reachedOn],
      ]),
    );
    // All of last year was Deck & rigging's, where Tomas stood until June: 1,650.00, of which 750.00
    // by the 17th. It has 800.00 now: reached on Thursday 20 November, two days after Tuesday 18th.
    expect(rows).toEqual({
      'Deck & rigging': ['days', 2, '2025-11-20'],
      Engines: ['none', null, null],
    });
    expect(lead!.daysThen).toBe('1 Apr–18 Nov 2025');
    const by = await compare('&by=product');
    expect(by.lead!.rows.map(({ name, kind, reachedOn }) => [name, kind, reachedOn])).toEqual([
      ['Rope', 'days', '2025-11-20'],
      ['Pump', 'days', '2025-11-04'],
    ]);
    // Tuesday 18 November to Thursday 20 November; back from there to Tuesday the 4th.
    expect(by.lead!.rows.map(({ workingDays }) => workingDays)).toEqual([2, -10]);
  });

  it('is set beside everything else too, and what says the opposite is marked', async () => {
    const { others } = await compare();
    // 450.00 now, 650.00 by the 18th of last November, 500.00 by the 18th of October.
    expect(
      others.map(({ benchmark, difference, isContrary }) => [benchmark, difference, isContrary]),
    ).toEqual([
      ['priorPeriod', -5_000, false],
      ['priorOfPrior', 45_000, true],
    ]);
    const { others: from } = await compare('&against=priorOfPrior');
    expect(from.map(({ benchmark, isContrary }) => [benchmark, isContrary])).toEqual([
      ['priorYear', true],
      ['priorPeriod', true],
    ]);
  });

  it('against peers is told from five of them on, to three digits', async () => {
    const few = await compare('&against=peers');
    expect([few.figure.then, few.against.name]).toEqual([null, 'the average of its peers']);
    expect(few.sentence.map(({ text }) => text).join('')).toBe(
      'Saltmarsh in November 2026 has €450; there are too few peers for their average to be told.',
    );
    for (const [at, amount] of [111.11, 222.22, 333.33].entries()) {
      const code = `peer${at}`;
      for (const unit of [
        { unit: code, name: `Peer ${at}`, kind: 'branch', parent: 'ht' },
        { unit: `${code}s`, name: `Seller ${at}`, kind: 'salesperson', parent: code },
      ])
        expect((await people.admin.send('POST', '/units', unit)).statusCode).toBe(201);
      const booked = await people.admin.send(
        'POST',
        '/deals',
        wonDeal({ salesperson: `${code}s`, amount: String(amount), closedOn: '2026-11-03' }),
      );
      expect(booked.statusCode, booked.body).toBe(201);
    }
    const { figure, steps, rows } = await compare('&against=peers');
    // 450.00, 111.11, 222.22, 333.33 and nothing of Northgate: 223.332, of which 223 are told.
    expect(figure.then).toBe(22_300);
    expect([steps, rows.every(({ then }) => then === null)]).toEqual([null, true]);
  });

  it('shows how few make how much, by chosen shares, and who is in another class', async () => {
    const { concentration } = await compare('&by=customer');
    expect(concentration).toMatchObject({
      shareA: 70,
      shareB: 90,
      now: { total: 45_000, count: 2, cumulative: [30_000, 45_000], classes: { A: 2, B: 0, C: 0 } },
      then: { total: 65_000, count: 2, cumulative: [40_000, 65_000] },
    });
    const chosen = await compare('&by=customer&shareA=50&shareB=60');
    expect(chosen.concentration!.now.classes).toEqual({ A: 1, B: 0, C: 1 });
    expect(chosen.concentration!.moved).toContainEqual({
      key: expect.any(String),
      name: 'Anvil Yard',
      from: 'A',
      to: 'C',
    });
    const wrong = await people.admin.get(
      '/comparison?unit=salt&period=FY2027-P08&shareA=60&shareB=60',
    );
    expect([wrong.statusCode, wrong.json().errors[0]]).toMatchObject([422, { field: 'shareB' }]);
  });

  it('adds years up month by month, as far as they have begun', async () => {
    const { years } = await compare();
    // Last year: May 100.00, November 1,550.00; this year October 500.00, November 450.00 so far.
    expect(years.map(({ cumulative }) => cumulative)).toEqual([
      [
        0, 10_000, 10_000, 10_000, 10_000, 10_000, 10_000, 165_000, 165_000, 165_000, 165_000,
        165_000,
      ],
      [0, 0, 0, 0, 0, 0, 50_000, 95_000],
    ]);
    expect((await compare('&measure=average_deal')).years[0]!.cumulative).toEqual([]);
  });

  it('sets measures beside each other, month by month, with how they go together', async () => {
    const byMonth = async (measures: string) =>
      people.admin.get(`/measures-by-month?unit=salt&period=FY2027-P08&measures=${measures}`);
    const { months, series, correlations } = (
      await byMonth('revenue,deals_won,average_deal')
    ).json();
    expect([months[0].id, months.at(-1).id, months.at(-1).isRunning]).toEqual([
      'FY2026-P02',
      'FY2027-P08',
      true,
    ]);
    const values = (code: string) =>
      series.find((each: { measure: { code: string } }) => each.measure.code === code).values;
    expect(values('revenue').slice(5, 8)).toEqual([0, 155_000, 0]);
    expect(values('deals_won').slice(5, 8)).toEqual([0, 3, 0]);
    // 18 ended months, of which 15 are 0 and 0; three have 100.00 with 1, 1,550.00 with 3, 500.00 with 1.
    expect(correlations[0]).toMatchObject({ measure: 'deals_won', months: 18 });
    expect(correlations[0].value).toBeCloseTo(0.9676, 4);
    // An average deal is known in three of them.
    expect(correlations[1]).toEqual({ measure: 'average_deal', value: null, months: 3 });
    for (const measures of ['revenue', 'revenue,revenue', 'a,b,c,d,e'])
      expect((await byMonth(measures)).json().errors, measures).toMatchObject([
        { field: 'measures', code: 'measureCount' },
      ]);
  });

  it('against the target stands with the targets of the units below', async () => {
    await putTargets(people.admin, [
      { unit: 'salt', measure: 'revenue', period: 'FY2027-P08', target: '1000.00' },
      { unit: 'deck', measure: 'revenue', period: 'FY2027-P08', target: '700.00' },
    ]);
    const { figure, rows } = await compare('&against=target');
    expect([figure.now, figure.then]).toEqual([45_000, 100_000]);
    expect(told(rows)['Deck & rigging']).toEqual([30_000, 70_000]);
  });

  it('by weeks cut at the same point, and by weekdays with how many there were', async () => {
    const { weeks } = await compare();
    // 18 November 2026 is a Wednesday: three days of the week are over, on both sides.
    expect(weeks!.weeks.at(-1)).toMatchObject({
      days: '16–22 Nov 2026',
      daysThen: '17–19 Nov 2025',
      now: 0,
      then: 25_000,
      isRunning: true,
    });
    const sum = (side: 'now' | 'then') =>
      weeks!.weekdays.reduce((total, day) => total + (day[side]?.total ?? 0), 0);
    expect([sum('now'), sum('then')]).toEqual([45_000, 65_000]);
    // 5 and 10 November 2026: a Thursday of two, a Tuesday of three.
    expect(weeks!.weekdays[3]!.now).toEqual({ days: 2, total: 30_000, average: 15_000 });
    expect(weeks!.weekdays[1]!.now).toEqual({ days: 3, total: 15_000, average: 5_000 });
    const year = await people.admin.get('/comparison?unit=salt&period=FY2027');
    expect(year.json().weeks).toBeNull();
  });

  it('of a ratio is compared, and taken apart by units only', async () => {
    const { takenApartBy, steps, lead, rows } = await compare('&measure=average_deal&by=product');
    expect([takenApartBy, steps, lead]).toEqual([['unit'], null, null]);
    expect(told(rows)).toEqual({
      'Deck & rigging': [30_000, 32_500],
      Engines: [15_000, null],
    });
  });

  it('year by year goes as far back as there are figures', async () => {
    const { years } = await compare();
    expect(years.map(({ id, total, toDate, isRunning }) => [id, total, toDate, isRunning])).toEqual(
      [
        ['FY2026', 165_000, 75_000, false],
        ['FY2027', 95_000, 95_000, true],
      ],
    );
  });

  it('says that there is nothing where there is nothing', async () => {
    const answer = await people.admin.get('/comparison?unit=north&period=FY2027-P08&by=customer');
    const { rows, years, sentence } = answer.json() as ComparisonView;
    expect([rows, years]).toEqual([[], []]);
    expect(sentence[0]!.text).toMatch(/^Northgate in November 2026 is level with/);
  });

  it('of what has not started is none', async () => {
    const answer = await people.admin.get('/comparison?unit=salt&period=FY2027-P09');
    const { sentence, rows, lead } = answer.json() as ComparisonView;
    expect([sentence[0]!.text, rows, lead]).toEqual([
      'December 2026 has not started: Saltmarsh has nothing to compare yet.',
      [],
      null,
    ]);
  });

  it('of a year known by its totals alone is unknown, not 0', async () => {
    await people.admin.import(
      'history',
      'unit,period,measure,value\nnorth,FY2026-P08,revenue,500.00\n',
    );
    const booked = await people.admin.send(
      'POST',
      '/deals',
      wonDeal({ salesperson: 'nkassem', amount: '80.00', closedOn: '2026-11-03' }),
    );
    expect(booked.statusCode).toBe(201);
    const answer = await people.admin.get('/comparison?unit=ht&period=FY2027-P08&by=unit');
    const { rows, lead, figure, volumePrice } = answer.json() as ComparisonView;
    expect(told(rows)['Northgate']).toEqual([8_000, null]);
    expect(lead!.rows.find(({ name }) => name === 'Northgate')).toMatchObject({
      kind: 'none',
      now: 8_000,
      then: null,
      thenWhole: 50_000,
    });
    expect([figure.then, figure.thenWhole, volumePrice]).toEqual([null, 205_000, null]);
  });

  it('shows nobody what is not theirs', async () => {
    const refused = await people.salesperson.get('/comparison?unit=salt&period=FY2027-P08');
    expect(refused.statusCode).toBe(404);
    const own = await people.salesperson.get(
      '/comparison?unit=ivarga&period=FY2027-P08&by=customer',
    );
    expect(told(own.json().rows)).toEqual({
      'Pike Boats': [30_000, 0],
      'Anvil Yard': [0, 40_000],
    });
  });
});
