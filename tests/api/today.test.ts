import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

/** A clock that is set; half past six in the morning at first. */
let now = '2026-11-18T06:30';
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase(), () => now);
  people = await createCompany(server);
});
afterAll(() => server.stop());

const figures = async (unit: string, period = 'FY2027-P08') =>
  (await people.admin.get(`/attainment?unit=${unit}&period=${period}`)).json().figures;
const elapsed = async (unit: string) => (await figures(unit)).elapsed.workingDaysElapsed;
const setHours = (code: string, over: object, client = people.admin) =>
  client.send('PUT', `/units/${code}/business-hours`, {
    timeZone: null,
    endOfBusiness: null,
    ...over,
  });

describe('today', () => {
  it('is due from the end of business on, and never from an answer of before', async () => {
    expect(await elapsed('ivarga')).toBe(12);
    now = '2026-11-18T16:59';
    expect(await elapsed('ivarga')).toBe(12);
    now = '2026-11-18T17:00';
    expect(await elapsed('ivarga')).toBe(13);
    now = '2026-11-19T00:10';
    expect(await elapsed('ivarga')).toBe(13);
  });

  it('ends when the company says', async () => {
    now = '2026-11-18T17:30';
    const company = (await people.admin.get('/company')).json();
    const change = (endOfBusiness: string) =>
      people.admin.send('PUT', '/company/calendar', {
        calendar: company.calendar,
        weekdays: company.weekdays,
        timeZone: company.timeZone,
        endOfBusiness,
        reason: 'open in the evening',
      });
    expect((await change('19:00')).json().endOfBusiness).toBe('19:00');
    expect(await elapsed('ivarga')).toBe(12);
    expect((await change('25:00')).json()).toMatchObject({
      status: 422,
      errors: [{ field: 'endOfBusiness' }],
    });
    expect((await change('17:00')).statusCode).toBe(200);
  });

  it('ends in a branch when that branch says, for its people alone', async () => {
    now = '2026-11-18T16:30';
    expect(
      (await setHours('north', { endOfBusiness: '16:00' })).json().businessHours,
    ).toMatchObject({
      timeZone: null,
      endOfBusiness: '16:00',
    });
    expect([await elapsed('nkassem'), await elapsed('ivarga')]).toEqual([13, 12]);
    expect((await setHours('north', {})).json().businessHours).toBeNull();
    expect(await elapsed('nkassem')).toBe(12);
  });

  it('refuses hours of what is no branch, of no zone, of no time, and of who may not set them', async () => {
    const fields = async (code: string, over: object) =>
      (await setHours(code, over)).json().errors.map((each: { field: string }) => each.field);
    expect(await fields('ivarga', { endOfBusiness: '16:00' })).toEqual(['unit']);
    expect(await fields('north', { timeZone: 'Mars/Base', endOfBusiness: '5 pm' })).toEqual([
      'timeZone',
      'endOfBusiness',
    ]);
    expect((await setHours('north', { endOfBusiness: '16:00' }, people.manager)).statusCode).toBe(
      403,
    );
  });
});
