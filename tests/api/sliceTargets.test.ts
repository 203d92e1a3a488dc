import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ComparisonView } from '#contract/schemas/comparison';
import type { PlanGridData } from '#contract/schemas/planGrid';
import type { LinesHeader } from '#contract/schemas/slice';
import type { SliceAttainment } from '#contract/schemas/sliceAttainment';
import { unpackColumns } from '#core/slices/columnPack';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
const ids: Record<string, string> = {};

const target = (over: Record<string, unknown>) => ({
  unit: 'salt',
  period: 'FY2027-P08',
  measure: 'revenue',
  target: '1000.00',
  ...over,
});
const put = (changes: object[], over: object = {}) =>
  people.admin.send('PUT', '/targets', { changes, reason: 'agreed', ...over });
const product = (name: string) => ({ by: 'product', key: ids[name]! });
const attained = async (over = '', as = people.admin): Promise<SliceAttainment> => {
  const answer = await as.get(`/slice-attainment?unit=salt&period=FY2027-P08&by=product${over}`);
  expect(answer.statusCode, answer.body).toBe(200);
  return answer.json();
};

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  for (const name of ['Rope', 'Pump', 'Mast']) {
    const made = await people.admin.send('POST', '/lists/product', { name });
    expect(made.statusCode, made.body).toBeLessThan(300);
  }
  for (const { id, name } of (await people.admin.get('/lists/product')).json<
    { id: number; name: string }[]
  >())
    ids[name] = String(id);
  for (const [salesperson, name, closedOn, amount] of [
    ['ivarga', 'Rope', '2026-11-05', '300.00'],
    ['tbrandt', 'Rope', '2026-11-06', '200.00'],
    ['tbrandt', 'Pump', '2026-11-10', '150.00'],
    ['ivarga', 'Mast', '2025-11-04', '400.00'],
  ] as const) {
    const booked = await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ salesperson, product: name, closedOn, amount }),
    );
    expect(booked.statusCode, booked.body).toBe(201);
  }
});
afterAll(() => server.stop());

