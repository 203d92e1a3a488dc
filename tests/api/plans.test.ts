import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

let drafts = 0;
const change = (over: Record<string, unknown> = {}) => ({
  unit: 'ivarga',
  period: 'FY2027-P08',
  measure: 'revenue',
  target: '480000',
  ...over,
});
const start = async (client: Client, over: object = {}) =>
  (
    await client.send('POST', '/plans', {
      year: 'FY2027',
      name: `Draft ${++drafts}`,
      from: 'empty',
      ...over,
    })
  ).json().plan;
const publish = (client: Client, id: number, over: object = {}) =>
  client.send('POST', `/plans/${id}/publish`, { note: 'agreed', ...over });
const targetOf = async (unit: string, period: string, client = people.admin) =>
  (await client.get(`/attainment?unit=${unit}&period=${period}`)).json().figures.target.value;
const plansOf = async (client: Client, year = 'FY2027') =>
  (await client.get(`/plans?year=${year}`)).json() as {
    id: number;
    name: string;
    status: string;
    note: string | null;
    targetCount: number;
    canPublish: boolean;
  }[];

describe('a draft', () => {
  it('counts nowhere until it is published, then everywhere, with its note in the history of each cell', async () => {
    const draft = await start(people.admin);
    await putTargets(people.admin, [change(), change({ unit: 'tbrandt', target: '7' })], {
      plan: draft.id,
      reason: undefined,
    });
    expect(await targetOf('ivarga', 'FY2027-P08')).toBeNull();
    const grid = (
      await people.admin.get(`/targets?unit=ivarga&year=FY2027&plan=${draft.id}`)
    ).json();
    expect(grid.rows[0].cells[7]).toMatchObject({
      value: 48_000_000,
      targetSource: 'set',
      version: 1,
    });
    const answer = (await publish(people.admin, draft.id, { note: 'signed by all' })).json();
    expect(answer).toMatchObject({
      changed: 2,
      unchanged: 0,
      plan: { status: 'published', note: 'signed by all', targetCount: 2 },
    });
    expect(await targetOf('ivarga', 'FY2027-P08')).toBe(48_000_000);
    const history = (
      await people.admin.get('/targets/history?unit=ivarga&period=FY2027-P08&measure=revenue')
    ).json();
    expect(history).toEqual([
      expect.objectContaining({
        userName: 'Mara Okoye',
        from: null,
        to: 48_000_000,
        reason: 'signed by all',
      }),
    ]);
  });

  it('cannot be published twice, nor changed or discarded afterwards', async () => {
    const draft = await start(people.admin);
    const answers = await Promise.all([
      publish(people.admin, draft.id),
      publish(people.admin, draft.id),
    ]);
    expect(answers.map((answer) => answer.statusCode).sort()).toEqual([200, 409]);
    expect((await publish(people.admin, draft.id)).json()).toMatchObject({
      code: 'notADraft',
      detail: expect.stringContaining('was published on'),
    });
    expect((await putTargets(people.admin, [change()], { plan: draft.id })).json().code).toBe(
      'unknownPlan',
    );
    expect((await people.admin.send('DELETE', `/plans/${draft.id}`)).json().code).toBe('notADraft');
  });

  it('keeps what it replaces, apart from what counts and there to compare with', async () => {
    await putTargets(people.admin, [change({ target: '100' })]);
    const draft = await start(people.admin, { from: 'published' });
    await putTargets(people.admin, [change({ target: '200' })], { plan: draft.id });
    await publish(people.admin, draft.id);
    const all = await plansOf(people.admin);
    expect(all.filter((plan) => plan.status === 'published')).toHaveLength(1);
    const replaced = all.find((plan) => plan.status === 'replaced')!;
    const difference = (
      await people.admin.get(`/plans/${all[0]!.id}/difference?against=${replaced.id}`)
    ).json();
    expect(difference.rows).toEqual([
      expect.objectContaining({
        period: 'FY2027-P08',
        periodName: 'November 2026',
        otherValue: 10_000,
        value: 20_000,
      }),
    ]);
  });

  it('published from a period on leaves what begins before as it was', async () => {
    const draft = await start(people.admin, { from: 'published' });
    await putTargets(
      people.admin,
      [
        change({ target: '1' }),
        change({ period: 'FY2027-P09', target: '2' }),
        change({ period: 'FY2027-P10', target: '3' }),
      ],
      { plan: draft.id },
    );
    expect((await publish(people.admin, draft.id, { from: 'FY2027-P09' })).json()).toMatchObject({
      changed: 2,
      unchanged: 1,
    });
    expect(await targetOf('ivarga', 'FY2027-P08')).toBe(20_000);
    expect(await targetOf('ivarga', 'FY2027-P10')).toBe(300);
  });

  it('carries a plan into the next year, period by period, and says what is left out', async () => {
    await people.admin.import(
      'units',
      'unit,name,kind,parent,from,to\nleaver,Lena Voss,salesperson,north,,2027-01-31\n',
    );
    await putTargets(people.admin, [
      change({ unit: 'leaver', period: 'FY2027-P09', target: '9' }),
      change({ unit: 'salt', period: 'FY2027', target: '1000' }),
    ]);
    const made = (
      await people.admin.send('POST', '/plans', {
        year: 'FY2028',
        name: 'Next year',
        from: 'priorYear',
      })
    ).json();
    expect(made.omitted).toBe(1);
    const grid = (
      await people.admin.get(`/targets?unit=salt&year=FY2028&plan=${made.plan.id}`)
    ).json();
    expect(grid.rows[0].cells[16]).toMatchObject({ value: 100_000, targetSource: 'set' });
    expect(
      (
        await people.admin.send('POST', '/plans', { year: 'FY2030', name: 'x', from: 'priorYear' })
      ).json().code,
    ).toBe('noPublishedPlan');
  });

  it('of a name that a draft of the year has is refused at its field', async () => {
    await start(people.admin, { name: 'Winter' });
    const answer = await people.admin.send('POST', '/plans', {
      year: 'FY2027',
      name: ' winter',
      from: 'empty',
    });
    expect(answer.json().errors).toEqual([
      expect.objectContaining({ field: 'name', code: 'draftExists' }),
    ]);
  });

  it('takes only periods of its own year', async () => {
    const draft = await start(people.admin);
    const answer = await putTargets(people.admin, [change(), change({ period: 'FY2026-P08' })], {
      plan: draft.id,
    });
    expect(answer.json().errors).toEqual([
      expect.objectContaining({ field: 'changes/1/period', code: 'otherYear' }),
    ]);
  });
});

