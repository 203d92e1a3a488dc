import { describe, expect, it } from 'vitest';
import { buildBrief } from '#core/attainment/standing';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  SAMPLE_UNITS,
  type SampleOptions,
} from '#core/dataset/sampleDataset';
import { parseDay } from '#core/period/day';
import { describePresence } from '#wording/presence';
import type { Scope } from '../access/index';
import { viewStanding, viewStandings, viewStrip, viewTree } from './service';

const NOVEMBER = 'FY2027-P08';
const people = [11, 12, 13];
const everyone = (periodId: string, target: number) =>
  people.map((unitId) => ({ unitId, periodId, target }));

function view(options: Partial<SampleOptions> = {}, unitId = 2, periodId = NOVEMBER) {
  const dataset = buildSampleDataset({
    asOf: '2026-11-18',
    booked: [
      { salespersonId: 11, amount: 900, on: '2026-11-02' },
      { salespersonId: 12, amount: 500, on: '2026-11-03' },
      { salespersonId: 13, amount: 200, on: '2026-11-04' },
      { salespersonId: 13, amount: 100, on: '2025-11-04' },
    ],
    targets: everyone(NOVEMBER, 1000),
    ...options,
  });
  const scope = { dataset, isWhole: true } as Scope;
  const period = dataset.calendar.parse(periodId)!;
  return {
    dataset,
    period,
    standing: viewStanding(
      scope,
      dataset.tree.find(unitId)!,
      period,
      'revenue',
      dataset.sums.newestDay,
    ),
  };
}

describe('the standing view', () => {
  it('shows headline, path and table of one and the same period (GUARDS 1)', () => {
    const { standing } = view();
    expect(standing.period).toMatchObject({
      name: 'November 2026',
      from: '2026-11-01',
      lastDay: '2026-11-30',
    });
    expect(standing.sentence[0]!.text).toContain('November target');
    expect([standing.path[0]!.day, standing.path.at(-1)!.day]).toEqual([
      '2026-11-01',
      '2026-11-30',
    ]);
    expect(standing.figures.days).toBe('1–18 Nov 2026');
  });

  it('closes the list: its lines add up to the total (GUARDS 16)', () => {
    const { standing } = view();
    expect(standing.rankings.reduce((sum, place) => sum + place.actual!, 0)).toBe(
      standing.figures.actual,
    );
    expect(standing.below.reduce((sum, place) => sum + place.actual!, 0)).toBe(
      standing.figures.actual,
    );
  });

  it('judges a running month by what was due by now, not by the whole (GUARDS 3)', () => {
    const { standing } = view();
    // 1600 of 3000 is 53 %; 62 % of the days have gone, so 86 % of what was due.
    expect(standing.figures.attainmentText).toBe('53%');
    expect(standing.figures.status.label).toBe('slipping');
    const { standing: ended } = view({ asOf: '2026-12-01' });
    expect(ended.figures.status.label).toBe('well short');
  });

  it('goes past 100 % instead of stopping there (GUARDS 9)', () => {
    const { standing } = view(
      { booked: [{ salespersonId: 11, amount: 2500, on: '2026-11-02' }] },
      11,
    );
    expect(standing.figures.attainment).toBe(2.5);
    expect(standing.figures.attainmentText).toBe('250%');
  });

  it('ends the line today (GUARDS 10)', () => {
    const { standing } = view();
    expect(standing.path.filter((point) => point.actual !== null)).toHaveLength(18);
  });

  it('says "new" beside the money instead of a percent on nothing (GUARDS 17)', () => {
    const { standing } = view({}, 11);
    expect(standing.priorYear).toMatchObject({ changeText: 'new', difference: 900, toDate: 0 });
  });

  it('says how fresh the data is (GUARDS 19)', () => {
    expect(view().standing.newestDay).toBe('2026-11-04');
    expect(view({ booked: [] }).standing.newestDay).toBeNull();
  });

  it('names what is missing, and gives no percent, when a total has not all its targets (GUARDS 2, 24)', () => {
    const { standing } = view({ targets: everyone(NOVEMBER, 1000).slice(1) });
    expect(standing.figures).toMatchObject({
      attainment: null,
      attainmentText: null,
      gap: null,
      status: { grade: 0, state: 'incomplete' },
    });
    expect(standing.figures.target.missing).toEqual([
      { unit: 'iv', name: 'Ilse', period: NOVEMBER, periodName: 'November 2026' },
    ]);
  });

  it('does not carry a target over into the next quarter (GUARDS 24)', () => {
    const { standing } = view({}, 2, 'FY2027-Q4');
    expect(standing.figures.target).toMatchObject({ value: null, targetSource: 'none' });
  });

  it('marks who joined after the period began and who left before it ended', () => {
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11 && each.unitId !== 12),
      { ...always(11, 3), from: parseDay('2026-11-09')! },
      { ...always(12, 3), to: parseDay('2026-11-14')! },
    ];
    const { standing } = view({ memberships });
    const notes = Object.fromEntries(
      standing.rankings.map((place) => [place.unit.code, describePresence(place)]),
    );
    expect(notes).toEqual({
      iv: 'joined after the period began',
      tb: 'left before it ended',
      mo: null,
    });
  });
});