describe('targets of slices', () => {
  it('are set, judged by what their lines come to, and never feed the unit', async () => {
    const before = (await people.admin.get('/attainment?unit=salt&period=FY2027-P08')).json()
      .figures.target;
    const saved = await put([
      target({ slice: product('Rope'), target: '1000.00' }),
      target({ slice: product('Pump'), target: '100.00', floor: '80.00' }),
    ]);
    expect(saved.statusCode, saved.body).toBe(200);
    const view = await attained();
    const told = Object.fromEntries(
      view.rows.map((row) => [row.name, [row.actual, row.target, row.attainment]]),
    );
    expect(told).toEqual({ Rope: [50_000, 100_000, 0.5], Pump: [15_000, 10_000, 1.5] });
    expect(view.own.allocated).toBe(110_000);
    const after = (await people.admin.get('/attainment?unit=salt&period=FY2027-P08')).json().figures
      .target;
    expect(after).toEqual(before);
  });

  it('stand beside what is explored, as on their own page', async () => {
    const bytes = (await people.admin.get('/explore/lines?unit=salt&period=FY2027-P08')).rawPayload;
    const buffer = new Uint8Array(bytes).buffer;
    const { targets } = unpackColumns<LinesHeader>(buffer).header;
    const own = (await attained()).rows.filter((row) => row.target !== null);
    expect(own).toHaveLength(2);
    expect(
      targets.map(({ by, key, measure, attainmentText, status }) => [
        by,
        key,
        measure,
        attainmentText,
        status,
      ]),
    ).toEqual(
      expect.arrayContaining(
        own.map(({ key, attainmentText, status }) => [
          'product',
          key,
          'revenue',
          attainmentText,
          status,
        ]),
      ),
    );
    expect(targets).toHaveLength(2);
  });

  it('stand month by month in Compare, as on their own page', async () => {
    const compared = await people.admin.get('/comparison?unit=salt&period=FY2027-P08&by=product');
    const { months, slices, statuses } = compared.json<ComparisonView>().statusByMonth;
    const at = months.findIndex(({ id }) => id === 'FY2027-P08');
    expect(
      slices.map(({ name, cells }) => [
        name,
        cells[at]!.attainmentText,
        cells[at - 1]!.attainmentText,
      ]),
    ).toEqual([
      // The largest target first.
      ['Rope', '50%', null],
      ['Pump', '150%', null],
    ]);
    const own = await attained();
    for (const { key, cells } of slices)
      expect(statuses[cells[at]!.status]).toEqual(own.rows.find((row) => row.key === key)!.status);
    const other = await people.admin.get('/comparison?unit=salt&period=FY2027-P08&by=customer');
    expect(other.json<ComparisonView>().statusByMonth.slices).toEqual([]);
  });

  it('apply in the same order as others: a quarter is shared out, units are added up', async () => {
    await put([target({ slice: product('Mast'), period: 'FY2027', target: '1200.00' })]);
    const { rows } = await attained();
    const mast = rows.find(({ name }) => name === 'Mast')!;
    expect(mast.targetSource).toBe('allocatedFromPeriod');
    expect(mast.target).toBeGreaterThan(0);
    const year = await people.admin.get('/slice-attainment?unit=salt&period=FY2027&by=product');
    const [whole] = year.json<SliceAttainment>().rows.filter(({ name }) => name === 'Mast');
    expect(whole!.target).toBe(120_000);
    // A person has none of their own: the branch's is never repeated on them.
    const person = await people.admin.get(
      '/slice-attainment?unit=ivarga&period=FY2027-P08&by=product',
    );
    expect(person.json<SliceAttainment>().rows.map((row) => row.target)).toEqual([null]);
  });

  it('stand in the grid as rows below the unit, whose own row is only compared', async () => {
    const grid = (
      await people.admin.get('/plan-grid?unit=salt&year=FY2027&measure=revenue&by=product')
    ).json<PlanGridData>();
    expect(grid.slices).toEqual({ by: 'product', omitted: 0 });
    expect(grid.units.map(({ name }) => name).sort()).toEqual(
      [grid.unit.name, 'Mast', 'Pump', 'Rope'].sort(),
    );
    const rope = grid.units.find(({ name }) => name === 'Rope')!;
    expect([rope.id, rope.code]).toEqual([-Number(ids['Rope']), `product:${ids['Rope']}`]);
    expect(grid.targets.find(([unit]) => unit === rope.id)).toEqual([
      rope.id,
      'FY2027-P08',
      100_000,
      null,
      null,
      1,
      null,
    ]);
    const changes = await people.admin.get(
      `/plan-grid/changes?unit=salt&year=FY2027&measure=revenue&by=product&plan=${grid.plan!.id}&cursor=0`,
    );
    expect(changes.json()).toHaveLength(3);
    // The grid of people knows nothing of them.
    const plain = (
      await people.admin.get('/plan-grid?unit=salt&year=FY2027&measure=revenue')
    ).json<PlanGridData>();
    expect(plain.targets.every(([unit]) => unit > 0)).toBe(true);
  });

  it('are undone by what saving answers, and their changes are told', async () => {
    const saved = await put([target({ slice: product('Rope'), target: '700.00' })]);
    const { undo } = saved.json();
    expect(undo[0]).toMatchObject({ slice: product('Rope'), target: '1000.00' });
    await put(undo);
    const history = await people.admin.get(
      `/targets/history?unit=salt&period=FY2027-P08&measure=revenue&by=product&key=${ids['Rope']}`,
    );
    expect(history.json().map((each: { to: number }) => each.to)).toEqual([
      100_000, 70_000, 100_000,
    ]);
    const clash = await put([target({ slice: product('Rope'), target: '1.00', version: 1 })]);
    expect(clash.statusCode).toBe(409);
    expect(clash.json().clashes[0]).toMatchObject({ slice: product('Rope'), theirs: '1000.00' });
  });

  it('are drafted, compared by name and published', async () => {
    const { plan } = (
      await people.admin.send('POST', '/plans', {
        year: 'FY2027',
        name: 'By product',
        from: 'published',
      })
    ).json();
    const saved = await put([target({ slice: product('Rope'), target: '900.00' })], {
      plan: plan.id,
    });
    expect(saved.statusCode, saved.body).toBe(200);
    expect((await attained()).rows.find(({ name }) => name === 'Rope')!.target).toBe(100_000);
    const difference = (await people.admin.get(`/plans/${plan.id}/difference`)).json();
    expect(difference.rows).toMatchObject([
      { sliceName: 'Rope', otherValue: 100_000, value: 90_000 },
    ]);
    const published = await people.admin.send('POST', `/plans/${plan.id}/publish`, {
      note: 'by product',
    });
    expect(published.statusCode, published.body).toBe(200);
    expect((await attained()).rows.find(({ name }) => name === 'Rope')!.target).toBe(90_000);
  });

  it('come back unchanged from targets.csv', async () => {
    const file = (await people.admin.get('/exports/targets?format=csv')).body;
    expect(file).toContain('product,Rope');
    const check = await people.admin.send('POST', '/imports/targets?check=true', file, {
      'content-type': 'text/csv',
    });
    expect(check.json()).toMatchObject({ created: 0, changed: 0, refused: 0 });
    const bad = [
      'unit,period,measure,target,dimension,value',
      'salt,FY2027-P08,revenue,5,product,Nothing like it',
      'salt,FY2027-P08,revenue,5,colour,Red',
      'salt,FY2027-P08,gross_margin,5,product,Rope',
      'salt,FY2027-P08,revenue,5,,Rope',
    ].join('\n');
    const refused = (
      await people.admin.send('POST', '/imports/targets?check=true', bad, {
        'content-type': 'text/csv',
      })
    ).json();
    expect(refused.refused).toBe(4);
    expect(JSON.stringify(refused.rows ?? refused)).toContain('Is no product of the lists');
  });

  it('of another branch are nobody else’s to see, not by name either', async () => {
    const named = async (as: typeof people.manager, unit: string) =>
      (await as.get(`/plan-grid?unit=${unit}&year=FY2027&measure=revenue&by=product`))
        .json<PlanGridData>()
        .units.map(({ name }) => name);
    expect(await named(people.manager, 'salt')).toContain('Rope');
    expect(await named(people.north, 'north')).not.toContain('Rope');
  });

  it('are refused for what is no slice, with the field that says why', async () => {
    const fieldsOf = async (over: Record<string, unknown>) =>
      (await put([target(over)]))
        .json()
        .errors.map((each: { field: string; code: string }) => [each.field, each.code]);
    expect(await fieldsOf({ slice: { by: 'product', key: '999999' } })).toEqual([
      ['changes/0/slice', 'unknownSlice'],
    ]);
    expect(await fieldsOf({ slice: product('Rope'), measure: 'gross_margin' })).toEqual([
      ['changes/0/measure', 'sliceMeasure'],
    ]);
    expect(await fieldsOf({ slice: { by: 'customerGroup', key: 'No such' } })).toEqual([
      ['changes/0/slice', 'unknownSlice'],
    ]);
    const wrong = await people.admin.get(
      '/slice-attainment?unit=salt&period=FY2027-P08&by=product&measure=gross_margin',
    );
    expect(wrong.statusCode).toBe(422);
  });

  it('are compared with in Compare, slice by slice', async () => {
    const view = (
      await people.admin.get('/comparison?unit=salt&period=FY2027-P08&against=target&by=product')
    ).json();
    expect(view.rows.find((row: { name: string }) => row.name === 'Rope')).toMatchObject({
      now: 50_000,
      then: 90_000,
    });
  });
});
