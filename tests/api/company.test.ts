import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const change = (over: object, client = people.admin) =>
  client.send('PUT', '/closed-days', { close: [], open: [], ...over });
const november = async (unit: string) =>
  (await people.admin.get(`/attainment?unit=${unit}&period=FY2027-P08`)).json().figures.elapsed
    .workingDays;
const list = async () =>
  (await people.viewer.get('/closed-days?from=2026-11-01&to=2026-11-30')).json();

describe('closed days', () => {
  it('leave the working days of every branch, or of one', async () => {
    expect(await november('ivarga')).toBe(21);
    expect(
      (
        await change({
          close: [
            { branch: null, on: '2026-11-20', name: 'Stocktaking' },
            { branch: 'north', on: '2026-11-24', name: 'Harbour day' },
          ],
        })
      ).statusCode,
    ).toBe(200);
    expect([await november('ivarga'), await november('nkassem')]).toEqual([20, 19]);
    expect(await list()).toMatchObject([
      { branch: null, on: '2026-11-20', name: 'Stocktaking' },
      { branch: 'north', on: '2026-11-24', name: 'Harbour day' },
    ]);
  });

  it('are named anew, and opened again', async () => {
    await change({ close: [{ branch: null, on: '2026-11-20', name: 'Inventory' }] });
    expect((await list())[0].name).toBe('Inventory');
    await change({
      open: [
        { branch: null, on: '2026-11-20' },
        { branch: 'north', on: '2026-11-24' },
      ],
    });
    expect(await list()).toEqual([]);
    expect(await november('nkassem')).toBe(21);
  });

  it('are refused for what is no branch, all or none, and for others than administrators', async () => {
    const answer = await change({
      close: [
        { branch: null, on: '2026-11-25', name: '' },
        { branch: 'deck', on: '2026-11-26', name: '' },
      ],
    });
    expect(answer.json().errors).toEqual([
      expect.objectContaining({ field: 'close/1/branch', code: 'unknownBranch' }),
    ]);
    expect(await list()).toEqual([]);
    expect((await change({}, people.manager)).json().code).toBe('forbidden');
    expect(
      (await change({ close: [{ branch: null, on: '2026-02-30', name: '' }] })).statusCode,
    ).toBe(422);
  });

  it('can be public holidays of a country', async () => {
    const days = (await people.manager.get('/holidays?country=NL&year=2026')).json() as {
      on: string;
      name: string;
    }[];
    // Koningsdag, the king's birthday, is on 27 April; Christmas has two days there.
    expect(days.map((day) => day.on)).toEqual(
      expect.arrayContaining(['2026-01-01', '2026-04-27', '2026-12-25', '2026-12-26']),
    );
    expect((await people.manager.get('/holidays?country=XX&year=2026')).json()).toEqual([]);
  });
});

describe('half days and weekdays of a branch', () => {
  const elapsed = async (unit: string) =>
    (await people.admin.get(`/attainment?unit=${unit}&period=FY2027-P08`)).json().figures.elapsed;
  const hours = (over: object) =>
    people.admin.send('PUT', '/units/salt/business-hours', {
      timeZone: null,
      endOfBusiness: null,
      ...over,
    });

  it('count half, for all or for one branch, whose word goes first', async () => {
    const [before, north] = [await elapsed('salt'), await elapsed('north')];
    const days = [
      { branch: null, on: '2026-11-11', name: 'Regatta', isHalf: true },
      { branch: 'salt', on: '2026-11-11', name: 'Regatta', isHalf: false },
      { branch: 'salt', on: '2026-11-26', name: 'Fair', isHalf: true },
    ];
    expect(
      (await people.admin.send('PUT', '/closed-days', { close: days, open: [] })).statusCode,
    ).toBe(200);
    expect(await elapsed('north')).toMatchObject({
      workingDays: north.workingDays - 0.5,
      workingDaysElapsed: north.workingDaysElapsed - 0.5,
    });
    expect(await elapsed('salt')).toMatchObject({
      workingDays: before.workingDays - 1.5,
      workingDaysElapsed: before.workingDaysElapsed - 1,
    });
    const open = days.map(({ branch, on }) => ({ branch, on }));
    await people.admin.send('PUT', '/closed-days', { close: [], open });
    expect(await elapsed('salt')).toEqual(before);
  });

  it('of a branch are its own, also for its people, until it follows the company again', async () => {
    const before = await elapsed('ivarga');
    // November 2026 has five Sundays and four Saturdays.
    await hours({ weekdays: [1, 2, 3, 4, 5, 6], halfWeekdays: [6] });
    expect((await elapsed('ivarga')).workingDays).toBe(before.workingDays + 2);
    expect((await elapsed('north')).workingDays).toBe(before.workingDays);
    await hours({});
    expect(await elapsed('ivarga')).toEqual(before);
  });

  it('are refused where they are none', async () => {
    expect((await hours({ weekdays: [] })).json().errors).toMatchObject([
      { field: 'weekdays', code: 'weekdayNeeded' },
    ]);
    expect((await hours({ weekdays: [1, 2], halfWeekdays: [3] })).json().errors).toMatchObject([
      { field: 'halfWeekdays', code: 'halfOfWeekdays' },
    ]);
    expect((await hours({ weekdays: [8] })).statusCode).toBe(422);
  });
});
