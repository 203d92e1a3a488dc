import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { AlertRuleInput } from '#contract/schemas/alert';
import { parseDay, toIsoDay } from '#core/period/day';
import { withUnitsAbove } from '#core/units/above';
import { evaluate, RuleBook } from '#server/alerts/engine';
import { loadActiveRules } from '#server/alerts/storedRule';
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
let today = '2026-11-18';

const rule = (over: Partial<AlertRuleInput> = {}): AlertRuleInput => ({
  unit: 'salt',
  name: 'Behind pace',
  kind: 'pace',
  watched: 'salespeople',
  measure: 'revenue',
  periodKind: 'month',
  threshold: 90,
  change: null,
  days: null,
  receivers: [],
  roles: [],
  delivery: 'app',
  ...over,
});
const make = async (over: Partial<AlertRuleInput> = {}, as = people.manager) => {
  const made = await as.send('POST', '/alert-rules', rule(over));
  expect(made.statusCode, made.body).toBe(201);
  return made.json();
};
const forgetAlerts = async () => {
  for (const table of ['alert_receipt', 'alert', 'alert_state', 'alert_rule', 'outgoing_mail'])
    await server.db.execute(`delete from ${table}`);
};
const look = async (touched: number[] | null = null) => {
  await server.replica.catchUp();
  return evaluate(
    server.context,
    new RuleBook(await loadActiveRules(server.db)),
    touched && withUnitsAbove(server.replica.company!.tree, touched),
  );
};
const alertsOf = async (as = people.manager) => (await as.get('/alerts')).json();
const textsOf = async (as = people.manager) =>
  (await alertsOf(as)).alerts.map(({ text }: { text: string }) => text);
const book = async (over: object) => {
  const booked = await people.manager.send('POST', '/deals', wonDeal(over as never));
  expect(booked.statusCode, booked.body).toBe(201);
};

beforeAll(async () => {
  server = await startServer(await createDatabase(), () => today);
  people = await createCompany(server);
  await putTargets(
    people.admin,
    ['ivarga', 'tbrandt'].map((unit) => ({
      unit,
      measure: 'revenue',
      period: 'FY2027-P08',
      target: '2000.00',
    })),
  );
  await book({ salesperson: 'ivarga', amount: '1500.00', closedOn: '2026-11-05' });
  await book({ salesperson: 'tbrandt', amount: '1240.00', closedOn: '2026-11-05' });
});
afterAll(() => server.stop());
beforeEach(async () => {
  today = '2026-11-18';
  await forgetAlerts();
});

