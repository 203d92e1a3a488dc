import { describe, expect, it } from 'vitest';
import type { ActivityGrid } from '#contract/schemas/activity';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { clearBlock, readEntries, textAt, whyLocked } from './activityEntry';

const VISITS = {
  ...SHIPPED_MEASURES[0]!,
  code: 'visits',
  name: 'Visits',
  unit: 'count' as const,
  decimals: 1,
};
const DECIMALS = 1;
/**
 * Two people by October and November; Ilse has 12.5 visits in October, Tomas came in November, and
 * his days are typed singly.
 */
const gridOf = (over: Partial<ActivityGrid> = {}): ActivityGrid => ({
  unit: { id: 2, code: 'deck', name: 'Deck', kind: 'team' },
  measure: VISITS,
  currency: 'EUR',
  canEdit: true,
  columns: [
    { id: 'FY2027-P07', name: 'October 2026', shortName: 'Oct' },
    { id: 'FY2027-P08', name: 'November 2026', shortName: 'Nov' },
  ],
  rows: [
    {
      unit: { id: 3, code: 'iv', name: 'Ilse', kind: 'salesperson' },
      depth: 1,
      own: [125, null],
      whole: [125, null],
      locks: [null, null],
      on: ['2026-10-01', '2026-11-01'],
    },
    {
      unit: { id: 4, code: 'tb', name: 'Tomas', kind: 'salesperson' },
      depth: 1,
      own: [null, 40],
      whole: [null, 40],
      locks: ['notInTree', 'daysTyped'],
      on: [null, null],
    },
  ],
  ...over,
});
const read = (row: number, column: number, text: string, grid = gridOf()) =>
  readEntries(grid, DECIMALS, [{ row, column, text }]);

describe('values typed in', () => {
  it.each([
    ['13', '13.0'],
    ['13.5', '13.5'],
    ['1,200', '1200.0'],
    ['-2', '-2.0'],
  ])('"%s" is written as %s, on the day it is kept on, with what was seen there', (text, value) => {
    expect(read(0, 0, text)).toEqual({
      ok: true,
      changes: [{ unit: 'iv', on: '2026-10-01', measure: 'visits', value, previousValue: '12.5' }],
    });
  });

  it('empty takes the value away, and the same or nothing changes nothing', () => {
    expect(read(0, 0, '')).toMatchObject({
      ok: true,
      changes: [{ value: null, previousValue: '12.5' }],
    });
    expect(read(0, 0, '12.5')).toEqual({ ok: true, changes: [] });
    expect(read(0, 1, ' ')).toEqual({ ok: true, changes: [] });
    expect(read(0, 1, '3')).toMatchObject({
      ok: true,
      changes: [{ value: '3.0', previousValue: null }],
    });
  });

  it.each(['soon', '1.25', '12,345,6'])('"%s" is refused with where and why', (text) => {
    expect(read(0, 0, text)).toEqual({
      ok: false,
      fault: `Ilse, October 2026: “${text}” is not a number with at most 1 decimal.`,
    });
    expect(readEntries(gridOf(), 0, [{ row: 0, column: 0, text: '1.5' }])).toEqual({
      ok: false,
      fault: 'Ilse, October 2026: “1.5” is not a whole number.',
    });
  });

  it('are taken as a whole block or not at all', () => {
    const entries = [
      { row: 0, column: 0, text: '5' },
      { row: 0, column: 1, text: 'x' },
    ];
    expect(readEntries(gridOf(), DECIMALS, entries)).toMatchObject({ ok: false });
    expect(
      readEntries(
        gridOf(),
        DECIMALS,
        entries.map((each) => ({ ...each, text: '5' })),
      ),
    ).toMatchObject({ ok: true, changes: [{ on: '2026-10-01' }, { on: '2026-11-01' }] });
  });

  it('are refused where they would be nobody’s, would hide days, or may only be read', () => {
    expect(read(1, 0, '5')).toEqual({
      ok: false,
      fault: 'Tomas, October 2026: Does not stand in the tree in this period.',
    });
    expect(read(1, 1, '5')).toEqual({
      ok: false,
      fault:
        'Tomas, November 2026: Single days have values here; open the month by days and change those.',
    });
    expect(whyLocked(gridOf({ canEdit: false }), 0, 0)).toBe(
      'Your role may read values, not type them in.',
    );
    expect(whyLocked(gridOf(), 0, 1)).toBeNull();
  });

  it('are cleared where they were typed; a mean with fractions nobody typed', () => {
    expect(clearBlock(gridOf(), DECIMALS, { top: 0, bottom: 0, left: 0, right: 1 })).toEqual([
      { row: 0, column: 0, text: '' },
    ]);
    const grid = gridOf({ rows: [{ ...gridOf().rows[0]!, own: [12.25, 0] }] });
    expect([textAt(grid, DECIMALS, 0, 0), textAt(grid, DECIMALS, 0, 1)]).toEqual(['', '0.0']);
  });
});
