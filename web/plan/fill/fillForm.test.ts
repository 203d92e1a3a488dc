import { describe, expect, it } from 'vitest';
import { single } from '../../ui/grid/selection';
import { buildSampleSheet } from '../sampleSheet';
import { buildSheet } from '../sheet';
import { Workbench } from '../workbench';
import { type FillForm, linesOf, periodsOf, readBasisPoints, readFill } from './fillForm';
import { faultWords, noteWords } from './fillWords';

const sheet = buildSheet(new Workbench(buildSampleSheet()), 'FY2027-Q3', null);
const form = (over: Partial<FillForm> = {}): FillForm => ({
  way: 'total',
  amount: '36,000',
  percent: '5',
  people: 'even',
  phasing: 'even',
  rounding: 1,
  who: 'people',
  when: 'shown',
  terms: {},
  shares: {},
  plan: null,
  ...over,
});
const read = (over: Partial<FillForm>) => readFill(form(over), sheet, single(0, 0), null);

describe('the form of a fill', () => {
  it('reads amounts in whole units and shares them over people and periods', () => {
    const { result } = read({});
    expect(result).toMatchObject({ ok: true, total: 3_600_000 });
    expect(result?.ok && result.cells.map((cell) => cell.value)).toEqual(Array(6).fill(600_000));
  });

  it('names what cannot be read, at its field', () => {
    expect(read({ amount: '12x' })).toMatchObject({
      result: null,
      faults: { amount: expect.stringContaining('“12x” is not an amount') },
    });
    expect(read({ way: 'priorYear', percent: 'five' }).faults.percent).toContain('not a percent');
    expect(read({ terms: { 3: { least: 'lots' } } }).faults.terms).toBe(
      'Ilse: “lots” is not an amount.',
    );
    expect(read({ way: 'copy' }).faults.plan).toBe('Choose a plan.');
  });

  it('says what the bounds allow', () => {
    const { result } = read({ terms: { 3: { most: '10k' }, 4: { most: '20k' } } });
    expect(result && !result.ok && faultWords(result, String)).toContain('at most 3000000 fits');
  });

  it('grows last year, refusing to lose all of it', () => {
    const { result } = read({ way: 'priorYear', percent: '10' });
    expect(result?.ok && result.cells[0]).toMatchObject({ value: 100, before: null });
    expect(read({ way: 'priorYear', percent: '-150' }).result).toMatchObject({
      ok: false,
      fault: 'growthTooLow',
    });
  });

  it.each([
    ['5', 500],
    ['5.25%', 525],
    ['−3', -300],
    ['+ 2 %', 200],
    ['', null],
    ['1.234', null],
    ['x', null],
  ])('reads the percent “%s” as %s', (text, expected) =>
    expect(readBasisPoints(text)).toBe(expected),
  );

  it('knows who and when are meant', () => {
    expect(linesOf(sheet, 'people', single(0, 0)).map((row) => row.unit.code)).toEqual([
      'iv',
      'tb',
    ]);
    expect(linesOf(sheet, 'below', single(0, 0)).map((row) => row.unit.code)).toEqual(['deck']);
    expect(linesOf(sheet, 'own', single(0, 0)).map((row) => row.unit.code)).toEqual(['salt']);
    expect(
      linesOf(sheet, 'selected', { row: 2, column: 0, anchorRow: 1, anchorColumn: 1 }).map(
        (row) => row.unit.code,
      ),
    ).toEqual(['iv', 'tb']);
    expect(
      periodsOf(sheet, 'selected', { row: 2, column: 0, anchorRow: 1, anchorColumn: 1 }).map(
        (period) => period.id,
      ),
    ).toEqual(['FY2027-P07', 'FY2027-P08']);
    // The sum column means all that it adds up.
    expect(periodsOf(sheet, 'selected', single(0, 3))).toHaveLength(3);
  });

  it('says what is left empty', () => {
    const period = sheet.columns[0]!.period;
    expect(noteWords([])).toBeNull();
    expect(noteWords([{ code: 'noHistory', unitId: 1, period }])).toBe(
      '1 cell has no result last year and stays as it is.',
    );
    expect(
      noteWords([
        { code: 'fellBackToWorkingDays', unitId: 1 },
        { code: 'fellBackToWorkingDays', unitId: 2 },
      ]),
    ).toContain('2 lines have no shape');
  });
});