describe('a published target', () => {
  it('is changed only with a reason', async () => {
    for (const reason of [undefined, '  '])
      expect((await putTargets(people.admin, [change()], { reason })).json().code).toBe(
        'reasonNeeded',
      );
  });

  it('of a year without a plan waits for one', async () => {
    expect(
      (await putTargets(people.admin, [change({ period: 'FY2031-P01' })])).json(),
    ).toMatchObject({ code: 'noPublishedPlan', detail: expect.stringContaining('FY 2031') });
  });
});

describe('who may do what', () => {
  it('a manager publishes own units only, and leaves the others as they were', async () => {
    await putTargets(people.admin, [change({ unit: 'nkassem', target: '55' })]);
    const draft = await start(people.manager, { from: 'published' });
    await putTargets(people.manager, [change({ target: '44' })], { plan: draft.id });
    expect((await publish(people.manager, draft.id)).json()).toMatchObject({ changed: 1 });
    expect(await targetOf('nkassem', 'FY2027-P08')).toBe(5_500);
    expect(await targetOf('ivarga', 'FY2027-P08')).toBe(4_400);
  });

  it("a company's draft is open to its managers for their own rows, but not theirs to publish", async () => {
    const draft = await start(people.admin, { from: 'published' });
    expect(
      (await putTargets(people.manager, [change({ target: '66' })], { plan: draft.id })).statusCode,
    ).toBe(200);
    expect(
      (await putTargets(people.manager, [change({ unit: 'nkassem' })], { plan: draft.id }))
        .statusCode,
    ).toBe(422);
    expect((await publish(people.manager, draft.id)).json().code).toBe('outsideUnit');
    expect((await people.manager.send('DELETE', `/plans/${draft.id}`)).json().code).toBe(
      'outsideUnit',
    );
    const rows = (await people.manager.get(`/plans/${draft.id}/difference`)).json().rows as {
      unit: { code: string };
    }[];
    expect(rows.map((row) => row.unit.code)).toEqual(['ivarga']);
  });

  it('drafts are hidden from other branches and from those who do not plan', async () => {
    const draft = await start(people.manager);
    for (const client of [people.north, people.salesperson, people.viewer]) {
      expect((await plansOf(client)).map((plan) => plan.id)).not.toContain(draft.id);
      expect(
        (
          await client.get(
            `/targets?unit=${client === people.north ? 'nkassem' : 'ivarga'}&year=FY2027&plan=${draft.id}`,
          )
        ).json().code,
      ).toBe('unknownPlan');
      expect((await client.get(`/exports/targets?plan=${draft.id}`)).json().code).toBe(
        'unknownPlan',
      );
      expect(
        (
          await client.get(
            `/targets/history?unit=${client === people.north ? 'nkassem' : 'ivarga'}&period=FY2027-P08&measure=revenue&plan=${draft.id}`,
          )
        ).json().code,
      ).toBe('unknownPlan');
      expect([403, 404]).toContain((await client.get(`/plans/${draft.id}/difference`)).statusCode);
      expect([403, 404]).toContain((await publish(client, draft.id)).statusCode);
    }
    expect((await plansOf(people.salesperson)).map((plan) => plan.status)).toEqual(['published']);
  });
});

