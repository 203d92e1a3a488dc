import { describe, expect, it } from 'vitest';
import { parseDay } from '#core/period/day';
import { buildSampleSheet } from './sampleSheet';
import { buildSheet, cellAt, ownValue, targetSourceWords, whyLocked } from './sheet';
import { type SheetCell, Workbench } from './workbench';

const cell = (over: Partial<SheetCell> = {}): SheetCell => ({
  value: 100,
  targetSource: 'set',
  allocatedFrom: null,
  floor: null,
  stretch: null,
  missing: 0,
  missingBelow: 0,
  unallocated: null,
  allocated: null,
  overAssignedShare: null,
  active: true,
  isClosed: false,
  priorYear: 0,
  ...over,
});
const sheetOf = (
  period: string,
  by: 'days' | 'weeks' | null = null,
  ...sample: Parameters<typeof buildSampleSheet>
) => buildSheet(new Workbench(buildSampleSheet(...sample)), period, by);

describe('the sheet', () => {
  it.each([
    ['FY2027-P08', 'Oct Nov Dec Quarter'],
    ['FY2027-Q3', 'Oct Nov Dec Quarter'],
    ['FY2027-P01', 'Apr May Jun Quarter'],
  ])('of %s is its quarter', (period, columns) => {
    const sheet = sheetOf(period);
    expect(sheet.columns.map((column) => column.name).join(' ')).toBe(columns);
    expect(sheet.total.period.kind).toBe('quarter');
  });

  it.each(['FY2027', 'FY2027-P02..FY2027-P05', 'FY2026-Q1'])(
    'of %s is the whole year, adding up at its end',
    (period) => {
      const sheet = sheetOf(period);
      expect(sheet.columns).toHaveLength(17);
      expect(sheet.columns.map((column) => column.name).slice(0, 5)).toEqual([
        'Apr',
        'May',
        'Jun',
        'Q1',
        'Jul',
      ]);
      expect(sheet.total.name).toBe('Year');
    },
  );

  it('of a month by days has its days and the month', () => {
    const sheet = sheetOf('FY2027-P08', 'days');
    expect(sheet.columns).toHaveLength(31);
    expect(sheet.columns[17]).toMatchObject({ name: '18', fullName: 'Wed 18 Nov 2026' });
    expect(sheet.total.name).toBe('Month');
  });

  it('keeps the unit itself as the last line', () => {
    const sheet = sheetOf('FY2027-Q3');
    expect(sheet.rows.map((each) => each.unit.code)).toEqual(['deck', 'iv', 'tb', 'salt']);
    expect(sheet.ownRow).toBe(3);
  });

  it('does not take the sum of those below for the own target', () => {
    expect(ownValue(cell({ targetSource: 'sumOfUnits' }))).toBeNull();
    expect(ownValue(cell({ targetSource: 'allocatedFromPeriod', value: 7 }))).toBe(7);
  });

  it('says why a cell cannot be typed into', () => {
    const set = [
      [3, 'FY2027-P07', 10, null, null, 1, null],
      [3, 'FY2027-P08', 10, null, null, 1, null],
      [3, 'FY2027-P09', 10, null, null, 1, null],
    ] as const;
    const locked = (row: number, column: number, over = {}) =>
      whyLocked(
        sheetOf(
          'FY2027-Q3',
          null,
          over,
          set.map((each) => [...each]),
        ),
        row,
        column,
      );
    expect(locked(1, 0)).toBeNull();
    expect(locked(0, 0)).toBeNull();
    expect(locked(1, 3)).toContain('sum of its shorter periods');
    expect(locked(1, 0, { canEdit: false })).toContain('read targets, not set');
    expect(locked(1, 0, { plan: null })).toContain('no plan for this year');
    expect(locked(1, 0, { closedMonths: ['FY2027-P07'] })).toContain('closed');
    const left = parseDay('2026-11-01')!;
    expect(
      locked(2, 1, {
        memberships: [
          [1, null, 0, 99_999],
          [2, 1, 0, 99_999],
          [3, 2, 0, 99_999],
          [4, 2, 0, left],
        ],
      }),
    ).toContain('not stand in the tree');
  });

  it('says where a value comes from', () => {
    expect(
      targetSourceWords(cell({ targetSource: 'allocatedFromPeriod', allocatedFrom: 'FY2027' })),
    ).toBe('share by working days of FY2027');
    expect(targetSourceWords(cell({ targetSource: 'sumOfUnits', missing: 2 }))).toBe(
      'sum of its people, 2 missing',
    );
    expect(
      cellAt(sheetOf('FY2027-Q3', null, {}, [[3, 'FY2027-P07', 10, null, null, 1, null]]), 1, 0),
    ).toMatchObject({ value: 10, targetSource: 'set', priorYear: 100 });
  });
});
