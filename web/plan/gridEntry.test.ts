import { describe, expect, it } from 'vitest';
import type { PlanGridData } from '#contract/schemas/planGrid';
import { clearBlock, decimalAt, fillBlock, growBlock, readEntries, readPercent } from './gridEntry';
import { buildSampleSheet } from './sampleSheet';
import { buildSheet } from './sheet';
import { Workbench } from './workbench';

/**
 * Deck (0), Ilse (1), Tomas (2) and the branch (3), by October, November, December and the quarter.
 */
const sheetOf = (over: Partial<PlanGridData> = {}, by: 'weeks' | null = null) =>
  buildSheet(
    new Workbench(
      buildSampleSheet(over, [
        [3, 'FY2027-P07', 100_000, null, null, 4, null],
        [3, 'FY2027-P08', 250_050, null, null, 2, null],
        [4, 'FY2027-P07', 80_000, null, null, 1, null],
      ]),
    ),
    'FY2027-Q3',
    by,
  );
const ILSE = 1;
const TOMAS = 2;
const entry = (row: number, column: number, text: string) => ({ row, column, text });
const read = (...entries: ReturnType<typeof entry>[]) => readEntries(sheetOf(), entries);
const ILSES_TWO = { top: ILSE, bottom: ILSE, left: 0, right: 1 };
const BOTH_MONTHS = { top: ILSE, bottom: TOMAS, left: 0, right: 1 };

describe('what is typed into the grid', () => {
  it.each([
    ['900', '900.00'],
    ['80k', '80000.00'],
    ['1,234.50', '1234.50'],
    ['1.234,50', '1234.50'],
    ['€2,000', '2000.00'],
    ['0', '0.00'],
  ])('"%s" sets %s, made from the version that was seen', (text, target) => {
    expect(read(entry(ILSE, 0, text))).toEqual({
      ok: true,
      changes: [
        {
          unit: 'iv',
          period: 'FY2027-P07',
          measure: 'revenue',
          target,
          floor: null,
          stretch: null,
          version: 4,
        },
      ],
    });
  });

  it('empty clears what is set, and changes nothing where nothing is', () => {
    expect(read(entry(ILSE, 0, ' '))).toMatchObject({
      ok: true,
      changes: [{ unit: 'iv', period: 'FY2027-P07', target: null, version: 4 }],
    });
    expect(read(entry(TOMAS, 1, ''))).toEqual({ ok: true, changes: [] });
  });

  it('the value that stands there changes nothing; as the sum of others it is set', () => {
    expect(read(entry(ILSE, 0, '1000'))).toEqual({ ok: true, changes: [] });
    expect(read(entry(0, 0, '1800'))).toMatchObject({
      ok: true,
      changes: [{ unit: 'deck', target: '1800.00' }],
    });
  });

  it.each([
    ['-5', 'Ilse, October 2026: a target cannot be negative.'],
    [
      '12.345,678',
      'Ilse, October 2026: “12.345,678” is not an amount. Write for example 80000, 80,000 or 80k.',
    ],
    ['5.000', 'Ilse, October 2026: “5.000” can be read in two ways. Write it without separators.'],
    ['1.2345', 'Ilse, October 2026: “1.2345” has too many decimals.'],
    [
      'soon',
      'Ilse, October 2026: “soon” is not an amount. Write for example 80000, 80,000 or 80k.',
    ],
  ])('"%s" is refused with where and why', (text, fault) => {
    expect(read(entry(ILSE, 0, text))).toEqual({ ok: false, fault });
  });

  it('a block is read in one style, and as a whole or not at all', () => {
    expect(read(entry(ILSE, 0, '5.000'), entry(ILSE, 1, '1.234,50'))).toMatchObject({
      ok: true,
      changes: [{ target: '5000.00' }, { target: '1234.50' }],
    });
    expect(read(entry(ILSE, 0, '700'), entry(TOMAS, 0, 'x'))).toMatchObject({
      ok: false,
      fault: expect.stringContaining('Tomas, October 2026') as string,
    });
  });

  it('into what is locked is refused with the reason', () => {
    expect(read(entry(ILSE, 3, '700'))).toEqual({
      ok: false,
      fault: 'Ilse, Q3 of FY 2027: This is the sum of its shorter periods; change those.',
    });
    expect(readEntries(sheetOf({ closedMonths: ['FY2027-P07'] }), [entry(ILSE, 0, '700')])).toEqual(
      {
        ok: false,
        fault:
          'Ilse, October 2026: The month is closed. An administrator can open it again in Setup.',
      },
    );
    expect(readEntries(sheetOf({ canEdit: false }), [entry(ILSE, 0, '700')])).toMatchObject({
      ok: false,
    });
  });

  it('into a week is set by its days, adding up to it', () => {
    const weeks = sheetOf({}, 'weeks');
    const set = readEntries(weeks, [entry(ILSE, 0, '1,000.01')]);
    if (!set.ok) throw new Error(set.fault);
    expect(set.changes.map((change) => change.period)).toEqual([
      '2026-10-05',
      '2026-10-06',
      '2026-10-07',
      '2026-10-08',
      '2026-10-09',
      '2026-10-10',
      '2026-10-11',
    ]);
    expect(set.changes.map((change) => change.target)).toEqual([
      '200.01',
      '200.00',
      '200.00',
      '200.00',
      '200.00',
      '0.00',
      '0.00',
    ]);
  });
});