describe('a closed month', () => {
  it('keeps its targets until it is opened again, by name and with a reason', async () => {
    await putTargets(people.admin, [change({ period: 'FY2027-P06', target: '10' })]);
    expect((await people.admin.send('PUT', '/closed-months/FY2027-P08')).json().code).toBe(
      'notEnded',
    );
    expect((await people.manager.send('PUT', '/closed-months/FY2027-P06')).json().code).toBe(
      'forbidden',
    );
    expect((await people.admin.send('PUT', '/closed-months/FY2027-P06')).statusCode).toBe(200);
    expect((await people.viewer.get('/closed-months')).json()).toEqual([
      expect.objectContaining({
        period: 'FY2027-P06',
        name: 'September 2026',
        closedBy: 'Mara Okoye',
      }),
    ]);
    expect(
      (await putTargets(people.admin, [change({ period: 'FY2027-P06', target: '11' })])).json(),
    ).toMatchObject({
      code: 'monthClosed',
      detail: expect.stringContaining('September 2026 is closed'),
    });
    const draft = await start(people.admin);
    expect((await publish(people.admin, draft.id)).json().code).toBe('monthClosed');
    expect((await publish(people.admin, draft.id, { from: 'FY2027-P07' })).statusCode).toBe(200);
    expect(await targetOf('ivarga', 'FY2027-P06')).toBe(1_000);

    const open = (body: object) =>
      people.admin.send('POST', '/closed-months/FY2027-P06/open', body);
    expect((await open({ name: 'October 2026', reason: 'x' })).json().errors[0]).toMatchObject({
      field: 'name',
      code: 'notTheName',
    });
    expect((await open({ name: 'September 2026', reason: ' ' })).json().errors[0]).toMatchObject({
      field: 'reason',
      code: 'required',
    });
    expect((await open({ name: 'september 2026', reason: 'a wrong price list' })).statusCode).toBe(
      200,
    );
    expect(
      (await putTargets(people.admin, [change({ period: 'FY2027-P06', target: '11' })])).statusCode,
    ).toBe(200);
  });
});

describe('another server over the same database', () => {
  it('follows what is published, and drafts', async () => {
    const second = await startServer(server.url);
    const draft = await start(people.admin);
    await putTargets(people.admin, [change({ period: 'FY2027-P12', target: '12' })], {
      plan: draft.id,
    });
    const dataset = () => second.replica.datasetFor(second.replica.company!.tree.root!.id);
    const valueIn = (each: ReturnType<typeof dataset>) =>
      each.lookup.find(
        second.replica.company!.tree.findByCode('ivarga')!.id,
        each.calendar.parse('FY2027-P12')!,
        'revenue',
      ).value;
    await expect
      .poll(() =>
        valueIn(second.replica.datasetFor(second.replica.company!.tree.root!.id, draft.id)),
      )
      .toBe(1_200);
    expect(valueIn(dataset())).not.toBe(1_200);
    await publish(people.admin, draft.id, { from: 'FY2027-P12' });
    await expect.poll(() => valueIn(dataset())).toBe(1_200);
    await second.stop();
  });
});

