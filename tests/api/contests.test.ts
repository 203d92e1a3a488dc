import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ContestInput } from '#contract/schemas/contest';
import { sendProgress } from '#server/contests/engine';
import { evaluateContests } from '#server/contests/evaluate';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
let today = '2026-11-18';

beforeAll(async () => {
  server = await startServer(await createDatabase(), () => today);
  people = await createCompany(server);
  await putTargets(people.admin, [
    { unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1000.00' },
    { unit: 'tbrandt', period: 'FY2027-P08', measure: 'revenue', target: '100.00' },
  ]);
});
afterAll(() => server.stop());
beforeEach(async () => {
  today = '2026-11-18';
  for (const table of [
    'award_opt_out',
    'award',
    'contest_mail',
    'contest_round',
    'contest_member',
    'contest',
    'outgoing_mail',
  ])
    await server.db.execute(`delete from ${table}`);
  await voidAll();
});

const voidAll = async () => {
  const { rows } = await server.db.execute<{ id: number; version: number }>(
    'select id, version from deal where voided_at is null',
  );
  for (const { id, version } of rows)
    await people.admin.send('POST', `/deals/${id}/void`, { version, reason: 'between tests' });
};
const cup = (over: object = {}) => ({
  title: 'Cup',
  text: '',
  picture: 'cup' as const,
  receivers: 'all' as const,
  places: null,
  isAtOnce: true,
  amount: null,
  ...over,
});
const input = (over: object = {}, rules: object = {}) =>
  ({
    unit: 'salt',
    name: 'November run',
    text: 'Sell a thousand',
    member: 'salesperson',
    repeat: 'month',
    from: '2026-10-01',
    through: '2026-12-31',
    leavesOutRamps: false,
    isByInvitation: false,
    isOnBoards: true,
    mailRhythm: 'none',
    mailText: '',
    ...over,
    rules: {
      mode: 'goal',
      goalRule: 'all',
      goals: [{ measure: 'revenue', value: 100_000 }],
      rankedBy: 'actual',
      hasHandicap: false,
      awards: [cup()],
      ...rules,
    },
  }) as ContestInput;
const view = async (id: number, round = 'FY2027-P08', as: Client = people.manager) => {
  const found = await as.get(`/contests/${id}?round=${round}`);
  expect(found.statusCode, found.body).toBe(200);
  return found.json();
};
const draft = async (over: object = {}, rules: object = {}) => {
  const made = await people.manager.send('POST', '/contests', input(over, rules));
  expect(made.statusCode, made.body).toBe(201);
  return made.json();
};
const codesOf = ({ joined }: { joined: { code: string }[] }) => joined.map(({ code }) => code);
const run = async (over: object = {}, rules: object = {}) => {
  const made = await draft(over, rules);
  const started = await people.manager.send('POST', `/contests/${made.contest.id}/start`, {
    members: codesOf(made),
  });
  expect(started.statusCode, started.body).toBe(200);
  await keepUp();
  return made.contest.id as number;
};
const keepUp = async () => {
  await server.replica.catchUp();
  return evaluateContests(server.context, null);
};
const book = async (over: Record<string, unknown> = {}) => {
  const booked = await people.admin.send('POST', '/deals', wonDeal(over));
  expect(booked.statusCode, booked.body).toBe(201);
  await keepUp();
  return booked.json().deal as { id: number; deal: string };
};
const voidDeal = async (id: number, reason = 'returned') => {
  await people.admin.send('POST', `/deals/${id}/void`, { version: 1, reason });
  await keepUp();
};
const placesOf = async (id: number, round?: string) =>
  (await view(id, round)).places.map(
    ({ rank, unit }: { rank: number | null; unit: { code: string } }) =>
      `${rank ?? '–'} ${unit.code}`,
  );
const heldBy = async (id: number, round?: string) =>
  (await view(id, round)).awards
    .filter(({ takenAt }: { takenAt: string | null }) => takenAt === null)
    .map(({ unit, title }: { unit: { code: string }; title: string }) => `${title} ${unit.code}`)
    .sort();
const mails = async () =>
  (await people.admin.get('/mail'))
    .json()
    .mails.map(
      ({ address, subject }: { address: string; subject: string }) => `${address}: ${subject}`,
    )
    .sort();

describe('a contest', () => {
  it('goes from draft to awarded to taken back by a voided deal, with the reason, and is told', async () => {
    const id = await run();
    expect(await heldBy(id)).toEqual([]);
    await book({ amount: '600.00' });
    const deal = await book({ amount: '400.00' });
    expect(await heldBy(id)).toEqual(['Cup ivarga']);
    expect(await mails()).toEqual(['ilse@example.com: Ilse Varga has won “Cup”']);
    await voidDeal(deal.id);
    const { awards } = await view(id);
    expect(awards).toMatchObject([
      {
        unit: { code: 'ivarga' },
        reason: `The goal is not reached any more: deal ${deal.deal} was voided (returned)`,
      },
    ]);
    expect(awards[0].takenAt).not.toBeNull();
    expect((await mails())[1]).toBe('ilse@example.com: “Cup” was taken back');
    // Reached again it is won again.
    await book({ amount: '500.00' });
    expect(await heldBy(id)).toEqual(['Cup ivarga']);
  });

  it('gives the first award to whose deals crossed the goal earliest, and moves it when that changes', async () => {
    const id = await run({}, { awards: [cup({ title: 'First', receivers: 'first' })] });
    await book({ amount: '1000.00', closedOn: '2026-11-10' });
    expect(await heldBy(id)).toEqual(['First ivarga']);
    // Recorded later, but closed earlier.
    const earlier = await book({
      amount: '1000.00',
      closedOn: '2026-11-09',
      salesperson: 'tbrandt',
    });
    expect(await heldBy(id)).toEqual(['First tbrandt']);
    const taken = (await view(id)).awards.find(
      ({ takenAt }: { takenAt: string | null }) => takenAt,
    );
    expect(taken.reason).toContain('Tomas Brandt reached it earlier');
    expect(await placesOf(id)).toEqual(['1 tbrandt', '2 ivarga']);
    await voidDeal(earlier.id);
    expect(await heldBy(id)).toEqual(['First ivarga']);
  });

  it('starts with the names that were seen, others by now are refused', async () => {
    const made = await draft();
    expect(codesOf(made)).toEqual(['ivarga', 'tbrandt']);
    const start = (members: string[]) =>
      people.manager.send('POST', `/contests/${made.contest.id}/start`, { members });
    expect((await start(['ivarga'])).json().code).toBe('membersChanged');
    expect((await start(['ivarga', 'tbrandt'])).statusCode).toBe(200);
    expect((await start(['ivarga', 'tbrandt'])).json().code).toBe('contestStarted');
    const changed = await people.manager.send('PUT', `/contests/${made.contest.id}`, input());
    expect(changed.json().code).toBe('contestStarted');
  });

  it('by invitation has those who say so', async () => {
    const id = await run({ isByInvitation: true });
    await book({ amount: '1000.00' });
    expect(await placesOf(id)).toEqual([]);
    const answer = (as: Client, takesPart: boolean) =>
      as.send('POST', `/contests/${id}/answer`, { takesPart });
    expect((await answer(people.salesperson, true)).json().contest.own).toBe('enrolled');
    expect((await answer(people.manager, true)).statusCode).toBe(404);
    await keepUp();
    expect(await heldBy(id)).toEqual(['Cup ivarga']);
    await answer(people.salesperson, false);
    await keepUp();
    expect(await heldBy(id)).toEqual([]);
  });

  it('with a handicap measures each by their own target', async () => {
    const goals = [{ measure: 'revenue', value: 9_000 }];
    const id = await run({}, { hasHandicap: true, goals });
    await book({ amount: '500.00' });
    await book({ amount: '95.00', salesperson: 'tbrandt' });
    expect(await heldBy(id)).toEqual(['Cup tbrandt']);
    const { places } = await view(id);
    expect(places).toMatchObject([
      { unit: { code: 'tbrandt' }, goal: 9_000, actual: 9_500 },
      { unit: { code: 'ivarga' }, goal: 90_000, progress: 50_000 / 90_000 },
    ]);
  });

  it('of several goals asks for all, or any; counts deals too', async () => {
    const goals = [
      { measure: 'revenue', value: 100_000 },
      { measure: 'deals_won', value: 2 },
    ];
    const all = await run({ name: 'All' }, { goals });
    const any = await run({ name: 'Any' }, { goals, goalRule: 'any' });
    await book({ amount: '1000.00' });
    expect([await heldBy(all), await heldBy(any)]).toEqual([[], ['Cup ivarga']]);
    await book({ amount: '1.00' });
    expect(await heldBy(all)).toEqual(['Cup ivarga']);
  });

  it('of teams counts what their people sold while they stood in them', async () => {
    const id = await run({ member: 'team' });
    await book({ amount: '700.00' });
    await book({ amount: '300.00', salesperson: 'tbrandt' });
    expect(await placesOf(id)).toEqual(['1 deck', '2 eng']);
    await book({ amount: '300.00' });
    expect(await heldBy(id)).toEqual(['Cup deck']);
  });

  it('that is a ranking is decided at the end, ties together', async () => {
    const top = [cup({ receivers: 'top', places: 1 })];
    const id = await run({}, { mode: 'ranking', awards: top });
    await book({ amount: '700.00' });
    await book({ amount: '700.00', salesperson: 'tbrandt' });
    expect(await placesOf(id)).toEqual(['1 ivarga', '1 tbrandt']);
    expect(await heldBy(id)).toEqual([]);
    today = '2026-12-01';
    await keepUp();
    expect(await heldBy(id)).toEqual(['Cup ivarga', 'Cup tbrandt']);
  });
});

describe('a round that has ended', () => {
  it('keeps its result as it was, and says what it is as corrected', async () => {
    const id = await run();
    const deal = await book({ amount: '1000.00' });
    today = '2026-12-02';
    await keepUp();
    expect(await view(id)).toMatchObject({ isCorrected: false, round: { isOver: true } });
    await book({ amount: '2000.00', salesperson: 'tbrandt', closedOn: '2026-11-05' });
    const corrected = await view(id);
    expect(corrected.isCorrected).toBe(true);
    expect(corrected.places).toMatchObject([
      { unit: { code: 'tbrandt' }, rank: 1, rankAtEnd: 2 },
      { unit: { code: 'ivarga' }, rank: 2, rankAtEnd: 1 },
    ]);
    // A deal booked late counts, one voided late takes the award back.
    expect(await heldBy(id)).toEqual(['Cup ivarga', 'Cup tbrandt']);
    await voidDeal(deal.id);
    expect(await heldBy(id)).toEqual(['Cup tbrandt']);
  });

  it('is closed by the next server when none ran, once by two, and the contest finishes', async () => {
    const id = await run({ through: '2026-11-30' }, { awards: [cup({ isAtOnce: false })] });
    await book({ amount: '1000.00' });
    expect(await heldBy(id)).toEqual([]);
    today = '2027-02-01';
    const other = await startServer(server.url, () => today);
    await Promise.all([keepUp(), evaluateContests(other.context, null)]);
    await keepUp();
    await other.stop();
    expect(await heldBy(id)).toEqual(['Cup ivarga']);
    const { rows } = await server.db.execute('select count(*)::int as n from contest_round');
    expect(rows).toEqual([{ n: 2 }]);
    expect((await view(id)).contest.state).toBe('finished');
    expect((await mails()).filter((mail: string) => mail.includes('won'))).toHaveLength(1);
  });

  it('ends early with today, its awards stay', async () => {
    const id = await run({ repeat: 'once', from: '2026-11-01', through: '2026-11-30' });
    await book({ amount: '1000.00' });
    await people.manager.send('POST', `/contests/${id}/end`, {});
    await keepUp();
    expect(await heldBy(id, '2026-11-01..2026-11-18')).toEqual(['Cup ivarga']);
    const { rows } = await server.db.execute('select count(*)::int as n from award');
    expect(rows).toEqual([{ n: 1 }]);
  });
});

describe('who leaves or moves', () => {
  it('is said, and may be taken out; who has come since may be let in', async () => {
    const id = await run({ unit: 'deck' });
    await book({ amount: '1000.00' });
    expect(await view(id)).toMatchObject({ joined: [], left: [] });
    const moved = await people.admin.send('POST', '/units/tbrandt/move', {
      parent: 'deck',
      from: '2026-11-10',
      reason: 'reorganised',
    });
    expect(moved.statusCode, moved.body).toBeLessThan(300);
    expect((await view(id)).joined.map(({ code }: { code: string }) => code)).toEqual(['tbrandt']);
    const change = (body: object) =>
      people.manager.send('POST', `/contests/${id}/members`, { add: [], remove: [], ...body });
    expect((await change({ add: ['nkassem'] })).statusCode).toBe(422);
    expect((await change({ add: ['tbrandt'] })).statusCode).toBe(200);
    expect(await placesOf(id)).toEqual(['1 ivarga', '2 tbrandt']);
    await change({ remove: ['ivarga'] });
    await keepUp();
    const { awards } = await view(id);
    expect(awards[0].reason).toContain('Takes part no more');
    await people.admin.send('POST', '/units/tbrandt/move', {
      parent: 'eng',
      from: '2026-11-10',
      reason: 'back',
    });
  });
});

describe('a draft', () => {
  it.each([
    [{ through: '2026-09-01' }, {}, 'through dayOutOfRange'],
    [{ through: '2032-01-01' }, {}, 'through contestTooLong'],
    [{ from: '2026-11-02', through: '2026-11-20' }, {}, 'repeat noWholeRound'],
    [{}, { goals: [{ measure: 'gone', value: 1 }] }, 'rules/goals/0/measure unknownMeasure'],
    [{}, { mode: 'ranking' }, 'rules/awards/0/receivers rankingHasTop'],
    [{}, { awards: [cup({ receivers: 'top' })] }, 'rules/awards/0/places placesMissing'],
    [{ member: 'team' }, { awards: [cup({ amount: 5 })] }, 'rules/awards/0/amount paidToPeople'],
  ])('that is wrong is refused at its field: %j %j', async (over, rules, fault) => {
    const refused = await people.manager.send('POST', '/contests', input(over, rules));
    expect(refused.statusCode, refused.body).toBe(422);
    const [{ field, code }] = refused.json().errors;
    expect(`${field} ${code}`).toBe(fault);
  });

  it('shows who would have won in the last ended round, and is nobody else’s to see', async () => {
    await book({ amount: '1200.00', closedOn: '2026-10-05' });
    const paid = { awards: [cup({ amount: 5_000 })] };
    const preview = await people.manager.send('POST', '/contests/preview', input({}, paid));
    expect(preview.json()).toMatchObject({
      periodName: 'October 2026',
      winners: [{ title: 'Cup', names: ['Ilse Varga'] }],
      cost: 5_000,
    });
    const { contest } = await draft();
    for (const who of [people.salesperson, people.north, people.viewer])
      expect((await who.get(`/contests/${contest.id}`)).statusCode).toBe(404);
    const removed = await people.manager.send('DELETE', `/contests/${contest.id}`);
    expect(removed.statusCode).toBe(200);
  });

  it('keeps its measure from being deleted, which says who uses it', async () => {
    const made = await people.admin.send('POST', '/measures', {
      code: 'visits',
      name: 'Visits',
      description: 'How often they were there',
      valueKind: 'count',
      decimals: 0,
      direction: 'higher',
      group: 'activity',
      definition: { kind: 'typed', accumulation: 'sum' },
    });
    expect(made.statusCode, made.body).toBe(200);
    const { contest } = await draft({}, { goals: [{ measure: 'visits', value: 5 }] });
    const use = await people.admin.get('/measures/visits/use');
    expect(use.json()).toMatchObject({ contests: 1, alerts: 0 });
    const refused = await people.admin.send('DELETE', '/measures/visits');
    expect([refused.statusCode, refused.json().detail]).toEqual([
      409,
      expect.stringContaining('1 contest'),
    ]);
    await people.manager.send('DELETE', `/contests/${contest.id}`);
    expect((await people.admin.send('DELETE', '/measures/visits')).statusCode).toBe(200);
  });

  it('is made by who plans there', async () => {
    expect((await people.north.send('POST', '/contests', input())).statusCode).toBe(404);
    expect((await people.salesperson.send('POST', '/contests', input())).statusCode).toBe(403);
    const id = await run();
    for (const path of ['start', 'members', 'end'])
      expect(
        (
          await people.north.send(
            'POST',
            `/contests/${id}/${path}`,
            path === 'start' ? { members: [] } : path === 'members' ? { add: [], remove: [] } : {},
          )
        ).statusCode,
      ).toBe(404);
    expect((await people.north.get(`/contests/${id}`)).statusCode).toBe(404);
    // Of others one sees the place and the share of the goal, not the figure.
    await book({ amount: '500.00', salesperson: 'tbrandt' });
    const { places } = await view(id, 'FY2027-P08', people.salesperson);
    const other = places.find(({ unit }: { unit: { code: string } }) => unit.code === 'tbrandt');
    expect(other).toMatchObject({ rank: 1, progress: 0.5, actual: null, goal: null });
  });
});

describe('awards', () => {
  it('are given by hand and taken back with a reason; who does not want it shown is left out', async () => {
    const given = await people.manager.send('POST', '/awards', {
      unit: 'ivarga',
      title: 'Rescued the Pike account',
      text: '',
      picture: 'anchor',
      amount: 10_000,
    });
    expect(given.statusCode, given.body).toBe(201);
    const list = async (who: Client, unit = 'salt') =>
      (await who.get(`/awards?unit=${unit}`)).json().awards;
    expect(await list(people.viewer)).toMatchObject([{ amount: null }]);
    expect(await list(people.salesperson, 'ivarga')).toMatchObject([{ amount: 10_000 }]);
    await people.salesperson.send('PUT', '/awards/visibility', { areShown: false });
    expect(await list(people.viewer)).toEqual([]);
    expect(await list(people.manager)).toHaveLength(1);
    const other = { unit: 'ivarga', title: 'x', text: '', picture: 'cup', amount: null };
    expect((await people.north.send('POST', '/awards', other)).statusCode).toBe(404);
    const { id } = given.json();
    const back = await people.manager.send('POST', `/awards/${id}/taking-back`, {
      reason: 'given to the wrong one',
    });
    expect(back.json()).toMatchObject({ reason: 'given to the wrong one' });
    expect(
      (await people.manager.send('POST', `/awards/${id}/taking-back`, { reason: 'x' })).statusCode,
    ).toBe(404);
  });

  it('with an amount are paid with commission, and taken back in the month of taking back', async () => {
    await people.manager.send('POST', '/commission-plans', {
      name: 'Sellers',
      unit: 'salt',
      payee: 'salespeople',
      userId: null,
      from: 'FY2027-P08',
      terms: {
        measure: 'revenue',
        periodKind: 'month',
        tierMode: 'marginal',
        tiers: [{ from: 0, rate: 10_000 }],
        withoutTarget: 'lowest',
        specialRates: [],
        bonus: null,
        floor: null,
        cap: null,
        guarantee: null,
        draw: null,
        secondAbove: null,
      },
    });
    await run({}, { awards: [cup({ amount: 7_500 })] });
    const deal = await book({ amount: '1000.00' });
    const statement = async (period: string) =>
      (await people.manager.get(`/commission-statement?payee=ivarga&period=${period}`)).json();
    expect(await statement('FY2027-P08')).toMatchObject({
      total: 1_000 + 7_500,
      entries: [{ kind: 'deal' }, { kind: 'award', text: 'Award: Cup', amount: 7_500 }],
    });
    today = '2026-12-01';
    await keepUp();
    const approved = await people.manager.send('POST', '/commission-statement/approval', {
      payee: 'ivarga',
      period: 'FY2027-P08',
      total: 8_500,
    });
    expect(approved.statusCode, approved.body).toBe(200);
    await voidDeal(deal.id);
    expect((await statement('FY2027-P09')).entries).toMatchObject([
      { kind: 'award', text: 'Award taken back: Cup', amount: -7_500 },
      { kind: 'correction', amount: -1_000 },
      { kind: 'advance', amount: 8_500 },
    ]);
  });
});

describe('mail', () => {
  it('says how it goes by the contest’s rhythm, each day once, and the result once', async () => {
    await run({ mailRhythm: 'daily', mailText: 'Come on', from: '2026-11-01' });
    await book({ amount: '500.00' });
    expect(await sendProgress(server.context)).toBe(1);
    expect(await sendProgress(server.context)).toBe(0);
    expect(await mails()).toEqual(['ilse@example.com: How it goes: November run, November 2026']);
    today = '2026-12-01T07:30';
    await keepUp();
    await sendProgress(server.context);
    expect(await mails()).toContain('ilse@example.com: Result: November run, November 2026');
    await server.db.execute("update contest set mail_rhythm = 'none'");
    today = '2026-12-02T07:30';
    expect(await sendProgress(server.context)).toBe(0);
  });
});

describe('over random histories with late bookings, voids and ties', () => {
  it('order and winners are those SQL finds', async () => {
    const id = await run({}, { awards: [cup({ receivers: 'first', title: 'First' })] });
    const deal = fc.record({
      amount: fc.constantFrom('300.00', '500.00', '700.00', '-200.00'),
      day: fc.integer({ min: 1, max: 6 }),
      salesperson: fc.constantFrom('ivarga', 'tbrandt'),
      isVoided: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(deal, { minLength: 1, maxLength: 5 }), async (deals) => {
        for (const { amount, day, salesperson, isVoided } of deals) {
          const made = await people.admin.send(
            'POST',
            '/deals',
            wonDeal({ amount, salesperson, closedOn: `2026-11-0${day}` }),
          );
          if (isVoided)
            await people.admin.send('POST', `/deals/${made.json().deal.id}/void`, {
              version: 1,
              reason: 'x',
            });
        }
        await keepUp();
        const { rows } = await server.db.execute<{ first: string[] }>(`
          with mine as (select u.code, d.closed_on, d.created_at, d.id, d.credited from deal d join
            unit u on u.id = d.salesperson_id where d.status = 'won' and d.voided_at is null and
              d.closed_on between '2026-11-01' and '2026-11-30'),
          run as (select code, closed_on, created_at, sum(credited) over (partition by code order by
            closed_on, created_at, id) as sum, sum(credited) over (partition by code) as total from
              mine),
          crossed as (select distinct on (code) code, closed_on, created_at from run where sum >=
            100000 and total >= 100000 order by code, closed_on, created_at)
          select coalesce(array_agg('First ' || code order by code), '{}') as first from crossed
            where not exists (select from crossed o where (o.closed_on, o.created_at) <
              (crossed.closed_on, crossed.created_at))`);
        expect(await heldBy(id)).toEqual(rows[0]!.first);
      }),
      { numRuns: 12 },
    );
  });
});

describe('a wall board', () => {
  it('shows running contests of its people, with places and shares alone', async () => {
    const { secret } = (
      await people.manager.send('POST', '/boards', {
        name: 'Hall',
        settings: { units: ['salt'], measure: 'revenue', seconds: 20 },
      })
    ).json();
    await run({ name: 'Hidden', isOnBoards: false });
    await run({ name: 'Shown' });
    await book({ amount: '500.00' });
    await expect
      .poll(async () => {
        const view = await server.app.inject(`/api/v1/public/boards/${secret}`);
        return view.json().contests;
      })
      .toEqual([
        {
          name: 'Shown',
          round: 'November 2026',
          places: [
            { name: 'Ilse Varga', rank: 1, progress: 0.5, isReached: false },
            { name: 'Tomas Brandt', rank: 2, progress: 0, isReached: false },
          ],
          isOfFirst: false,
          count: 2,
        },
      ]);
  });
});
