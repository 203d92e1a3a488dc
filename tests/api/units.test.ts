import { afterAll, beforeAll, describe, expect, it } from 'vitest';
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
  await people.admin.send('POST', '/deals', wonDeal({ closedOn: '2026-10-05', amount: '100' }));
  await people.admin.send('POST', '/deals', wonDeal({ closedOn: '2026-11-05', amount: '200' }));
  await putTargets(
    people.admin,
    [7, 8, 9].map((n) => ({
      unit: 'ivarga',
      period: `FY2027-P0${n}`,
      measure: 'revenue',
      target: '500',
    })),
  );
});
afterAll(() => server.stop());

const move = (over: object = {}, client = people.admin, unit = 'ivarga') =>
  client.send('POST', `/units/${unit}/move`, {
    parent: 'eng',
    from: '2026-11-01',
    reason: 'new team',
    ...over,
  });
const figuresOf = async (unit: string, period: string) =>
  (await people.admin.get(`/attainment?unit=${unit}&period=${period}`)).json().figures;

describe('moving a person', () => {
  it('is checked first, and says how many deals count elsewhere', async () => {
    expect((await move({ preview: true })).json()).toMatchObject({ written: false, deals: 1 });
    expect((await figuresOf('deck', 'FY2027-P08')).actual).toBe(20_000);
  });

  it('takes deals and targets along from that day on; what was before stays where it was', async () => {
    expect((await move()).json()).toMatchObject({ written: true, deals: 1 });
    expect((await figuresOf('deck', 'FY2027-P07')).actual).toBe(10_000);
    expect((await figuresOf('eng', 'FY2027-P08')).actual).toBe(20_000);
    expect((await figuresOf('eng', 'FY2027-P08')).target.value).toBe(50_000);
    expect((await figuresOf('deck', 'FY2027-P08')).actual).toBe(0);
    const places = (await people.admin.get('/units')).json() as {
      unit: { code: string };
      parent: { code: string };
      from: string;
    }[];
    expect(places.find((each) => each.unit.code === 'ivarga')).toMatchObject({
      parent: { code: 'eng' },
      from: '2026-11-01',
      isActive: true,
    });
    const { rows } = await server.pool.query(
      `select action, reason from audit where entity = 'unit' and entity_id = 'ivarga' order by id
        desc limit 1`,
    );
    expect(rows[0]).toEqual({ action: 'moved', reason: 'new team' });
  });

  it.each([
    ['under a person', { parent: 'tbrandt' }, 'parent', 'badParent'],
    ['under nobody', { parent: 'nothing' }, 'parent', 'unknownParent'],
  ])('is refused %s, at its field', async (_case, over, field, code) => {
    expect((await move(over)).json().errors).toEqual([expect.objectContaining({ field, code })]);
  });

  it('needs a reason and a real day', async () => {
    expect((await move({ reason: '' })).statusCode).toBe(422);
    expect((await move({ from: '2026-02-30' })).statusCode).toBe(422);
  });

  it('stays within what one may see, and nobody moves their own unit', async () => {
    expect((await move({ parent: 'north' }, people.manager)).json().code).toBe('outsideUnit');
    expect((await move({}, people.north)).json().code).toBe('unknownUnit');
    expect((await move({}, people.salesperson)).json().code).toBe('forbidden');
    expect((await move({ parent: 'ht' }, people.manager, 'salt')).json().errors[0]).toMatchObject({
      code: 'ownUnit',
    });
  });

  it('does not reach into the time in which the person stood in another branch', async () => {
    await people.admin.send('POST', '/units/tbrandt/move', {
      parent: 'north',
      from: '2027-01-01',
      reason: 'lent out',
    });
    await people.admin.send('POST', '/units/tbrandt/move', {
      parent: 'eng',
      from: '2027-03-01',
      reason: 'back',
    });
    const before = (await server.pool.query('select * from membership order by id')).rows;
    expect(
      (await move({ parent: 'deck', from: '2027-02-01' }, people.manager, 'tbrandt')).json().code,
    ).toBe('outsideUnit');
    expect(
      (
        await people.manager.send('POST', '/units/tbrandt/leave', {
          lastDay: '2026-12-15',
          reason: 'x',
        })
      ).json().code,
    ).toBe('outsideUnit');
    expect((await server.pool.query('select * from membership order by id')).rows).toEqual(before);
    expect(
      (await move({ parent: 'deck', from: '2027-03-15', preview: true }, people.manager, 'tbrandt'))
        .statusCode,
    ).toBe(200);
  });

  it('does not reach into a closed month', async () => {
    await people.admin.send('PUT', '/closed-months/FY2027-P07');
    expect((await move({ from: '2026-10-20', parent: 'deck' })).json()).toMatchObject({
      code: 'monthClosed',
    });
    expect((await move({ from: '2026-11-10', parent: 'deck' })).statusCode).toBe(200);
    await people.admin.send('POST', '/closed-months/FY2027-P07/open', {
      name: 'October 2026',
      reason: 'test',
    });
  });
});