describe('shares of one’s own', () => {
  const [october, november, december] = ['FY2027-P07', 'FY2027-P08', 'FY2027-P09'] as const;
  const shared = (shares: Record<string, string>, over: Partial<FillForm> = {}) =>
    read({ phasing: 'custom', shares, ...over });

  it('of the periods hand the total out as they say', () => {
    const { result, faults } = shared({ [october]: '50', [november]: '30 %', [december]: '20' });
    expect(faults).toEqual({});
    expect(result?.ok && result.cells.map((cell) => [cell.period.id, cell.value])).toEqual([
      [october, 900_000],
      [november, 540_000],
      [december, 360_000],
      [october, 900_000],
      [november, 540_000],
      [december, 360_000],
    ]);
  });

  it.each<[string, Record<string, string>, string]>([
    [
      'too little',
      { [october]: '50', [november]: '30' },
      'The shares of the periods add up to 80 %, not 100 %.',
    ],
    [
      'too much',
      { [october]: '50', [november]: '30', [december]: '20.5' },
      'The shares of the periods add up to 100.5 %, not 100 %.',
    ],
    ['nothing', {}, 'The shares of the periods add up to 0 %, not 100 %.'],
    ['no percent', { [october]: 'half' }, '“half” is not a share in percent.'],
    [
      'less than nothing',
      { [october]: '-20', [november]: '120' },
      '“-20” is not a share in percent.',
    ],
  ])('of the periods that are %s are said while they are typed', (_case, shares, fault) => {
    expect(shared(shares)).toMatchObject({ result: null, faults: { shares: fault } });
  });

  it('of the people are read with their bounds and locks', () => {
    const { result } = read({
      people: 'custom',
      terms: { 3: { share: '75' }, 4: { share: '25 %' } },
    });
    const sums = new Map<number, number>();
    if (result?.ok)
      for (const { unitId, value } of result.cells)
        sums.set(unitId, (sums.get(unitId) ?? 0) + value);
    expect([...sums]).toEqual([
      [3, 2_700_000],
      [4, 900_000],
    ]);
  });

  it('of the people that cannot be read are said with their name', () => {
    expect(read({ terms: { 4: { share: 'most' } } }).faults.terms).toBe(
      'Tomas: “most” is not a share in percent.',
    );
    expect(read({ terms: { 4: { share: '-1' } } }).faults.terms).toBe(
      'Tomas: “-1” is not a share in percent.',
    );
    // The first fault stays: one thing at a time.
    expect(read({ terms: { 3: { most: 'much' }, 4: { share: 'most' } } }).faults.terms).toBe(
      'Ilse: “much” is not an amount.',
    );
  });

  it('leave what is locked as it is', () => {
    const locked = buildSheet(
      new Workbench(buildSampleSheet({}, [[3, october, 1_000_000, null, null, 1, null]])),
      'FY2027-Q3',
      null,
    );
    const { result } = readFill(
      form({ terms: { 3: { isLocked: true } } }),
      locked,
      single(0, 0),
      null,
    );
    expect(result?.ok && result.cells.some((cell) => cell.unitId === 3)).toBe(false);
  });
});

describe('an empty field', () => {
  it('is no fault yet, and gives no result either', () => {
    expect(read({ amount: '  ' })).toMatchObject({ result: null, faults: { amount: '' } });
    expect(read({ way: 'percent', percent: '' })).toMatchObject({
      result: null,
      faults: { percent: '' },
    });
  });

  it('of a full target means what is set', () => {
    expect(read({ way: 'partial', amount: '' }).faults).toEqual({});
    expect(read({ way: 'partial', amount: '9,000' }).faults).toEqual({});
  });
});

describe('a copy from another plan', () => {
  const pounds = buildSheet(new Workbench(buildSampleSheet(), 'GBP'), 'FY2027-Q3', null);
  it('is never made from amounts of another currency', () => {
    const other = new Workbench(
      buildSampleSheet({ rates: {} }, [[3, 'FY2027-P07', 11_600, null, null, 1, null]]),
      'GBP',
    );
    expect(readFill(form({ way: 'copy', plan: 9 }), pounds, single(0, 0), other)).toMatchObject({
      result: null,
      faults: { plan: 'That plan has no fixed rate of GBP.' },
    });
  });
  it('takes the amounts at its own rate', () => {
    const other = new Workbench(
      buildSampleSheet({}, [[3, 'FY2027-P07', 11_600, null, null, 1, null]]),
      'GBP',
    );
    const { result } = readFill(form({ way: 'copy', plan: 9 }), pounds, single(0, 0), other);
    expect(result?.ok && result.cells.map((cell) => cell.value)).toEqual([10_000]);
  });
});
