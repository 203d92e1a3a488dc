import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

const NOVEMBER = 'FY2027-P08';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(people.admin, [
    ...['ivarga', 'tbrandt'].map((unit) => ({
      unit,
      period: NOVEMBER,
      measure: 'revenue',
      target: '2100.00',
    })),
    { unit: 'ht', period: 'FY2027', measure: 'gross_margin', target: '30' },
  ]);
  for (const deal of [
    wonDeal({
      deal: 'A',
      salesperson: 'ivarga',
      amount: '900.00',
      closedOn: '2026-11-03',
      product: undefined,
    }),
    wonDeal({
      deal: 'B',
      salesperson: 'ivarga',
      amount: '100.01',
      closedOn: '2026-11-04',
      credit: [
        { salesperson: 'ivarga', percent: 50 },
        { salesperson: 'nkassem', percent: 50 },
      ],
    }),
    wonDeal({
      deal: 'C',
      salesperson: 'tbrandt',
      amount: '300.00',
      cost: '240.00',
      closedOn: '2026-11-18',
    }),
    wonDeal({ deal: 'D', salesperson: 'ivarga', amount: '50.00', closedOn: '2026-10-05' }),
    wonDeal({ deal: 'E', salesperson: 'nkassem', amount: '777.00', closedOn: '2026-11-05' }),
  ])
    expect((await people.admin.send('POST', '/deals', deal)).statusCode).toBe(201);
});
afterAll(() => server.stop());

describe('a series', () => {
  it('has the days of a month with their targets, added up to the figure of the month', async () => {
    const view = (await people.manager.get(`/series?unit=salt&period=${NOVEMBER}`)).json();
    const standing = (await people.manager.get(`/attainment?unit=salt&period=${NOVEMBER}`)).json();
    expect(view).toMatchObject({ step: 'day', steps: ['day', 'week', 'month'] });
    expect(view.points).toHaveLength(30);
    expect(
      view.points.reduce(
        (sum: number, point: { actual: number | null }) => sum + (point.actual ?? 0),
        0,
      ),
    ).toBe(standing.figures.actual);
    expect(
      view.points.reduce((sum: number, point: { target: number }) => sum + point.target, 0),
    ).toBe(standing.figures.target.value);
    expect(view.points[0]).toMatchObject({ shortName: '1 Nov', status: { state: 'noWorkday' } });
    expect(view.points[18]).toMatchObject({ actual: null, phase: 'notStarted' });
  });

  it.each([
    ['a year by days', 'period=FY2027&step=day', 422, 'wrongStep'],
    ['a day by months', `period=${NOVEMBER}&step=quarter`, 422, 'wrongStep'],
    ['no such step', `period=${NOVEMBER}&step=hour`, 422, 'invalidInput'],
    ['an unknown unit', `unit=nobody&period=${NOVEMBER}`, 404, 'unknownUnit'],
    ['a unit of others', `unit=north&period=${NOVEMBER}`, 404, 'unknownUnit'],
    ['an unknown period', 'period=FY2027-P13', 404, 'unknownPeriod'],
    ['a reversed range', 'period=FY2027-P08..FY2027-P02', 404, 'unknownPeriod'],
    ['an unknown measure', `period=${NOVEMBER}&measure=luck`, 404, 'unknownMeasure'],
  ])('refuses %s and says what to do', async (_case, query, status, code) => {
    const answer = await people.manager.get(
      `/series?${query.includes('unit=') ? '' : 'unit=salt&'}${query}`,
    );
    expect(answer.statusCode).toBe(status);
    expect(answer.json()).toMatchObject({ code });
  });

  it('before all data is empty, not an error', async () => {
    const view = (await people.manager.get('/series?unit=salt&period=FY2001')).json();
    expect(view.points.every((point: { actual: number }) => point.actual === 0)).toBe(true);
  });
});