describe('people and their targets', () => {
  it('see them with every change, and acknowledge them; a manager sees who has', async () => {
    await putTargets(
      people.admin,
      [change({ target: '70' }), change({ unit: 'tbrandt', target: '80' })],
      { reason: 'new quarter' },
    );
    const wordOf = async (client: Client, code: string) =>
      (
        (await client.get('/targets/acknowledgements?unit=salt&year=FY2027')).json() as {
          unit: { code: string };
          state: string;
          remark: string | null;
        }[]
      ).find((each) => each.unit.code === code)!;
    expect((await wordOf(people.manager, 'ivarga')).state).toBe('waiting');
    const answer = await people.salesperson.send('POST', '/targets/acknowledgements', {
      year: 'FY2027',
      remark: 'December is tight',
    });
    expect(answer.json()).toMatchObject({ state: 'seen', remark: 'December is tight' });
    expect(await wordOf(people.manager, 'ivarga')).toMatchObject({
      state: 'seen',
      remark: 'December is tight',
    });
    expect((await wordOf(people.manager, 'tbrandt')).state).toBe('waiting');
    await putTargets(people.admin, [change({ target: '71' })], { reason: 'corrected' });
    expect((await wordOf(people.manager, 'ivarga')).state).toBe('changed');
    const changes = (
      await people.salesperson.get('/targets/changes?unit=ivarga&year=FY2027')
    ).json();
    expect(changes[0]).toMatchObject({
      periodName: 'November 2026',
      from: 7_000,
      to: 7_100,
      reason: 'corrected',
    });
  });

  it('are reminded of by a manager until they are seen', async () => {
    const remind = (client: 'manager' | 'salesperson' | 'viewer' | 'north', unit: string) =>
      people[client].send('POST', '/targets/acknowledgements/reminders', { unit, year: 'FY2027' });
    await putTargets(people.manager, [
      { unit: 'ivarga', period: 'FY2027-P12', measure: 'revenue', target: '4100.00' },
    ]);
    const own = async () =>
      (await people.salesperson.get('/targets/acknowledgements?unit=ivarga&year=FY2027')).json()[0];
    expect(await own()).toMatchObject({ state: 'changed', remindedAt: null });
    expect((await remind('salesperson', 'ivarga')).statusCode).toBe(403);
    expect((await remind('viewer', 'salt')).statusCode).toBe(403);
    expect((await remind('north', 'salt')).json().code).toBe('unknownUnit');
    expect((await remind('manager', 'salt')).json().reminded).toBeGreaterThan(0);
    // Once more is no second reminder.
    expect((await remind('manager', 'ivarga')).json()).toEqual({ reminded: 1 });
    expect(await own()).toMatchObject({ remindedBy: 'manager', remindedAt: expect.any(String) });
    await people.salesperson.send('POST', '/targets/acknowledgements', { year: 'FY2027' });
    expect(await own()).toMatchObject({ state: 'seen', remindedAt: null, remindedBy: null });
    expect((await remind('manager', 'ivarga')).json()).toEqual({ reminded: 0 });
  });

  it('are not acknowledged by others, nor seen from elsewhere', async () => {
    for (const client of [people.manager, people.viewer, people.admin])
      expect(
        (await client.send('POST', '/targets/acknowledgements', { year: 'FY2027' })).json().code,
      ).toBe('forbidden');
    expect(
      (await people.north.get('/targets/acknowledgements?unit=salt&year=FY2027')).json().code,
    ).toBe('unknownUnit');
    expect(
      (await people.salesperson.get('/targets/changes?unit=tbrandt&year=FY2027')).json().code,
    ).toBe('unknownUnit');
    expect(
      (await people.salesperson.get('/targets/acknowledgements?unit=ivarga&year=FY2027')).json(),
    ).toHaveLength(1);
  });
});

