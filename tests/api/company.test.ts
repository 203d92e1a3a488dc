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
    expect(await list()).toEqual([
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