describe('the tree and the strip', () => {
  it('lists units under those they stand under, each once', () => {
    const { dataset, period } = view();
    const { nodes, statuses } = viewTree({ dataset } as Scope, 1, period, 'revenue');
    expect(nodes.map((node) => [node.unit.code, node.depth, node.parent])).toEqual([
      ['co', 0, null],
      ['salt', 1, 'co'],
      ['deck', 2, 'salt'],
      ['iv', 3, 'deck'],
      ['tb', 3, 'deck'],
      ['eng', 2, 'salt'],
      ['mo', 3, 'eng'],
    ]);
    // Each status stands there once, and every unit has one of them.
    expect(new Set(statuses.map((each) => each.label)).size).toBe(statuses.length);
    for (const node of nodes)
      expect(statuses[node.status]).toEqual(
        buildBrief(dataset, node.unit.id, period, 'revenue').status,
      );
  });

  it('shows a person who moved within the period where they stand at its end, once', () => {
    const move = parseDay('2026-11-10')!;
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 12),
      { ...always(12, 3), to: move },
      { ...always(12, 4), from: move },
    ];
    const { dataset, period } = view({ memberships });
    const moved = viewTree({ dataset } as Scope, 1, period, 'revenue').nodes.filter(
      (node) => node.unit.code === 'tb',
    );
    expect(moved.map((node) => node.parent)).toEqual(['eng']);
  });

  it('has twelve months in four quarters, each with its own state', () => {
    const { dataset } = view();
    const strip = viewStrip(dataset, dataset.tree.find(2)!, 2027, 'revenue');
    expect(strip.months.map((month) => month.shortName).join(' ')).toBe(
      'Apr May Jun Jul Aug Sep Oct Nov Dec Jan Feb Mar',
    );
    expect(strip.months.map((month) => month.phase)).toEqual([
      ...Array<string>(7).fill('ended'),
      'open',
      ...Array<string>(4).fill('notStarted'),
    ]);
    expect(strip.months[8]!.status.state).toBe('noTarget');
    expect([strip.previous, strip.next]).toEqual(['FY2026', 'FY2028']);
  });
});

describe('standings of all units', () => {
  it('say of every unit the same as its own view', () => {
    const { dataset, period } = view();
    const { columns, rows } = viewStandings(dataset, period, 'revenue');
    for (const unit of SAMPLE_UNITS) {
      const row = rows.find((each) => each[0] === unit.code)!;
      const own = viewStanding({ dataset, isWhole: true } as Scope, unit, period, 'revenue', null);
      expect(row[columns.indexOf('actual')]).toBe(own.figures.actual);
      expect(row[columns.indexOf('target')]).toBe(own.figures.target.value);
      expect(row[columns.indexOf('priorYear')]).toBe(own.priorYear!.toDate);
      expect(row[columns.indexOf('grade')]).toBe(own.figures.status.grade);
    }
  });
});