describe('alert rules', () => {
  it('say nothing of what is so already, fire at the crossing, once, with figures and a mail', async () => {
    await make({ delivery: 'mail' });
    expect(await look()).toBe(0);
    // Pace asks for more with each day: 2,000 x 14/21 is due, 1,240 is 93 %, then 87 %.
    today = '2026-11-20';
    expect(await look()).toBe(1);
    expect(await look()).toBe(0);
    expect(await textsOf()).toEqual([
      'Tomas Brandt is at 86% of what is due in November 2026, under 90%.',
    ]);
    const { rows } = await server.db.execute<{ address: string; subject: string; text: string }>(
      'select address, subject, text from outgoing_mail',
    );
    expect(rows).toHaveLength(1);
    expect(rows[0]!.address).toBe('manager@example.com');
    expect(rows[0]!.text).toContain('/?unit=tbrandt&period=FY2027-P08');
  });

  it('tell whom they name, by name or role, as long as they see the unit', async () => {
    const { people: known } = (await people.manager.get('/alert-rules')).json();
    const viewer = known.find(({ name }: { name: string }) => name === 'viewer').id;
    await make({ receivers: [viewer], roles: ['manager'], threshold: 70 });
    today = '2026-11-27';
    await server.db
      .execute(`update app_user set unit_id = (select id from unit where code = 'north')
      where email = 'viewer@example.com'`);
    expect(await look()).toBe(1);
    expect([await textsOf(people.viewer), (await textsOf()).length]).toEqual([[], 1]);
    expect(await textsOf(people.north)).toEqual([]);
    await server.db.execute(`update app_user set unit_id = (select id from unit where code = 'salt')
      where email = 'viewer@example.com'`);
  });

  it('look only at what a booking can touch', async () => {
    await make({ watched: 'unit', unit: 'ivarga', threshold: 500 });
    await make({ watched: 'unit', unit: 'tbrandt', threshold: 500 });
    const { tree } = server.replica.company!;
    const dataset = server.replica.datasetFor(tree.root!.id);
    const rules = new RuleBook(await loadActiveRules(server.db));
    const touched = rules.touchedBy(dataset, withUnitsAbove(tree, [tree.findByCode('ivarga')!.id]));
    expect(touched.map(({ rule: each }) => tree.find(each.unitId)!.code)).toEqual(['ivarga']);
  });

  it('are silent while muted or snoozed', async () => {
    const { id } = await make();
    const put = (body: object) => people.manager.send('PUT', `/alert-rules/${id}/state`, body);
    await put({ isMuted: false, snoozedUntil: '2026-11-21' });
    today = '2026-11-20';
    expect(await look()).toBe(0);
    await put({ isMuted: true, snoozedUntil: null });
    expect(await look()).toBe(0);
    expect(
      (
        await people.admin.send('PUT', `/alert-rules/${id}/state`, {
          isMuted: false,
          snoozedUntil: null,
        })
      ).statusCode,
    ).toBe(404);
  });

  it('of a large deal tell each once, and are marked as seen', async () => {
    await make({ kind: 'deal', threshold: 500_000, watched: 'unit' });
    await book({ salesperson: 'ivarga', amount: '6000.00', closedOn: '2026-11-18' });
    await book({ salesperson: 'ivarga', amount: '10.00', closedOn: '2026-11-18' });
    expect([await look(), await look()]).toEqual([1, 0]);
    expect(await textsOf()).toEqual(['Ilse Varga booked a deal of €6k.']);
    const { alerts, unseen } = await alertsOf();
    expect([unseen, alerts[0].isSeen, alerts[0].dealId > 0]).toEqual([1, false, true]);
    await people.manager.send('POST', '/alerts/seen', {});
    expect((await alertsOf()).unseen).toBe(0);
  });

  it('of overdue deals, old data and missing targets read what there is', async () => {
    await make({ kind: 'overdue', threshold: 1, watched: 'unit' });
    await make({ kind: 'missingTargets', threshold: null, days: 10, watched: 'unit' });
    await make({ kind: 'oldData', threshold: 3, watched: 'unit' });
    await people.manager.send('POST', '/deals', {
      salesperson: 'tbrandt',
      customer: 'Quill Club',
      amount: '50.00',
      status: 'open',
      expectedOn: '2026-11-19',
    });
    today = '2026-11-24';
    await look();
    const texts = await textsOf();
    expect(texts).toContain('Saltmarsh has 1 overdue open deal.');
    expect(texts).toContainEqual(expect.stringContaining('no target for December 2026'));
    expect(texts).toContainEqual(expect.stringContaining('working days old'));
  });

  it('are refused with the field that says why', async () => {
    const faultsOf = async (over: Partial<AlertRuleInput>) =>
      (await people.manager.send('POST', '/alert-rules', rule(over)))
        .json()
        .errors.map(({ field, code }: { field: string; code: string }) => [field, code]);
    expect(await faultsOf({ threshold: null })).toEqual([['threshold', 'required']]);
    expect(await faultsOf({ threshold: 0 })).toEqual([['threshold', 'outsideRange']]);
    expect(await faultsOf({ kind: 'grade' })).toEqual([['change', 'required']]);
    expect(await faultsOf({ kind: 'forecast' })).toEqual([['days', 'required']]);
    expect(await faultsOf({ kind: 'deal', threshold: 5, measure: 'gross_profit' })).toEqual([
      ['measure', 'revenueOnly'],
    ]);
    expect(await faultsOf({ receivers: [999_999] })).toEqual([['receivers', 'seesItNot']]);
    const north = await people.manager.send('POST', '/alert-rules', rule({ unit: 'north' }));
    expect(north.statusCode).toBe(404);
  });

  it('of a unit that ended or a measure that is gone say so, and look no more', async () => {
    await make();
    await server.db.execute(`update alert_rule set measure = 'no_such_measure'`);
    const { rules } = (await people.manager.get('/alert-rules')).json();
    expect(rules[0].problem).toBe('measureGone');
    expect(await look()).toBe(0);
  });
});

