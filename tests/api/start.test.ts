import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StartView } from '#contract/schemas/start';
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
  await putTargets(
    people.admin,
    ['ivarga', 'tbrandt', 'salt'].map((unit) => ({
      unit,
      measure: 'revenue',
      period: 'FY2027-P08',
      target: unit === 'salt' ? '2100.00' : '1000.00',
    })),
  );
  for (const [salesperson, customer, closedOn, amount] of [
    ['ivarga', 'Pike Boats', '2026-11-05', '900.00'],
    ['tbrandt', 'Quill Club', '2026-11-06', '100.00'],
    ['tbrandt', 'Marlow Yard', '2025-11-04', '400.00'],
    ['tbrandt', 'Marlow Yard', '2025-11-25', '5000.00'],
  ] as const) {
    const booked = await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ salesperson, customer, closedOn, amount }),
    );
    expect(booked.statusCode, booked.body).toBe(201);
  }
  await people.manager.send('POST', '/deals', {
    salesperson: 'tbrandt',
    customer: 'Quill Club',
    amount: '50.00',
    status: 'open',
    expectedOn: '2026-11-02',
  });
});
afterAll(() => server.stop());

const start = async (as = people.manager, unit = 'salt', over = ''): Promise<StartView> => {
  const answer = await as.get(`/start?unit=${unit}&period=FY2027-P08${over}`);
  expect(answer.statusCode, answer.body).toBe(200);
  return answer.json();
};

describe('the start page', () => {
  it('takes the gap apart by people, with its cause, and the lines make it', async () => {
    const { why, sentence, who } = await start();
    expect(why!.rows.map(({ unit, cause }) => [unit.code, cause])).toEqual([
      ['tbrandt', { kind: 'customer', name: 'Marlow Yard', now: 0, then: 40_000 }],
      ['ivarga', { kind: 'customer', name: 'Pike Boats', now: 90_000, then: 0 }],
    ]);
    const sum =
      why!.rows.reduce((total, row) => total + row.aheadOfPace, 0) +
      why!.others.aheadOfPace +
      why!.rest;
    expect(sum).toBeCloseTo(why!.aheadOfPace, 6);
    expect(sentence.map(({ text }) => text).join('')).toContain('Tomas Brandt is €');
    expect(who.map(({ unit }) => unit.code).slice(0, 2)).toEqual(['ivarga', 'tbrandt']);
  });

  it('says what waits: overdue deals, targets nobody acknowledged, what is not allocated', async () => {
    const kinds = (await start()).toDo.map(({ kind, count }) => [kind, count]);
    expect(kinds).toContainEqual(['overdue', 1]);
    expect(kinds).toContainEqual(['notAcknowledged', 2]);
    // Months are the administrator's to close.
    expect(kinds.map(([kind]) => kind)).not.toContain('closeMonth');
    expect((await start(people.admin)).toDo).toContainEqual({
      kind: 'closeMonth',
      count: 1,
      amount: null,
      period: 'FY2027-P07',
      periodName: 'October 2026',
    });
  });

  it('shows a salesperson their customers against last year, and their own targets to look at', async () => {
    const { why, customers, toDo, sentence } = await start(people.salesperson, 'ivarga');
    expect([why, customers?.difference, customers?.rows]).toMatchObject([
      null,
      90_000,
      [{ name: 'Pike Boats', now: 90_000, then: 0 }],
    ]);
    expect(toDo[0]!.kind).toBe('acknowledge');
    expect(sentence[0]!.text).toMatch(/^You /);
    const other = await people.salesperson.get('/start?unit=tbrandt&period=FY2027-P08');
    expect(other.statusCode).toBe(404);
  });

  it('has no gap of a ratio, and no cause of another measure', async () => {
    expect((await start(people.manager, 'salt', '&measure=average_deal')).why).toBeNull();
  });
});

describe('visits', () => {
  it('begin anew after a while away, and say since when', async () => {
    const here = async () => (await people.viewer.send('POST', '/visits', {})).json().since;
    expect(await here()).toBeNull();
    expect(await here()).toBeNull();
    await server.db.execute(`update visit set seen_at = '2026-11-13T16:40:00Z'`);
    expect(await here()).toBe('2026-11-13T16:40:00.000Z');
    // The same visit goes on.
    expect(await here()).toBe('2026-11-13T16:40:00.000Z');
  });
});

describe('actions', () => {
  it('are found by whom they are for, and overdue ones by who asked', async () => {
    const { people: readers } = (await people.manager.get('/notes?unit=salt')).json();
    const viewer = readers.find(({ name }: { name: string }) => name === 'viewer');
    const write = (dueOn: string, text: string) =>
      people.manager.send('POST', '/notes', {
        unit: 'salt',
        period: 'FY2027-P08',
        measure: 'revenue',
        text,
        assignee: viewer.id,
        dueOn,
      });
    await write('2026-11-10', 'Call Marlow Yard');
    await write('2026-12-10', '=Look at prices');
    const mine = async (as = people.viewer) =>
      (await as.get('/notes?unit=salt&isMine=true'))
        .json()
        .notes.map(({ text }: { text: string }) => text);
    expect(await mine()).toEqual(['Call Marlow Yard', '=Look at prices']);
    expect(await mine(people.manager)).toEqual(['Call Marlow Yard']);
    expect(await mine(people.admin)).toEqual([]);
    const file = await people.manager.get('/notes/export?unit=salt');
    expect(file.headers['content-type']).toContain('text/csv');
    expect(file.body).toContain('Call Marlow Yard,viewer,2026-11-10,yes,manager');
    // A text is never a formula.
    expect(file.body).not.toContain(',=Look');
    expect((await people.north.get('/notes/export?unit=salt')).statusCode).toBe(404);
  });
});