describe('several measures', () => {
  it('of one unit have each its own target and grade', async () => {
    const card = (
      await people.manager.get(
        `/scorecard?unit=salt&period=${NOVEMBER}&measures=revenue,gross_margin`,
      )
    ).json();
    expect(card.periods).toMatchObject({
      month: { id: NOVEMBER },
      quarterToDate: { id: 'FY2027-P07..FY2027-P08' },
      yearToDate: { id: 'FY2027-P01..FY2027-P08' },
    });
    const [revenue, margin] = card.rows;
    expect(revenue).toMatchObject({
      month: { figures: { actual: 125_001, target: { value: 420_000 } } },
      yearToDate: { figures: { actual: 130_001 } },
    });
    expect(margin.month.figures).toMatchObject({
      actual: 200,
      target: { value: 300, targetSource: 'inherited' },
      attainmentText: '67%',
    });
    // The year's target of a ratio is that of its months together.
    expect(margin.quarterToDate.figures.target.value).toBe(300);
  });

  it('refuse one that there is not', async () => {
    expect(
      (
        await people.manager.get(`/scorecard?unit=salt&period=${NOVEMBER}&measures=revenue,luck`)
      ).json(),
    ).toMatchObject({ code: 'unknownMeasure' });
  });

  it('of all units show strong and weak together, of the reader’s part only', async () => {
    const view = (
      await people.manager.get(
        `/measure-comparison?unit=salt&period=${NOVEMBER}&measure=revenue&compareMeasure=gross_margin&level=salesperson`,
      )
    ).json();
    expect(
      view.pairs.map((pair: { unit: { code: string }; reading: string }) => [
        pair.unit.code,
        pair.reading,
      ]),
    ).toEqual([
      ['ivarga', 'unknown'],
      ['tbrandt', 'neither'],
    ]);
    expect(
      (
        await people.manager.get(
          `/measure-comparison?unit=ht&period=${NOVEMBER}&measure=revenue&compareMeasure=gross_margin`,
        )
      ).statusCode,
    ).toBe(404);
  });
});

describe('what stands behind a figure', () => {
  it('adds up to it, a split deal by the part credited here', async () => {
    const behind = (
      await people.manager.get(`/attainment/deals?unit=ivarga&period=${NOVEMBER}`)
    ).json();
    const standing = (
      await people.manager.get(`/attainment?unit=ivarga&period=${NOVEMBER}`)
    ).json();
    expect(behind.credited).toBe(standing.figures.actual);
    expect(behind.deals).toMatchObject([
      { deal: 'A', credited: 90_000, isSplit: false },
      { deal: 'B', credited: 5_001, isSplit: true },
    ]);
    // The whole of a split deal where all its people stand under the unit: no part of it.
    expect(
      (await people.admin.get(`/attainment/deals?unit=ht&period=${NOVEMBER}`))
        .json()
        .deals.find((deal: { deal: string }) => deal.deal === 'B'),
    ).toMatchObject({ credited: 10_001, isSplit: false });
  });

  it.each(['salesperson', 'customer', 'product', 'category', 'source', 'location'])(
    'taken apart by %s adds up to it',
    async (by) => {
      const apart = (
        await people.admin.get(`/attainment/breakdown?unit=ht&period=${NOVEMBER}&by=${by}`)
      ).json();
      const standing = (await people.admin.get(`/attainment?unit=ht&period=${NOVEMBER}`)).json();
      expect(apart.credited).toBe(standing.figures.actual);
      expect(
        apart.groups.reduce((sum: number, group: { credited: number }) => sum + group.credited, 0) +
          (apart.others?.credited ?? 0),
      ).toBe(apart.credited);
    },
  );

  it('is only the reader’s part', async () => {
    for (const path of [
      '/attainment/deals?',
      '/attainment/breakdown?by=customer&',
      '/sales-mix?',
      '/attainment?',
      '/attainment/export?format=csv&',
    ])
      expect(
        (await people.salesperson.get(`${path}unit=tbrandt&period=${NOVEMBER}`)).json(),
      ).toMatchObject({ code: 'unknownUnit' });
  });

  it('is made of so many customers, products and places', async () => {
    expect((await people.admin.get(`/sales-mix?unit=ht&period=${NOVEMBER}`)).json()).toMatchObject({
      customers: { actual: 1, priorYear: 0 },
      averageDealSize: { actual: 51_925.25 },
      days: '1–18 Nov 2026',
      priorYearDays: '1–18 Nov 2025',
    });
  });
});

describe('movers', () => {
  it('are told with the standing, by the difference to the same point before', async () => {
    expect(
      (await people.admin.get(`/attainment?unit=ht&period=${NOVEMBER}`)).json().movers,
    ).toMatchObject({
      gained: [
        { unit: { code: 'ivarga' }, difference: 90_001 },
        { unit: { code: 'nkassem' } },
        { unit: { code: 'tbrandt' } },
      ],
      lost: [],
    });
  });
});