describe('a percent typed into the grid', () => {
  it.each([
    ['+5%', 500],
    ['-2.5 %', -250],
    ['\u22127%', -700],
    ['+ 100%', 10_000],
    ['5%', null],
    ['+5', null],
    ['+1000%', null],
    ['+2.555%', null],
  ])('"%s" is %s basis points', (text, points) => {
    expect(readPercent(text)).toBe(points);
  });

  it('changes what has a value and may be changed, and leaves the rest', () => {
    expect(growBlock(sheetOf(), BOTH_MONTHS, 1_000)).toEqual({
      ok: true,
      entries: [entry(ILSE, 0, '1100.00'), entry(ILSE, 1, '2750.55'), entry(TOMAS, 0, '880.00')],
    });
    expect(growBlock(sheetOf({ closedMonths: ['FY2027-P07'] }), ILSES_TWO, -1_000)).toEqual({
      ok: true,
      entries: [entry(ILSE, 1, '2250.45')],
    });
  });

  it('says so where nothing is there to change, or nothing would be left', () => {
    expect(growBlock(sheetOf(), { top: TOMAS, bottom: TOMAS, left: 1, right: 2 }, 500)).toEqual({
      ok: false,
      fault: 'There is nothing here to change by a percent.',
    });
    expect(growBlock(sheetOf(), BOTH_MONTHS, -10_000)).toEqual({
      ok: false,
      fault: 'A target cannot fall by 100% or more; clear it instead.',
    });
  });
});

describe('a block of the grid', () => {
  it('is copied as it would be typed; the unit’s own line without the sum of those below', () => {
    const sheet = sheetOf();
    expect([
      decimalAt(sheet, ILSE, 0),
      decimalAt(sheet, ILSE, 1),
      decimalAt(sheet, TOMAS, 1),
      decimalAt(sheet, 0, 0),
      decimalAt(sheet, 3, 0),
    ]).toEqual(['1000', '2500.50', '', '1800', '']);
  });

  it('is filled from its first row or column, past what is locked', () => {
    expect(fillBlock(sheetOf(), BOTH_MONTHS, 'down')).toEqual([
      entry(TOMAS, 0, '1000'),
      entry(TOMAS, 1, '2500.50'),
    ]);
    expect(fillBlock(sheetOf(), BOTH_MONTHS, 'right')).toEqual([
      entry(ILSE, 1, '1000'),
      entry(TOMAS, 1, '800'),
    ]);
    expect(fillBlock(sheetOf({ closedMonths: ['FY2027-P08'] }), BOTH_MONTHS, 'right')).toEqual([]);
  });

  it('is cleared where something is set, and nowhere else', () => {
    expect(clearBlock(sheetOf(), { top: 0, bottom: 3, left: 0, right: 3 })).toEqual([
      entry(ILSE, 0, ''),
      entry(ILSE, 1, ''),
      entry(TOMAS, 0, ''),
    ]);
  });
});
