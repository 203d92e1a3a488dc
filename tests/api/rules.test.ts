import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, putTargets, startServer, wonDeal, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(people.admin, [{ unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1000.00' }]);
  expect((await people.manager.send('POST', '/deals', wonDeal({ salesperson: 'ivarga', amount: '600.00', closedOn: '2026-11-10' }))).statusCode).toBe(201);
});
afterAll(() => server.stop());

const shipped = async () => (await people.manager.get('/status-rules')).json().measures.find((each: { measure: string }) => each.measure === 'revenue').versions.at(-1).rule;
const word = async () => (await people.manager.get('/standing?unit=ivarga&period=FY2027-P08')).json().figures.status.word;

describe('status rules', () => {
  it('say who would change grade, keep nothing by it, and hold from their day on', async () => {
    const stricter = { ...await shipped(), cuts: { upper: 120, lower: 100 } };
    expect(await word()).toBe('on pace');
    const tried = (await people.manager.send('POST', '/status-rules/revenue/try', { period: 'FY2027-P08', rules: [stricter] })).json();
    expect(tried.units.find((each: { unit: { code: string } }) => each.unit.code === 'ivarga')).toMatchObject({ now: { grade: 3 }, then: [{ grade: 1 }] });
    expect(await word()).toBe('on pace');
    expect((await people.admin.send('PUT', '/status-rules/revenue', { from: '2026-11-19', rule: stricter })).statusCode).toBe(200);
    expect(await word()).toBe('on pace');
    expect((await people.admin.send('PUT', '/status-rules/revenue', { from: '2026-11-01', rule: stricter, reason: 'stricter' })).statusCode).toBe(200);
    expect(await word()).toBe('behind');
    for (const from of ['2026-11-01', '2026-11-19']) expect((await people.admin.send('DELETE', `/status-rules/revenue/${from}`)).statusCode).toBe(200);
    expect(await word()).toBe('on pace');
  });

  it('are refused at the field, and to whoever may not set them', async () => {
    const rule = { ...await shipped(), cuts: { upper: 80, lower: 95 } };
    expect((await people.admin.send('PUT', '/status-rules/revenue', { from: '2026-11-01', rule })).json().errors).toMatchObject([{ field: 'rule/cuts', code: 'cutsCrossed' }]);
    expect((await people.manager.send('PUT', '/status-rules/revenue', { from: '2026-11-01', rule: await shipped() })).statusCode).toBe(403);
  });
});

describe('the ladder', () => {
  it('is a salesperson\'s own until the company shares that of the team', async () => {
    const ladder = async () => (await people.salesperson.get('/ladder?unit=ivarga&period=FY2027-P08')).json();
    expect(await ladder()).toMatchObject({ isShared: false, unit: { code: 'ivarga' } });
    expect((await people.admin.send('PUT', '/company/sharing', { sharesTeamLadder: true })).statusCode).toBe(200);
    const shared = await ladder();
    expect(shared).toMatchObject({ isShared: true, mine: { unit: { code: 'ivarga' }, rank: 1 }, unit: { kind: 'team' } });
  });

  it('ranks by what is asked, and refuses what it does not know', async () => {
    expect((await people.manager.get('/ladder?unit=salt&period=FY2027-P08&by=actual')).json().places[0]).toMatchObject({ rank: 1, value: 60_000, unit: { code: 'ivarga' } });
    expect((await people.manager.get('/ladder?unit=nowhere&period=FY2027-P08')).statusCode).toBe(404);
    expect((await people.manager.get('/ladder?unit=salt&period=FY2027-P08&by=luck')).statusCode).toBe(422);
  });
});
