import { Readable } from 'node:stream';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { recordImported } from '#server/imports/index';
import { TOUCHED_RECORDS } from '#server/imports/touchedRecords';
import { findTotalDifferences } from '#server/ledger/recompute';
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

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await server.db.execute(
    sql`insert into rate (currency, from_day, rate) values ('GBP', '2026-01-01', 1.15)`,
  );
  await server.replica.readCompany();
});
afterAll(() => server.stop());

const HEAD = 'deal,salesperson,customer,amount,status,closed_on';
const importDeals = async (csv: string | Buffer, query = '') =>
  (await people.admin.import('deals', csv, query)).json();
const countDeals = async () =>
  Number(
    (await server.db.execute<{ count: number }>(sql`select count(*) as count from deal`)).rows[0]!
      .count,
  );
const actual = async () =>
  (await people.admin.get('/attainment?unit=ht&period=FY2027-P08')).json().figures.actual;

describe('reading CSV (RFC 4180)', () => {
  // Source: RFC 4180, section 2, rules 1 to 7: its examples put to our columns.
  it.each([
    ['CRLF and a last line break', `${HEAD}\r\nA1,ivarga,Pike,1,won,2026-11-02\r\n`, 'Pike'],
    ['no last line break', `${HEAD}\nA2,ivarga,Pike,1,won,2026-11-02`, 'Pike'],
    ['quoted fields', `${HEAD}\r\n"A3","ivarga","Pike","1","won","2026-11-02"\r\n`, 'Pike'],
    [
      'commas within quotes',
      `${HEAD}\r\nA5,ivarga,"Pike, Sons",1,won,2026-11-02\r\n`,
      'Pike, Sons',
    ],
    ['doubled quotes', `${HEAD}\r\nA6,ivarga,"Pike ""P"" Co",1,won,2026-11-02\r\n`, 'Pike "P" Co'],
    ['a byte-order mark', `\uFEFF${HEAD}\r\nA7,ivarga,Pike,1,won,2026-11-02\r\n`, 'Pike'],
    ['semicolons', `${HEAD.replaceAll(',', ';')}\nA8;ivarga;Pike;1;won;2026-11-02\n`, 'Pike'],
    ['tabs', `${HEAD.replaceAll(',', '\t')}\nA9\tivarga\tPike\t1\twon\t2026-11-02\n`, 'Pike'],
    [
      'another order of columns',
      'status,closed_on,deal,amount,customer,salesperson\nwon,2026-11-02,A10,1,Pike,ivarga\n',
      'Pike',
    ],
    ['empty lines', `${HEAD}\n\nA11,ivarga,Pike,1,won,2026-11-02\n\n`, 'Pike'],
  ])('accepts %s', async (_case, csv, customer) => {
    expect(await importDeals(csv)).toMatchObject({
      read: 1,
      created: 1,
      refused: 0,
      written: true,
    });
    expect(
      (await people.admin.get('/deals'))
        .json()
        .deals.find((deal: { deal: string }) => csv.includes(deal.deal)).customer,
    ).toBe(customer);
  });

  it('counts lines through line breaks within quotes', async () => {
    const report = await importDeals(
      `${HEAD},notes\nL1,ivarga,Pike,1,won,2026-11-02,"two\nlines"\nL2,nobody,Pike,1,won,2026-11-02,x\n`,
    );
    expect(report.refusals).toEqual([
      expect.objectContaining({ line: 4, column: 'salesperson', value: 'nobody' }),
    ]);
  });

  it.each<[string, string | Buffer, string, string]>([
    ['an empty file', '', 'file', 'emptyFile'],
    ['a wrong heading', 'a,b,c\n1,2,3\n', 'line 1', 'missingColumn'],
    [
      'a quote that is never closed',
      `${HEAD}\nQ1,ivarga,"Pike,1,won,2026-11-02\nQ2,ivarga,Pike,1,won,2026-11-02\n`,
      'line 2',
      'brokenQuote',
    ],
    [
      'Latin-1 bytes',
      Buffer.from(`${HEAD}\nQ1,ivarga,Hafen S\xfcd,1,won,2026-11-02\n`, 'latin1'),
      'line 2',
      'notUtf8',
    ],
    [
      'a million columns',
      `${Array.from({ length: 1_000_000 }, (_, i) => `c${i}`).join(',')}\n`,
      'line 1',
      'tooManyColumns',
    ],
  ])('refuses %s whole', async (_case, csv, field, code) => {
    const before = await countDeals();
    const report = await importDeals(csv);
    expect(report.status).toBe(422);
    expect(report.errors[0]).toMatchObject({ code, field });
    expect(await countDeals()).toBe(before);
  });

  it.each([
    ['deals', HEAD, (at: number) => `PR${at},ivarga,Pike,1,won,2026-11-02`],
    ['customers', 'customer,group', (at: number) => `Harbour ${at},Ports`],
    ['activities', 'unit,on,measure,value', (at: number) => `ivarga,2026-11-02,calls,${at}`],
  ] as const)(
    'tells how many %s are read, and nothing when it is done',
    async (kind, head, row) => {
      const csv = `${head}\n${Array.from({ length: 20_000 }, (_, at) => row(at)).join('\n')}\n`;
      let isDone = false;
      const run = people.admin
        .import(kind, csv, '?check=true')
        .then((answer) => answer.json())
        .finally(() => (isDone = true));
      const seen = [];
      while (!isDone) {
        seen.push(
          (await people.admin.get('/import-progress')).json() as {
            rows: number | null;
            isRead: boolean;
          },
        );
        // What is asked without a connection leaves the import no turn.
        await new Promise(setImmediate);
      }
      expect(await run).toMatchObject({ read: 20_000, written: false });
      expect(
        seen.some(({ rows, isRead }) => rows !== null && rows > 0 && rows < 20_000 && !isRead),
      ).toBe(true);
      expect(seen.some(({ rows, isRead }) => rows === 20_000 && isRead)).toBe(true);
      expect((await people.admin.get('/import-progress')).json()).toEqual({
        rows: null,
        isRead: false,
      });
      expect((await people.manager.get('/import-progress')).json()).toEqual({
        rows: null,
        isRead: false,
      });
    },
  );

  it('refuses other content than CSV', async () => {
    expect((await people.admin.send('POST', '/imports/deals', { rows: [] })).json().code).toBe(
      'invalidBody',
    );
    expect(
      (
        await people.admin.send('POST', '/imports/deals', '<a/>', { 'content-type': 'text/xml' })
      ).json().code,
    ).toBe('wrongMediaType');
    expect((await people.admin.import('nothing', 'a\n')).statusCode).toBe(422);
  });
});

