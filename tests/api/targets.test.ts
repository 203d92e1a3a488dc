import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, putTargets, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const change = (over: Record<string, unknown> = {}) => ({
  unit: 'ivarga',
  period: 'FY2027-P08',
  measure: 'revenue',
  target: '480000',
  ...over,
});
const put = (...changes: object[]) => putTargets(people.manager, changes);
const cell = async (unit: string, periodIndex: number, of = 'salt') => {
  const grid = (await people.manager.get(`/targets?unit=${of}&year=FY2027`)).json();
  return grid.rows.find((row: { unit: { code: string } }) => row.unit.code === unit).cells[
    periodIndex
  ];
};

describe('the target of a week', () => {
  it('is one like any other, in the API, in files and in the figures', async () => {
    await put(change({ period: '2026-W47', target: '90000' }));
    const week = async () =>
      (await people.manager.get('/attainment?unit=ivarga&period=2026-W47')).json().figures.target;
    expect(await week()).toMatchObject({ value: 9_000_000, targetSource: 'set' });
    const csv = (await people.admin.send('GET', '/exports/targets')).body;
    expect(csv).toContain('ivarga,2026-W47,revenue,90000');
    expect((await people.admin.import('targets', csv)).json()).toMatchObject({
      refused: 0,
      created: 0,
      changed: 0,
    });
    await put(change({ period: '2026-W47', target: null, version: 1 }));
    expect((await week()).value).toBeNull();
  });
});

describe('the note of a target', () => {
  const noteOf = async () =>
    (
      await people.manager.get('/targets/history?unit=tbrandt&period=FY2027-P12&measure=revenue')
    ).json()[0].note;
  const set = async (over: object) =>
    (await put(change({ unit: 'tbrandt', period: 'FY2027-P12', ...over }))).json();

  it('stays when the value is changed, is changed by itself, and comes back with an undo', async () => {
    await set({ target: '500', note: ' Agreed in May ' });
    expect(await noteOf()).toBe('Agreed in May');
    await set({ target: '600', version: 1 });
    expect(await noteOf()).toBe('Agreed in May');
    const { undo } = await set({ target: '600', note: null, version: 2 });
    expect(await noteOf()).toBeNull();
    await put(...undo);
    expect(await noteOf()).toBe('Agreed in May');
    const cleared = await set({ target: null, version: 4 });
    expect(await noteOf()).toBeNull();
    await put(...cleared.undo);
    expect(await noteOf()).toBe('Agreed in May');
    expect((await set({ target: '1', note: 'x'.repeat(501), version: 6 })).errors).toContainEqual(
      expect.objectContaining({ field: 'changes/0/note' }),
    );
    await set({ target: null, version: 6 });
  });
});