describe('answers about figures', () => {
  it('are kept until something changes, never longer', async () => {
    const ask = async () =>
      (await people.manager.get(`/attainment?unit=salt&period=${NOVEMBER}`)).json().figures.actual;
    const before = await ask();
    expect(await ask()).toBe(before);
    const { deal } = (
      await people.manager.send(
        'POST',
        '/deals',
        wonDeal({ deal: 'K', salesperson: 'ivarga', amount: '10.00', closedOn: '2026-11-12' }),
      )
    ).json();
    expect(await ask()).toBe(before + 1_000);
    expect(
      (
        await people.manager.send('POST', `/deals/${deal.id}/void`, {
          version: deal.version,
          reason: 'twice',
        })
      ).statusCode,
    ).toBe(200);
    expect(await ask()).toBe(before);
  });

  it('are not another’s: each sees their own part', async () => {
    const tree = async (who: typeof people.manager) =>
      (await who.get(`/attainment/units?period=${NOVEMBER}`)).json().nodes.length;
    expect([
      await tree(people.admin),
      await tree(people.manager),
      await tree(people.salesperson),
      await tree(people.admin),
    ]).toEqual([8, 5, 1, 8]);
  });
});

describe('a standing as a file', () => {
  const file = (format: string, unit = 'salt') =>
    people.manager.get(`/attainment/export?unit=${unit}&period=${NOVEMBER}&format=${format}`);

  it.each([
    ['pdf', 'application/pdf', '%PDF-'],
    ['png', 'image/png', '\u0089PNG'],
    ['svg', 'image/svg+xml', '<svg'],
    ['xlsx', 'application/vnd.openxmlformats', 'PK'],
  ])('is a whole %s', async (format, type, begins) => {
    const answer = await file(format);
    expect(answer.statusCode).toBe(200);
    expect(answer.headers['content-type']).toContain(type);
    expect(answer.rawPayload.toString('latin1').startsWith(begins)).toBe(true);
    expect(answer.headers['content-disposition']).toContain(
      `standing salt ${NOVEMBER} revenue.${format}`,
    );
  });

  it('says in every one of them what the screen says', async () => {
    const { sentence, rankings: places } = (
      await people.manager.get(`/attainment?unit=salt&period=${NOVEMBER}`)
    ).json();
    const words = sentence.map((part: { text: string }) => part.text).join('');
    const svg = (await file('svg')).body.replace(/&#(\d+);/g, (_, code: string) =>
      String.fromCharCode(Number(code)),
    );
    const shown = [...svg.matchAll(/<text[^>]*>([^<]*)<\/text>/g)]
      .map((match) => match[1])
      .join(' ')
      .replace(/ ([,.:])/g, '$1');
    expect(shown).toContain(words);
    for (const place of places)
      expect(shown).toContain(`${place.attainmentText} ${place.status.label}`);
    const csv = (await file('csv')).body;
    for (const place of places) expect(csv).toContain(`${place.unit.name}`);
    expect(csv).toContain('definitions');
    expect(csv.split('\r\n')[0]).toBe(
      'rank,rank_change,unit,name,under,actual,target,attainment,grade,status,gap,prior_year,change,note,written_notes',
    );
  });

  it('refuses another format', async () => expect((await file('doc')).statusCode).toBe(422));
});

describe('the weighted total of a scorecard', () => {
  const card = async (query = '') =>
    (
      await people.admin.get(
        `/scorecard?unit=salt&period=FY2027-P08&measures=revenue,deals_won,gross_margin${query}`,
      )
    ).json();

  it('weighs all alike until it is asked otherwise, and says what it goes by', async () => {
    const alike = await card();
    expect(alike.rows.map((row: { weight: number }) => row.weight)).toEqual([1, 1, 1]);
    expect(alike.total.month.all).toBe(3);
    const weighed = await card('&weights=revenue:50,gross_margin:30');
    expect(weighed.rows.map((row: { weight: number }) => row.weight)).toEqual([50, 0, 30]);
    const of = (at: number) => weighed.rows[at].month.figures.attainment as number | null;
    const parts = [
      [50, of(0)],
      [30, of(2)],
    ].filter(([, attainment]) => attainment !== null) as [number, number][];
    const used = parts.reduce((sum, [weight]) => sum + weight, 0);
    expect(weighed.total.month).toMatchObject({ used, all: 80 });
    if (used > 0)
      expect(weighed.total.month.value).toBeCloseTo(
        parts.reduce((sum, [weight, attainment]) => sum + weight * attainment, 0) / used,
        5,
      );
  });

  it.each(['revenue', 'revenue:x', 'revenue:1000', 'revenue:-1', ':5'])(
    'refuses the weights %s',
    async (weights) =>
      expect((await card(`&weights=${weights}`)).errors).toMatchObject([{ field: 'weights' }]),
  );
});