describe('deals.csv', () => {
  it('says what new, changed, unchanged, refused and unassigned rows are worth', async () => {
    const head = 'deal,salesperson,customer,amount,currency,status,closed_on\n';
    const first = `${head}V-1,ivarga,Eel,100,,won,2026-11-02\nV-2,ivarga,Eel,50,,won,2026-11-02\n`;
    await people.admin.import('deals', first);
    const mixed = `${head}V-1,ivarga,Eel,100,,won,2026-11-02\nV-2,ivarga,Eel,70,,won,2026-11-02\nV-3,ivarga,Eel,7,,won,2026-11-02\nV-4,nkassem,Eel,3,,won,2025-12-01\nV-5,nobody,Eel,11,,won,2026-11-02\nV-6,nobody,Eel,100,GBP,won,2026-11-02\nV-7,nobody,Eel,much,,won,2026-11-02\n`;
    const { value } = (await people.admin.import('deals', mixed, '?check=true')).json();
    expect(value).toEqual({
      read: 18_000,
      created: 1_000,
      changed: 7_000,
      unchanged: 10_000,
      refused: 1_100 + 11_500,
      unassigned: 300,
    });
  });

  it('names every refused row by line, column, value and reason, and writes none of the file', async () => {
    const before = await countDeals();
    const rows = [
      'R1,ivarga,Pike,12x,won,2026-11-02',
      'R2,ivarga,Pike,1.001,won,2026-11-02',
      'R3,nobody,Pike,1,won,2026-11-02',
      'R4,ivarga,Pike,1,won,2026-02-30',
      'R5,ivarga,Pike,1,won,2026-12-24',
      'R6,ivarga,Pike,1,sold,2026-11-02',
      'R7,ivarga,,1,won,2026-11-02',
      ',ivarga,Pike,1,won,2026-11-02',
      'R9,ivarga,Pike,1,won,',
      'R10,ivarga,Pike,1,won',
      'R11,ivarga,Pike,1,won,2026-11-02',
      'R11,ivarga,Pike,2,won,2026-11-02',
    ];
    const report = await importDeals([HEAD, ...rows].join('\n'));
    expect(report).toMatchObject({ read: 12, refused: 11, written: false });
    expect(
      report.refusals.map((each: Record<string, unknown>) => [each['line'], each['column']]),
    ).toEqual([
      [2, 'amount'],
      [3, 'amount'],
      [4, 'salesperson'],
      [5, 'closed_on'],
      [6, 'closed_on'],
      [7, 'status'],
      [8, 'customer'],
      [9, 'deal'],
      [10, 'closed_on'],
      [11, 'row'],
      [13, 'deal'],
    ]);
    expect(report.refusals[0]).toMatchObject({
      value: '12x',
      reason: 'Is not an amount.',
      accepted: 'Write digits with a point, for example 1234.50.',
    });
    expect(await countDeals()).toBe(before);
  });

  it('only checks when asked to', async () => {
    const before = await countDeals();
    expect(
      await importDeals(`${HEAD}\nC1,ivarga,Pike,1,won,2026-11-02\n`, '?check=true'),
    ).toMatchObject({ created: 1, written: false });
    expect(await countDeals()).toBe(before);
  });

  it('takes a file twice without change, and updates what differs, with totals right', async () => {
    const file = (amount: string) =>
      `${HEAD},expected_on,probability,product,credit,currency\nU1,ivarga,Pike,${amount},won,2026-11-02,,,Winch,,EUR\nU2,tbrandt,Pike,50,won,2026-11-03,,,Winch,tbrandt:60;ivarga:40,GBP\nU3,ivarga,Heron,70,open,,2026-12-01,0.5,,,EUR\n`;
    const before = await actual();
    expect(await importDeals(file('100'))).toMatchObject({
      created: 3,
      changed: 0,
      unchanged: 0,
      written: true,
    });
    expect(await actual()).toBe(before + 10_000 + 5_750);
    const [imported] = (await people.admin.get('/deals?search=U1')).json().deals;
    expect((await people.admin.get(`/deals/${imported.id}/history`)).json()).toEqual([
      expect.objectContaining({ action: 'imported', userName: 'Mara Okoye', reason: 'deals.csv' }),
    ]);
    expect(await importDeals(file('100.00'))).toMatchObject({
      created: 0,
      changed: 0,
      unchanged: 3,
    });
    expect(await importDeals(file('130'))).toMatchObject({ created: 0, changed: 1, unchanged: 2 });
    expect(await actual()).toBe(before + 13_000 + 5_750);
    expect(await findTotalDifferences(server.db)).toEqual([]);
    const deal = (await people.admin.get('/deals?search=U1')).json().deals[0];
    expect((await people.admin.get(`/deals/${deal.id}/history`)).json()[0]).toMatchObject({
      action: 'changed by import',
      before: { amount: '100.00' },
      after: { amount: '130.00' },
    });
  });

  it('gives every new deal an audit row of its own, also one changed before that was written, and goes on where it stopped', async () => {
    await importDeals(
      `${HEAD}\nAU1,ivarga,Pike,10,won,2026-11-02\nAU2,ivarga,Pike,20,won,2026-11-02\n`,
    );
    const find = async (code: string) =>
      (await people.admin.get(`/deals?search=${code}`)).json().deals[0];
    const history = async (id: number) => (await people.admin.get(`/deals/${id}/history`)).json();
    const [kept, changed] = [await find('AU1'), await find('AU2')];
    await importDeals(`${HEAD}\nAU2,ivarga,Pike,25,won,2026-11-02\n`);
    expect((await history(kept.id)).map((each: { action: string }) => each.action)).toEqual([
      'imported',
    ]);
    while (await recordImported(server.db));
    expect(await history(kept.id)).toEqual([
      expect.objectContaining({
        action: 'imported',
        userName: 'Mara Okoye',
        reason: 'deals.csv',
        after: expect.objectContaining({ amount: '10.00' }),
      }),
    ]);
    expect(await history(changed.id)).toEqual([
      expect.objectContaining({
        action: 'changed by import',
        after: expect.objectContaining({ amount: '25.00' }),
      }),
      expect.objectContaining({
        action: 'imported',
        after: expect.objectContaining({ amount: '20.00' }),
      }),
    ]);
    const {
      rows: [without],
    } = await server.pool.query(
      `select count(*) as count from deal d where d.import_id is not null and not exists (select 1
        from audit a where a.entity = 'deal' and a.entity_id = d.id::text)`,
    );
    expect(without.count).toBe(0);
  });

  it('keeps the reason that was given, for deals and for units, and the file when there was none', async () => {
    await importDeals(`${HEAD}\nWHY,ivarga,Pike,10,won,2026-11-02\n`);
    await importDeals(
      `${HEAD}\nWHY,ivarga,Pike,11,won,2026-11-02\n`,
      '?reason=wrong%20price%20list',
    );
    const [deal] = (await people.admin.get('/deals?search=WHY')).json().deals;
    expect(
      (await people.admin.get(`/deals/${deal.id}/history`))
        .json()
        .map((each: { reason: string }) => each.reason),
    ).toEqual(['wrong price list', 'deals.csv']);
    await people.admin.import(
      'units',
      'unit,name,kind,parent\nwhy,Why,team,salt\n',
      '?fileName=teams.csv',
    );
    await people.admin.import(
      'units',
      'unit,name,kind,parent\nwhy,Why not,team,salt\n',
      '?reason=new%20name',
    );
    await people.admin.send('POST', '/units', {
      unit: 'why2',
      name: 'Why two',
      kind: 'team',
      parent: 'salt',
      reason: 'growing',
    });
    const { rows } = await server.pool.query(
      `select entity_id, action, reason from audit where entity = 'unit' and entity_id like 'why%'
        order by id`,
    );
    expect(rows.map((row) => `${row.entity_id} ${row.action}: ${row.reason}`)).toEqual([
      'why created: teams.csv',
      'why changed: new name',
      'why2 created: growing',
    ]);
  });

  it(
    'keeps the SQL of totals and the core of one mind, for any file, changed any way',
    { timeout: 120_000 },
    async () => {
      const row = fc.record({
        salesperson: fc.constantFrom('ivarga', 'tbrandt', 'nkassem'),
        amount: fc.integer({ min: -50_000, max: 50_000 }),
        status: fc.constantFrom('open', 'won', 'lost'),
        day: fc.integer({ min: 1, max: 18 }),
        isSplit: fc.boolean(),
        currency: fc.constantFrom('EUR', 'GBP'),
      });
      const toCsv = (
        rows: {
          salesperson: string;
          amount: number;
          status: string;
          day: number;
          isSplit: boolean;
          currency: string;
        }[],
      ) =>
        Papa.unparse({
          fields: [...HEAD.split(','), 'expected_on', 'credit', 'currency'],
          data: rows.map((each, i) => {
            const day = `2026-11-${String(each.day).padStart(2, '0')}`;
            const amount = each.status === 'won' ? each.amount : Math.abs(each.amount);
            const other = each.salesperson === 'ivarga' ? 'tbrandt' : 'ivarga';
            return [
              `P${i}`,
              each.salesperson,
              'Prop',
              (amount / 100).toFixed(2),
              each.status,
              each.status === 'open' ? '' : day,
              each.status === 'open' ? day : '',
              each.isSplit ? `${each.salesperson}:33.33;${other}:66.67` : '',
              each.currency,
            ];
          }),
        });
      await fc.assert(
        fc.asyncProperty(fc.array(row, { minLength: 1, maxLength: 12 }), async (rows) => {
          expect((await importDeals(toCsv(rows))).written).toBe(true);
          expect(await findTotalDifferences(server.db)).toEqual([]);
        }),
        { numRuns: 12 },
      );
      // What the server holds in memory is what the database holds.
      const { rows } = await server.db.execute<{ total: number }>(
        sql`select coalesce(sum(amount), 0)::bigint as total from recomputed_total where part =
          'revenue' and day between '2026-11-01' and '2026-11-18'`,
      );
      const view = (await people.admin.get('/attainment?unit=ht&period=FY2027-P08')).json();
      expect(view.figures.actual + (view.unassigned?.amount ?? 0)).toBe(rows[0]!.total);
    },
  );

  it('does not take a name in other capitals for another customer', async () => {
    await importDeals(
      `${HEAD}\nN1,ivarga,Gannet Ferries,1,won,2026-11-02\nN2,ivarga,GANNET  ferries,1,won,2026-11-02\n`,
    );
    const { customers } = (await people.admin.get('/lookups')).json();
    expect(customers.filter((name: string) => /gannet/i.test(name))).toHaveLength(1);
  });
});