describe('leaving', () => {
  it('ends after the last day, and later deals are unassigned, not lost', async () => {
    expect(
      (
        await people.admin.send('POST', '/units/ivarga/leave', {
          lastDay: '2026-11-01',
          reason: 'retires',
        })
      ).json(),
    ).toMatchObject({ written: true, deals: 1 });
    const standing = (await people.admin.get('/attainment?unit=ht&period=FY2027-P08')).json();
    expect(standing.unassigned).toEqual({ amount: 20_000, deals: 1 });
    expect(
      (await people.admin.get('/units'))
        .json()
        .find((each: { unit: { code: string } }) => each.unit.code === 'ivarga'),
    ).toMatchObject({ isActive: false, lastDay: '2026-11-01' });
  });

  it('before the first day is refused', async () => {
    expect(
      (
        await people.admin.send('POST', '/units/nkassem/leave', {
          lastDay: '2025-01-01',
          reason: 'x',
        })
      ).json().errors[0],
    ).toMatchObject({ field: 'lastDay', code: 'notThereYet' });
  });
});

describe('taking back a change of a unit', () => {
  const undo = (unit: string, client = people.admin) =>
    client.send('POST', `/units/${unit}/undo`, {});
  const placeOf = async (unit: string) =>
    (await people.admin.get('/units'))
      .json()
      .find((each: { unit: { code: string } }) => each.unit.code === unit);

  it('puts a moved unit back where it stood, for who moved it, once', async () => {
    const before = await placeOf('tbrandt');
    const parent = before.parent.code === 'eng' ? 'deck' : 'eng';
    await move({ parent, from: '2026-11-09' }, people.admin, 'tbrandt');
    expect((await placeOf('tbrandt')).parent.code).toBe(parent);
    expect((await undo('tbrandt', people.manager)).json()).toMatchObject({ code: 'nothingToUndo' });
    expect((await undo('tbrandt')).json()).toEqual({ action: 'moved' });
    expect(await placeOf('tbrandt')).toEqual(before);
    expect((await undo('tbrandt')).json()).toMatchObject({ code: 'nothingToUndo' });
  });

  it('lets somebody stay who was to leave', async () => {
    const before = await placeOf('tbrandt');
    const leave = { lastDay: '2026-11-20', reason: 'a slip' };
    await people.admin.send('POST', '/units/tbrandt/leave', leave);
    expect((await placeOf('tbrandt')).lastDay).toBe('2026-11-20');
    expect((await undo('tbrandt')).json()).toEqual({ action: 'left' });
    expect(await placeOf('tbrandt')).toEqual(before);
  });

  it('takes an added unit out again, unless something holds it', async () => {
    const add = (unit: string) =>
      people.admin.send('POST', '/units', {
        unit,
        name: `New ${unit}`,
        kind: 'salesperson',
        parent: 'deck',
      });
    await add('newone');
    expect((await undo('newone')).json()).toEqual({ action: 'created' });
    expect(await placeOf('newone')).toBeUndefined();
    await add('booked');
    await people.admin.send('POST', '/deals', wonDeal({ salesperson: 'booked', deal: 'HOLD-1' }));
    expect((await undo('booked')).json()).toMatchObject({ code: 'unitInUse' });
    expect(await placeOf('booked')).toBeDefined();
  });
});

describe('people and units that are added', () => {
  const several = (over: object = {}, client = people.manager) =>
    client.send('POST', '/units/several', {
      kind: 'salesperson',
      parent: 'deck',
      units: [{ name: 'Zoë Park' }, { name: 'Bo Ek', email: 'bo@example.com' }],
      ...over,
    });

  it('get a code of their name where none is given, and another where it is taken', async () => {
    const add = async (name: string) =>
      (
        await people.manager.send('POST', '/units', { name, kind: 'salesperson', parent: 'deck' })
      ).json();
    expect(await add('Ida Varga')).toMatchObject({ code: 'ivarga-2', name: 'Ida Varga' });
    expect(await add('Ona Reef')).toMatchObject({ code: 'oreef' });
  });

  it('come as a list, all or none, and nobody twice', async () => {
    const refused = await several({ units: [{ name: 'Good Name' }, { name: ' ' }] });
    expect(refused.statusCode).toBe(422);
    const made = await several();
    expect(made.json()).toMatchObject([{ code: 'zpark' }, { code: 'bek' }]);
    expect((await several()).json().errors).toMatchObject([
      { field: 'units/0/name', code: 'sameName' },
      { field: 'units/1/name', code: 'sameName' },
    ]);
    const twice = await several({ units: [{ name: 'Al Moor' }, { name: 'al  moor' }] });
    expect(twice.json().errors).toMatchObject([{ field: 'units/1/name', code: 'sameName' }]);
    const units = (await people.manager.get('/units')).json() as { unit: { name: string } }[];
    expect(units.filter((each) => /Good Name|Moor/.test(each.unit.name))).toEqual([]);
  });

  it('are at most 500 of a list, and only within one’s own part', async () => {
    const many = (count: number) =>
      several({ units: Array.from({ length: count }, (_, i) => ({ name: `Person ${i}` })) });
    expect((await many(501)).statusCode).toBe(422);
    expect((await many(500)).statusCode).toBe(201);
    // Also where the name stands there: that is not told.
    for (const name of ['New Name', 'Noor Kassem'])
      expect((await several({ parent: 'north', units: [{ name }] })).json().code).toBe(
        'outsideUnit',
      );
    expect((await several({}, people.salesperson)).statusCode).toBe(403);
  });
});