describe('the calendar', () => {
  const byWeek = {
    kind: 'week',
    pattern: '4-5-4',
    endMonth: 3,
    endWeekday: 6,
    endsOn: 'nearest',
    yearLabel: 'ends',
  };
  const change = (over: object = {}, client = people.admin) =>
    client.send('PUT', '/company/calendar', {
      calendar: byWeek,
      weekdays: [1, 2, 3, 4, 5],
      timeZone: 'Europe/London',
      reason: 'as the shops count',
      ...over,
    });

  it('is changed by an administrator with a reason, and periods then have other days while deals keep theirs', async () => {
    const before = (await people.admin.get('/attainment?unit=ht&period=FY2027')).json();
    expect((await change({}, people.manager)).json().code).toBe('forbidden');
    expect((await change({ reason: ' ' })).statusCode).toBe(422);
    expect((await change({ calendar: { ...byWeek, endMonth: 13 } })).statusCode).toBe(422);
    expect((await change({ timeZone: 'Mars/Base' })).json().errors[0]).toMatchObject({
      field: 'timeZone',
    });
    expect((await change()).json()).toMatchObject({
      calendar: byWeek,
      currentPeriod: 'FY2027-P08',
    });
    // By hand: 28 March 2026 is the Saturday nearest to 31 March; then 4, 5, 4, 4, 5, 4 and 4 weeks
    // go before the eighth period.
    const strip = (await people.admin.get('/attainment/by-period?unit=ht&year=FY2027')).json();
    expect(strip.months[7]).toMatchObject({
      shortName: 'P08',
      period: { name: 'P8 of FY 2027', from: '2026-10-25', lastDay: '2026-11-28' },
    });
    expect(
      (await people.admin.get('/attainment?unit=ht&period=FY2027')).json().figures.target,
    ).toEqual(before.figures.target);
  });

  it('waits until no month is closed', async () => {
    await people.admin.send('PUT', '/closed-months/FY2027-P05');
    expect(
      (await change({ calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' } })).json(),
    ).toMatchObject({ code: 'closedMonthsFirst' });
    await people.admin.send('POST', '/closed-months/FY2027-P05/open', {
      name: 'P5 of FY 2027',
      reason: 'calendar',
    });
    expect(
      (await change({ calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' } })).statusCode,
    ).toBe(200);
  });
});

describe('a discarded draft', () => {
  it('is brought back with its targets, unless another has its name, by who may discard it', async () => {
    const make = async () =>
      (
        await people.admin.send('POST', '/plans', {
          year: 'FY2027',
          name: 'Second thoughts',
          from: 'empty',
        })
      ).json().plan as { id: number };
    const { id } = await make();
    const restore = (client = people.admin, plan = id) =>
      client.send('POST', `/plans/${plan}/restore`);
    await people.admin.send('PUT', '/targets', {
      plan: id,
      changes: [{ unit: 'ivarga', period: 'FY2027-P12', measure: 'revenue', target: '4321' }],
    });
    expect((await restore()).json().code).toBe('notDiscarded');
    expect((await people.admin.send('DELETE', `/plans/${id}`)).statusCode).toBe(200);
    expect((await restore(people.viewer)).statusCode).toBe(403);
    expect((await restore(people.north)).json().code).toBe('outsideUnit');
    expect((await restore(people.admin, 999_999)).json().code).toBe('unknownPlan');
    const other = await make();
    expect((await restore()).json().errors).toEqual([
      expect.objectContaining({ field: 'name', code: 'draftExists' }),
    ]);
    await people.admin.send('DELETE', `/plans/${other.id}`);
    expect((await restore()).statusCode).toBe(200);
    const csv = (await people.admin.get(`/exports/targets?plan=${id}`)).body;
    expect(csv).toContain('ivarga,FY2027-P12,revenue,4321');
    const dataset = server.replica.datasetFor(server.replica.company!.tree.root!.id, id);
    const unit = dataset.tree.findByCode('ivarga')!.id;
    expect(dataset.lookup.find(unit, dataset.calendar.parse('FY2027-P12')!, 'revenue').value).toBe(
      432_100,
    );
    await people.admin.send('DELETE', `/plans/${id}`);
  });
});