describe('files out and in again', () => {
  it('are read back unchanged, whatever stands in them', async () => {
    await people.admin.send(
      'POST',
      '/deals',
      wonDeal({
        customer: 'Quote " comma, and\nbreak',
        notes: 'ümläut; =1+1',
        source: 'Fair',
        cost: '12.34',
        quantity: 2.5,
        probability: 0.25,
        commissionRate: 0.05,
      }),
    );
    await putTargets(people.admin, [
      {
        unit: 'ivarga',
        period: 'FY2027-P08',
        measure: 'revenue',
        target: '480000.50',
        floor: '1',
        stretch: '500000',
        note: 'a, "b"',
      },
      { unit: 'salt', period: 'FY2027', measure: 'deals_won', target: '120' },
    ]);
    for (const kind of ['units', 'targets', 'deals']) {
      const first = (await people.admin.get(`/exports/${kind}`)).body;
      const report = (await people.admin.import(kind, first)).json();
      expect([kind, report.created, report.changed, report.refused, report.unchanged]).toEqual([
        kind,
        0,
        0,
        0,
        expect.any(Number),
      ]);
      expect(report.unchanged).toBeGreaterThan(0);
      expect((await people.admin.get(`/exports/${kind}`)).body).toBe(first);
    }
  });
});

describe('units.csv and targets.csv', () => {
  it.each([
    ['a cycle of kinds', 'u1,Team,team,ivarga,,', 'parent'],
    ['an unknown parent', 'u1,Team,team,nowhere,,', 'parent'],
    ['a second company', 'u1,Other,company,,,', 'kind'],
    ['a kind that changed', 'ivarga,Ilse,team,salt,,', 'kind'],
    ['an end before the start', 'u1,Team,team,salt,2026-05-01,2026-04-01', 'to'],
    ['a bad code', '-x,Team,team,salt,,', 'unit'],
    ['no name', 'u1,,team,salt,,', 'name'],
    ['a date that does not exist', 'u1,Team,team,salt,2026-02-30,', 'from'],
  ])('refuses %s', async (_case, row, column) => {
    const report = (
      await people.admin.import('units', `unit,name,kind,parent,from,to\n${row}\n`)
    ).json();
    expect(report).toMatchObject({ refused: 1, written: false });
    expect(report.refusals[0]).toMatchObject({ line: 2, column });
  });

  it('refuses overlapping times of one unit', async () => {
    const report = (
      await people.admin.import(
        'units',
        'unit,name,kind,parent,from,to\nz,Z,team,salt,2026-01-01,2026-06-30\nz,Z,team,north,2026-06-30,\n',
      )
    ).json();
    expect(report.refusals[0]).toMatchObject({
      line: 3,
      column: 'from',
      reason: 'Overlaps another time of the same unit.',
    });
  });

  it('imports targets, all or none', async () => {
    const head = 'unit,period,measure,target\n';
    const bad = (
      await people.manager.import(
        'targets',
        `${head}tbrandt,FY2027-P10,revenue,5\ntbrandt,FY2027-P10x,revenue,5\n`,
      )
    ).json();
    expect(bad).toMatchObject({ read: 2, refused: 1, written: false });
    const good = (
      await people.manager.import(
        'targets',
        `${head}tbrandt,FY2027-P10,revenue,5\ntbrandt,FY2027-Q1,deals_won,3\n`,
      )
    ).json();
    expect(good).toMatchObject({
      created: 2,
      written: true,
      plans: [{ year: 'FY2027', name: 'targets.csv' }],
    });
    const draft = good.plans[0].id;
    expect(
      (
        await people.manager.import(
          'targets',
          `${head}tbrandt,FY2027-P10,revenue,5\n`,
          `?plan=${draft}`,
        )
      ).json(),
    ).toMatchObject({ unchanged: 1, created: 0, changed: 0 });
    expect((await people.manager.get(`/exports/targets?plan=${draft}`)).body).toContain(
      'tbrandt,FY2027-P10,revenue,5.00',
    );
    expect((await people.manager.get('/exports/targets')).body).not.toContain('tbrandt,FY2027-P10');
  });

  it.each([
    ['xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
    ['json', 'application/json'],
  ])('come back unchanged as %s', async (format, type) => {
    await putTargets(people.admin, [
      {
        unit: 'ivarga',
        period: 'FY2027-P08',
        measure: 'revenue',
        target: '480000.50',
        floor: '1',
        stretch: '500000',
        note: 'a, "b"',
      },
      { unit: 'salt', period: 'FY2027', measure: 'deals_won', target: '120' },
    ]);
    const file = await people.admin.get(`/exports/targets?format=${format}&year=FY2027`);
    expect(file.headers['content-type']).toContain(type);
    const back = await people.admin.send('POST', '/imports/targets?check=true', file.rawPayload, {
      'content-type': type,
    });
    expect(back.json()).toMatchObject({ refused: 0, created: 0, changed: 0 });
    expect(back.json().unchanged).toBeGreaterThan(1);
  });

  it('refuses what is no workbook, no array, or of another kind', async () => {
    const send = (payload: unknown, type: string) =>
      people.admin.send('POST', '/imports/targets', payload, { 'content-type': type });
    expect(
      (
        await send('nothing', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
      ).json().errors[0],
    ).toMatchObject({ code: 'notAWorkbook' });
    expect((await send([1], 'application/json')).json().errors[0]).toMatchObject({
      field: '0',
      code: 'format',
    });
    expect((await send({ unit: 'x' }, 'application/json')).json().code).toBe('invalidBody');
  });

  it('puts a file of two years into a draft each, and refuses rows of another year than a named draft', async () => {
    const head = 'unit,period,measure,target\n';
    const { plans } = (
      await people.manager.import(
        'targets',
        `${head}eng,FY2026-P10,revenue,5\neng,FY2027-P10,revenue,6\n`,
      )
    ).json();
    expect(
      plans.map((plan: { year: string; name: string }) => `${plan.year} ${plan.name}`),
    ).toEqual(['FY2026 targets.csv', 'FY2027 targets.csv (2)']);
    const other = (
      await people.manager.import(
        'targets',
        `${head}eng,FY2026-P10,revenue,5\n`,
        `?plan=${plans[1].id}`,
      )
    ).json();
    expect(other).toMatchObject({
      written: false,
      refusals: [expect.objectContaining({ line: 2, column: 'period', value: 'FY2026-P10' })],
    });
  });
});

describe('a file that is too large', () => {
  it('is refused with the limit, and nothing is kept', { timeout: 120_000 }, async () => {
    const before = await countDeals();
    const row = `ivarga,Pike,1,won,2026-11-02,"${'x'.repeat(1_900)}"\n`;
    function* lines() {
      yield Buffer.from(`${HEAD},notes\n`);
      for (let block = 0; block < 220; block++)
        yield Buffer.from(Array.from({ length: 520 }, (_, i) => `H${block}-${i},${row}`).join(''));
    }
    const answer = await server.app.inject({
      method: 'POST',
      url: '/api/v1/imports/deals',
      payload: Readable.from(lines()),
      headers: {
        cookie: people.admin.cookie,
        'x-csrf': people.admin.csrf,
        'content-type': 'text/csv',
      },
    });
    expect([answer.statusCode, answer.json().detail]).toEqual([
      413,
      'At most 200 MB of CSV are read at once. Divide the file.',
    ]);
    expect(await countDeals()).toBe(before);
  });
});

describe('the good rows alone', () => {
  it('are taken on request, and the refused ones are said', async () => {
    const csv = `${HEAD}\nGR1,ivarga,Perch,10,won,2026-11-02\nGR2,nobody,Perch,10,won,2026-11-02\nGR3,tbrandt,Perch,12,won,2026-02-30\n`;
    const before = await countDeals();
    expect(
      (await people.manager.import('deals', csv, '?check=true&partial=true')).json(),
    ).toMatchObject({ created: 1, refused: 2, written: false });
    expect((await people.manager.import('deals', csv)).json()).toMatchObject({ written: false });
    expect(await countDeals()).toBe(before);
    expect((await people.manager.import('deals', csv, '?partial=true')).json()).toMatchObject({
      created: 1,
      refused: 2,
      written: true,
      refusals: [
        { line: 3, column: 'salesperson' },
        { line: 4, column: 'closed_on' },
      ],
    });
    expect(await countDeals()).toBe(before + 1);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('leave out those that would take over a deal of another unit', async () => {
    await people.admin.import('deals', `${HEAD}\nF1,nkassem,Ours,10,won,2026-11-02\n`);
    const report = (
      await people.manager.import(
        'deals',
        `${HEAD}\nF1,ivarga,Mine,99,won,2026-11-02\nF2,ivarga,Mine,5,won,2026-11-02\n`,
        '?partial=true',
      )
    ).json();
    expect(report).toMatchObject({ created: 1, changed: 0, refused: 1, written: true });
    expect((await people.admin.get('/deals?search=F1')).json().deals[0]).toMatchObject({
      deal: 'F1',
      salesperson: 'nkassem',
      amount: '10.00',
    });
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('say whose an id is not, and bring it once an administrator gave the other deal another', async () => {
    await people.north.send('POST', '/deals', wonDeal({ deal: 'SO-1', salesperson: 'nkassem' }));
    const file = `${HEAD}\nSO-1,ivarga,Mine,99,won,2026-11-02\n`;
    const refused = (await people.manager.import('deals', file)).json();
    expect(refused).toMatchObject({ written: false, refused: 1 });
    expect(refused.refusals[0]).toMatchObject({
      column: 'deal',
      accepted: expect.stringContaining('an administrator'),
    });
    const [stored] = (await people.admin.get('/deals?search=SO-1')).json().deals;
    const renamed = await people.admin.send('PUT', `/deals/${stored.id}`, {
      deal: wonDeal({ deal: 'NORTH-SO-1', salesperson: 'nkassem' }),
      version: stored.version,
    });
    expect(renamed.statusCode).toBe(200);
    expect((await people.manager.import('deals', file)).json()).toMatchObject({
      created: 1,
      written: true,
    });
  });
});

describe('an import that is undone', () => {
  const undo = (client: typeof people.manager, id: number, reason = 'wrong file') =>
    client.send('POST', `/imports/${id}/undo`, { reason });
  const newest = async (client: typeof people.manager) => (await client.get('/imports')).json()[0];
  const dealOf = async (code: string) =>
    (await people.admin.get(`/deals?search=${code}`))
      .json()
      .deals.find((each: { deal: string }) => each.deal === code);

  it('voids what it brought, puts back what it changed with its split, and keeps what was changed since', async () => {
    const head = `${HEAD},cost,credit`;
    await people.manager.import(
      'deals',
      `${head}\nUNDO1,ivarga,Pike,100,won,2026-11-02,40,ivarga:60;tbrandt:40\nUNDO2,ivarga,Pike,50,won,2026-11-03,,\n`,
    );
    const before = await actual();
    await people.manager.import(
      'deals',
      `${head}\nUNDO1,tbrandt,Roach,999,won,2026-11-09,1,\nUNDO2,ivarga,Pike,60,won,2026-11-03,,\nUNDO3,ivarga,Eel,7,won,2026-11-04,3,\nUNDO4,ivarga,Eel,8,won,2026-11-04,,\n`,
    );
    const run = await newest(people.manager);
    expect(run).toMatchObject({ created: 2, changed: 2, undoneAt: null });
    const { id, version } = await dealOf('UNDO4');
    await people.manager.send('PUT', `/deals/${id}`, {
      version,
      deal: {
        deal: 'UNDO4',
        salesperson: 'ivarga',
        customer: 'Eel',
        amount: '8.50',
        status: 'won',
        closedOn: '2026-11-04',
      },
    });
    expect((await undo(people.manager, run.id)).json()).toEqual({
      voided: 1,
      restored: 2,
      kept: ['UNDO4'],
      keptCount: 1,
    });
    expect(await actual()).toBe(before + 850);
    expect(await dealOf('UNDO1')).toMatchObject({
      customer: 'Pike',
      amount: '100.00',
      cost: '40.00',
      closedOn: '2026-11-02',
      credit: [
        { salesperson: 'ivarga', percent: 60 },
        { salesperson: 'tbrandt', percent: 40 },
      ],
    });
    const split = [
      { salesperson: 'ivarga', percent: 60 },
      { salesperson: 'tbrandt', percent: 40 },
    ];
    const [back, taken] = (
      await people.admin.get(`/deals/${(await dealOf('UNDO1')).id}/history`)
    ).json();
    expect([taken.action, taken.before.credit, taken.after.credit]).toEqual([
      'changed by import',
      split,
      null,
    ]);
    expect([back.action, back.before.credit, back.after.credit]).toEqual(['put back', null, split]);
    expect(await dealOf('UNDO2')).toMatchObject({ amount: '50.00' });
    expect(await dealOf('UNDO3')).toBeUndefined();
    const history = (await people.admin.get(`/deals/${(await dealOf('UNDO2')).id}/history`)).json();
    expect(history[0]).toMatchObject({
      action: 'put back',
      reason: 'wrong file',
      before: { amount: '60.00' },
      after: { amount: '50.00' },
    });
    expect(await findTotalDifferences(server.db)).toEqual([]);
    expect((await undo(people.manager, run.id)).json().code).toBe('alreadyUndone');
    expect((await newest(people.manager)).undoneBy).toBe('manager');
  });

  it('finds many deals at once as the history finds each', async () => {
    const { rows } = await server.pool.query(`with touched as (select id from deal)
      select count(*)::int as deals, count(*) filter (where t.row = deal_record(d))::int as same,
        count(nullif(t.row->'credit', 'null'))::int as split
      from (${TOUCHED_RECORDS}) t join deal d on d.id = t.id`);
    expect(rows[0].same).toBe(rows[0].deals);
    expect(rows[0].split).toBeGreaterThan(0);
  });

  it('is its maker’s to undo, or an administrator’s', async () => {
    const run = await newest(people.manager);
    expect((await undo(people.north, run.id)).json().code).toBe('unknownImport');
    expect((await people.north.get('/imports')).json()).toEqual([]);
    expect((await undo(people.viewer, run.id)).statusCode).toBe(403);
    expect((await people.admin.get('/imports')).json().length).toBeGreaterThan(2);
    expect((await undo(people.admin, run.id, ' ')).statusCode).toBe(422);
  });
});
