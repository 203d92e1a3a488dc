import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let now = '2026-11-18';
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase(), () => now);
  people = await createCompany(server);
});
afterAll(() => server.stop());

const ask = async () => (await people.viewer.get('/freshness')).json();

describe('how fresh figures are', () => {
  it('is said before the first deal, and from then on by day and moment', async () => {
    expect(await ask()).toMatchObject({
      newestDay: null,
      bookedAt: null,
      importedAt: null,
      stopsEarly: false,
      lastWorkingDay: '2026-11-18',
    });
    await people.manager.send('POST', '/deals', wonDeal({ closedOn: '2026-11-17' }));
    const one = await ask();
    expect(one).toMatchObject({ newestDay: '2026-11-17', stopsEarly: true });
    expect(Date.now() - Date.parse(one.bookedAt)).toBeLessThan(60_000);
    await people.manager.import(
      'deals',
      'deal,salesperson,customer,amount,status,closed_on\nX-1,ivarga,Eel,5,won,2026-11-18\n',
    );
    const two = await ask();
    expect(two).toMatchObject({ newestDay: '2026-11-18', stopsEarly: false });
    expect(two.importedAt).not.toBeNull();
  });

  it('is not late on a weekend, nor on a morning before business has ended', async () => {
    now = '2026-11-19T09:00';
    expect(await ask()).toMatchObject({ lastWorkingDay: '2026-11-18', stopsEarly: false });
    now = '2026-11-19T18:00';
    expect(await ask()).toMatchObject({ lastWorkingDay: '2026-11-19', stopsEarly: true });
    now = '2026-11-22T12:00';
    expect(await ask()).toMatchObject({ lastWorkingDay: '2026-11-20', stopsEarly: true });
  });
});