describe('setting targets', () => {
  it('adds up to quarter, team and branch, and shows what is unallocated', async () => {
    await put(
      change(),
      change({ period: 'FY2027-P07', target: '450000' }),
      change({ period: 'FY2027-P09', target: '420000' }),
      change({ unit: 'tbrandt', target: '100.50' }),
    );
    expect(await cell('ivarga', 14)).toMatchObject({
      value: 135_000_000,
      targetSource: 'sumOfPeriods',
      missing: 0,
    });
    expect(await cell('eng', 7)).toMatchObject({ value: 10_050, targetSource: 'sumOfUnits' });
    expect(await cell('salt', 7)).toMatchObject({
      value: 48_010_050,
      targetSource: 'sumOfUnits',
      unallocated: null,
    });
    await put(change({ unit: 'salt', target: '500000' }));
    expect(await cell('salt', 7)).toMatchObject({
      value: 50_000_000,
      targetSource: 'set',
      allocated: 48_010_050,
      unallocated: 1_989_950,
    });
  });

  it('gives back the changes that undo it, all in one step', async () => {
    const before = await cell('ivarga', 7);
    const { undo } = (
      await put(change({ target: '1' }), change({ period: 'FY2027-P01', target: '2' }))
    ).json();
    expect(await cell('ivarga', 0)).toMatchObject({ value: 200 });
    expect((await putTargets(people.manager, undo)).statusCode).toBe(200);
    expect((await cell('ivarga', 7)).value).toBe(before.value);
    expect((await cell('ivarga', 0)).targetSource).toBe('none');
  });

  it('refuses a change made from an old version, with both values, and changes nothing', async () => {
    const { version, value } = await cell('ivarga', 7);
    await put(change({ target: '490000', version }));
    const late = await put(
      change({ target: '300000', version }),
      change({ unit: 'tbrandt', target: '7', version: 1 }),
    );
    expect([late.statusCode, late.json().code]).toEqual([409, 'targetsChanged']);
    expect(late.json().clashes).toEqual([
      expect.objectContaining({
        unit: 'ivarga',
        yours: '300000.00',
        theirs: '490000.00',
        version: version + 1,
      }),
    ]);
    expect((await cell('tbrandt', 7)).value).toBe(10_050);
    await put(change({ target: String(value / 100) }));
  });

  it('keeps who changed what, from what to what', async () => {
    await put(
      change({ unit: 'eng', target: '10', note: 'agreed' }),
      change({ unit: 'eng', period: 'FY2027', target: '999' }),
    );
    await put(change({ unit: 'eng', target: null }));
    const history = (
      await people.manager.get('/targets/history?unit=eng&period=FY2027-P08&measure=revenue')
    ).json();
    expect(
      history.map((each: Record<string, unknown>) => [
        each['userName'],
        each['from'],
        each['to'],
        each['reason'],
      ]),
    ).toEqual([
      ['manager', 1000, null, 'agreed with the team'],
      ['manager', null, 1000, 'agreed'],
    ]);
    await put(change({ unit: 'eng', period: 'FY2027', target: null }));
  });

  it.each<[string, Record<string, unknown>, string, string]>([
    ['letters', { target: '12x' }, 'target', 'notANumber'],
    ['too many decimals', { target: '1.234' }, 'target', 'tooManyDecimals'],
    ['a negative one', { target: '-5' }, 'target', 'negative'],
    ['1e18', { target: '1000000000000000000' }, 'target', 'tooLarge'],
    ['a floor above it', { target: '5', floor: '6' }, 'target', 'order'],
    ['a stretch below it', { target: '5', stretch: '4' }, 'target', 'order'],
    ['a floor alone', { target: null, floor: '6' }, 'target', 'partWithoutTarget'],
    ['an unknown period', { period: 'FY2027-P13' }, 'period', 'unknownPeriod'],
    ['a range', { period: 'FY2027-P01..FY2027-P02' }, 'period', 'unknownPeriod'],
    ['an unknown unit', { unit: 'nobody' }, 'unit', 'unknownUnit'],
    ['half a deal', { measure: 'deals_won', target: '1.5' }, 'target', 'wholeNumber'],
  ])('refuses %s at its field', async (_case, over, field, code) => {
    const answer = await put(change({ period: 'FY2027-P02', target: '77' }), change(over));
    expect(answer.statusCode).toBe(422);
    expect(answer.json().errors).toContainEqual(
      expect.objectContaining({ field: `changes/1/${field}`, code }),
    );
    expect((await cell('ivarga', 1)).value).toBeNull();
  });

  it('refuses a target for a unit that is not in the tree on those days', async () => {
    const answer = await putTargets(people.admin, [
      change({ unit: 'nkassem', period: 'FY2026-P09' }),
    ]);
    expect(answer.json().errors[0]).toMatchObject({ code: 'notInTree' });
  });

  it('reaches Standing at once, with status and origin', async () => {
    await people.manager.send('POST', '/deals', {
      salesperson: 'ivarga',
      customer: 'Pike',
      amount: '396180',
      status: 'won',
      closedOn: '2026-11-02',
    });
    const { figures } = (
      await people.manager.get('/attainment?unit=ivarga&period=FY2027-P08')
    ).json();
    expect(figures).toMatchObject({
      actual: 39_618_000,
      attainmentText: '83%',
      requiredDailyRate: 1_047_750,
      status: { grade: 3, state: 'upper' },
      target: { value: 48_000_000, targetSource: 'set' },
    });
    const team = (await people.manager.get('/attainment?unit=ht&period=FY2027-P08')).json();
    expect(team.code).toBe('unknownUnit');
  });

  it('gives no percent for a company whose targets cover part of it only (GUARDS 2)', async () => {
    const { figures, sentence } = (
      await people.admin.get('/attainment?unit=ht&period=FY2027-P08')
    ).json();
    expect(figures).toMatchObject({
      attainment: null,
      attainmentText: null,
      status: { grade: 0, state: 'incomplete' },
    });
    expect(sentence[0].text).toContain('Its targets are incomplete (1 of 2 parts below have one)');
  });
});

describe('two managers at one cell that has no target yet', () => {
  it('one is saved, the other is shown both values', async () => {
    const answers = await Promise.all(
      [people.manager, people.admin].map((client, i) =>
        putTargets(client, [
          change({ unit: 'deck', period: 'FY2027-P04', target: String(i + 1), version: 0 }),
        ]),
      ),
    );
    expect(answers.map((answer) => answer.statusCode).sort()).toEqual([200, 409]);
  });
});
