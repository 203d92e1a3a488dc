import { describe, expect, it } from 'vitest';
import { describePairs, describeScorecard } from '#wording/scorecardSentence';
import { buildSampleDataset, type SampleOptions } from '../dataset/sampleDataset';
import { parseDay, toIsoDay } from '../period/day';
import { buildPlaces } from '../ranking/ladder';
import { findMovers } from '../ranking/movers';
import { averageDealSizeOfYear, buildSalesMix } from '../salesMix/salesMix';
import { buildPairs, buildScorecard, scorecardPeriods } from './scorecard';

const booked = (
  amount: number,
  on: string,
  salespersonId = 11,
  part: 'revenue' | 'costed' | 'cost' | 'won' = 'revenue',
) => ({ salespersonId, amount, on, part });
const dataset = (options: Partial<SampleOptions> = {}) =>
  buildSampleDataset({ asOf: '2026-11-18', ...options });

describe('a scorecard', () => {
  const of = dataset({
    booked: [
      booked(100, '2026-10-05'),
      booked(50, '2026-11-05'),
      booked(30, '2026-05-05'),
      booked(80, '2025-11-10'),
    ],
    targets: ['FY2027-P07', 'FY2027-P08'].map((periodId) => ({
      unitId: 11,
      periodId,
      target: 100,
    })),
  });

  it('has the month, and the quarter and the year up to its end', () => {
    const periods = scorecardPeriods(of, of.calendar.parse('FY2027-P08')!);
    expect([periods.month.id, periods.quarterToDate.id, periods.yearToDate.id]).toEqual([
      'FY2027-P08',
      'FY2027-P07..FY2027-P08',
      'FY2027-P01..FY2027-P08',
    ]);
    const [row] = buildScorecard(of, 11, periods, ['revenue']);
    expect(
      [row!.month, row!.quarterToDate, row!.yearToDate].map((cell) => cell.standing.actual),
    ).toEqual([50, 150, 180]);
    expect(row!.quarterToDate.standing.target.value).toBe(200);
    expect(row!.month.priorYear).toMatchObject({ toDate: 80, difference: -30 });
  });

  it.each([
    ['FY2027-Q3', 'FY2027-P08'],
    ['FY2027-Q1', 'FY2027-P03'],
    ['FY2028', 'FY2028-P01'],
    ['2026-W40', 'FY2027-P07'],
  ])('of %s looks at %s', (periodId, month) => {
    expect(scorecardPeriods(of, of.calendar.parse(periodId)!).month.id).toBe(month);
  });

  it('says which measures are not as they should be', () => {
    const periods = scorecardPeriods(of, of.calendar.parse('FY2027-P08')!);
    expect(
      describeScorecard(of, 11, periods, buildScorecard(of, 11, periods, ['revenue', 'deals_won'])),
    ).toBe(
      '0 of 1 measures of Ilse with a target are as they should be in November 2026; revenue is not. 1 has no complete target.',
    );
    expect(describeScorecard(of, 12, periods, buildScorecard(of, 12, periods, ['revenue']))).toBe(
      'No chosen measure of Tomas has a complete target in November 2026, so none has a grade.',
    );
  });
});

describe('two measures of all units', () => {
  it('show who is strong in one and weak in the other as both (GUARDS 13)', () => {
    const of = dataset({
      booked: [
        booked(1_000, '2026-11-02', 11),
        booked(1_000, '2026-11-02', 11, 'costed'),
        booked(900, '2026-11-02', 11, 'cost'),
        booked(100, '2026-11-02', 12),
        booked(100, '2026-11-02', 12, 'costed'),
        booked(40, '2026-11-02', 12, 'cost'),
      ],
      targets: [
        ...[11, 12, 13].map((unitId) => ({ unitId, periodId: 'FY2027-P08', target: 1_000 })),
        { unitId: 1, periodId: 'FY2027-P08', target: 300, measure: 'gross_margin' },
      ],
    });
    const pairs = buildPairs(of, [11, 12, 13], of.calendar.parse('FY2027-P08')!, [
      'revenue',
      'gross_margin',
    ]);
    expect(pairs.map((pair) => pair.reading)).toEqual(['onlyFirst', 'onlySecond', 'unknown']);
    expect(
      describePairs(of, pairs, [of.measures.get('revenue'), of.measures.get('gross_margin')]),
    ).toBe(
      'Ilse is on pace in revenue but not in gross margin; Tomas is on pace in gross margin but not in revenue; 1 has no complete target in one of them.',
    );
  });
});

describe('who moved most', () => {
  const places = (asOf: ReturnType<typeof dataset>, measure = 'revenue') =>
    buildPlaces(asOf, [11, 12, 13], asOf.calendar.parse('FY2027-P08')!, measure);

  it('is told by the difference, not by a percent on little (GUARDS 17)', () => {
    const of = dataset({
      booked: [
        booked(1, '2026-10-05', 11),
        booked(10, '2026-11-05', 11),
        booked(1_000, '2026-10-05', 12),
        booked(1_400, '2026-11-05', 12),
        booked(500, '2026-10-05', 13),
        booked(100, '2026-11-05', 13),
      ],
    });
    const movers = findMovers(places(of), 'higher', 2);
    expect(movers).toEqual({ gained: [12, 11], lost: [13] });
    expect(findMovers(places(of), 'lower', 1).gained).toEqual([13]);
  });

  it('leaves out who stood still', () =>
    expect(findMovers(places(dataset()), 'higher', 3)).toEqual({ gained: [], lost: [] }));
});

describe('what a result rests on', () => {
  it('is recounted for the unit: two people with one customer have one (GUARDS 37)', () => {
    const of = dataset({
      won: [
        { salespersonId: 11, on: '2026-11-02', customer: 1, product: 5, location: 8 },
        { salespersonId: 12, on: '2026-11-03', customer: 1, product: 6 },
        { salespersonId: 11, on: '2026-11-20', customer: 2 },
        { salespersonId: 11, on: '2025-11-18', customer: 3 },
        { salespersonId: 11, on: '2025-11-19', customer: 4 },
      ],
    });
    const november = of.calendar.parse('FY2027-P08')!;
    expect(buildSalesMix(of, 3, november)).toMatchObject({
      customers: { actual: 1, priorYear: 1 },
      products: { actual: 2 },
      locations: { actual: 1 },
      averageDealSize: { actual: null },
    });
    expect(buildSalesMix(of, 11, november).customers.actual).toBe(1);
  });

  it('computes with the average deal of the last 365 days', () => {
    const of = dataset({
      booked: [
        booked(300, '2025-11-19'),
        booked(1, '2025-11-19', 11, 'won'),
        booked(100, '2026-11-18'),
        booked(1, '2026-11-18', 11, 'won'),
        booked(9_000, '2025-11-18'),
        booked(1, '2025-11-18', 11, 'won'),
      ],
    });
    expect(toIsoDay(of.asOf + 1 - 365)).toBe('2025-11-19');
    expect(averageDealSizeOfYear(of, 11)).toBe(200);
    expect(averageDealSizeOfYear(of, 12)).toBeNull();
    expect(parseDay('2025-11-19')).toBe(of.asOf - 364);
  });
});