describe('the preview of a rule', () => {
  it('says when it would have fired: the same as if it had looked each day (random bookings)', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            day: fc.integer({ min: 0, max: 29 }),
            who: fc.constantFrom('ivarga', 'tbrandt'),
            amount: fc.integer({ min: 10, max: 900 }),
          }),
          { minLength: 3, maxLength: 12 },
        ),
        fc.constantFrom<Partial<AlertRuleInput>>(
          { kind: 'pace', threshold: 80 },
          { kind: 'gap', threshold: -30_000 },
          { kind: 'grade', threshold: null, change: 'either' },
        ),
        async (bookings, over) => {
          await forgetAlerts();
          const first = parseDay('2027-01-01')!;
          await putTargets(
            people.admin,
            ['ivarga', 'tbrandt'].map((unit) => ({
              unit,
              measure: 'revenue',
              period: 'FY2027-P10',
              target: '2000.00',
            })),
          );
          const ids: number[] = [];
          today = toIsoDay(first - 1);
          await make(over);
          await server.db.execute('delete from alert_state');
          for (let day = 0; day < 30; day++) {
            today = toIsoDay(first + day);
            for (const each of bookings.filter((booking) => booking.day === day)) {
              const booked = await people.manager.send(
                'POST',
                '/deals',
                wonDeal({ salesperson: each.who, amount: `${each.amount}.00`, closedOn: today }),
              );
              ids.push(booked.json().deal.id);
            }
            await look();
          }
          const { rows } = await server.db.execute<{ unit: string; reading: number }>(
            'select u.code as unit, a.reading from alert a join unit u on u.id = a.unit_id order by a.id',
          );
          const preview = (
            await people.manager.send('POST', '/alert-rules/preview', rule(over))
          ).json();
          const inMonth = preview.firings.filter(({ day }: { day: string }) => day >= '2027-01-01');
          expect(inMonth.map(({ unit }: { unit: { code: string } }) => unit.code).sort()).toEqual(
            rows.map(({ unit }) => unit).sort(),
          );
          for (const id of ids)
            await people.manager.send('POST', `/deals/${id}/void`, {
              reason: 'a test',
              version: 1,
            });
        },
      ),
      { numRuns: 6 },
    );
    today = '2026-11-18';
  });

  it('says that open deals of the past are not kept', async () => {
    const preview = await people.manager.send(
      'POST',
      '/alert-rules/preview',
      rule({ kind: 'coverage', threshold: 1.2 }),
    );
    expect(preview.json()).toMatchObject({ canBeReplayed: false, count: 0 });
  });
});

describe('a rule about a slice', () => {
  const bySlice = { by: 'category' as const, value: 'engines' };

  it('looks at what the slice has against its own target, and says so', async () => {
    await forgetAlerts();
    const {
      rows: [category],
    } = await server.db.execute<{ id: number }>(
      `insert into category (name) values ('Engines') returning id`,
    );
    const target = await putTargets(people.admin, [
      {
        unit: 'salt',
        period: 'FY2027-P08',
        measure: 'revenue',
        slice: { by: 'category', key: String(category!.id) },
        target: '1000.00',
      },
    ]);
    expect(target.statusCode, target.body).toBe(200);
    await make({ watched: 'unit', name: 'Engines', slice: bySlice, threshold: 90 });
    const { rules } = (await people.manager.get('/alert-rules')).json();
    expect(rules[0].slice).toEqual({ by: 'category', value: 'Engines' });
    await look();
    // A deal of another category changes nothing of it; one of its own does, and its voiding fires.
    await book({ amount: '5000.00', closedOn: '2026-11-17' });
    await look();
    expect(await textsOf()).toEqual([]);
    const booked = await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ amount: '900.00', closedOn: '2026-11-17', category: 'Engines' } as never),
    );
    await look();
    await people.manager.send('POST', `/deals/${booked.json().deal.id}/void`, {
      version: 1,
      reason: 'returned',
    });
    await look();
    const { alerts } = await alertsOf();
    expect(alerts).toMatchObject([
      { slice: { by: 'category', value: 'Engines' }, unit: { code: 'salt' } },
    ]);
    expect(alerts[0].text).toContain('Engines at Saltmarsh');
    const preview = await people.manager.send(
      'POST',
      '/alert-rules/preview',
      rule({ watched: 'unit', slice: bySlice, threshold: 90 }),
    );
    expect(preview.statusCode, preview.body).toBe(200);
    // In November it stood under it on the first working day already.
    expect(preview.json().count).toBeGreaterThan(0);
  });

  it('of another kind, of what slices have not, or of no such value is refused at its field', async () => {
    const faultsOf = async (over: Partial<AlertRuleInput>) => {
      const refused = await people.manager.send('POST', '/alert-rules', rule(over));
      return refused
        .json()
        .errors.map(({ field, code }: { field: string; code: string }) => `${field} ${code}`);
    };
    expect(await faultsOf({ slice: bySlice, kind: 'overdue', threshold: 1 })).toEqual([
      'slice sliceKind',
    ]);
    expect(await faultsOf({ slice: bySlice, measure: 'win_rate' })).toEqual([
      'measure sliceMeasure',
    ]);
    expect(await faultsOf({ slice: { by: 'product', value: 'nothing' } })).toEqual([
      'slice/value unknownName',
    ]);
  });
});
