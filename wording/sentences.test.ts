import { describe, expect, it } from 'vitest';
import { buildStanding } from '#core/attainment/standing';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  type SampleOptions,
} from '#core/dataset/sampleDataset';
import { buildMeasure } from '#core/measure/measure';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { FIRST_DAY, parseDay } from '#core/period/day';
import { type RankedBy, rankUnits } from '#core/ranking/ladder';
import { buildScorecard, scorecardPeriods } from '#core/scorecard/scorecard';
import { defaultRule } from '#core/status/rule';
import { describeLadder } from './ladderSentence';
import { describeScorecard } from './scorecardSentence';
import { describeStanding } from './standingSentence';

const NOVEMBER = 'FY2027-P08';
const usual: SampleOptions = {
  asOf: '2026-11-18',
  booked: [{ salespersonId: 11, amount: 900, on: '2026-11-02' }],
  targets: [{ unitId: 11, periodId: NOVEMBER, target: 1000 }],
};

function say(
  over: Partial<SampleOptions> = {},
  { unitId = 11, periodId = NOVEMBER, measure = 'revenue', isReader = false } = {},
): string {
  const dataset = buildSampleDataset({ ...usual, ...over });
  return describeStanding(
    dataset,
    buildStanding(dataset, unitId, dataset.calendar.parse(periodId)!, measure),
    isReader,
  )
    .map((part) => part.text)
    .join('');
}

describe('the sentence of a standing, at its edges', () => {
  it('counts one day as one', () => {
    expect(
      say({ asOf: '2026-11-27', booked: [{ salespersonId: 11, amount: 1200, on: '2026-11-02' }] }),
    ).toBe(
      'Ilse has made their €10 November target: €12 booked, 120% of target, with 1 working day left.',
    );
    expect(
      say({ asOf: '2026-11-30', booked: [{ salespersonId: 11, amount: 1200, on: '2026-11-02' }] }),
    ).toBe('Ilse has made their €10 November target: €12 booked, 120% of target.');
  });

  it('says "you" to whom it is about', () => {
    const told = (over: Partial<SampleOptions>) => say(over, { isReader: true });
    expect(told({ booked: [{ salespersonId: 11, amount: 1200, on: '2026-11-02' }] })).toMatch(
      /^You have made your €10 November target/,
    );
    expect(told({})).toMatch(/^You have booked €9 of your €10 November target\..*you end at €/);
    expect(told({ targets: [] })).toBe(
      'You have booked €9 in November. You have no target for this period, so there is no percent and no status.',
    );
    expect(told({ asOf: '2026-10-18' })).toMatch(/ working days for you, with a target of/);
    expect(told({ booked: [{ salespersonId: 11, amount: -500, on: '2026-11-02' }] })).toMatch(
      /^You stand at/,
    );
  });

  it('says refunds where they outweigh, with a target and without', () => {
    const refunds = { booked: [{ salespersonId: 11, amount: -500, on: '2026-11-02' }] };
    for (const over of [refunds, { ...refunds, targets: [] }])
      expect(say(over)).toBe('Ilse stands at −€5 in November: refunds outweigh what was booked.');
  });

  it('tells a target of nothing from no target', () => {
    expect(say({ targets: [{ unitId: 11, periodId: NOVEMBER, target: 0 }] })).toContain(
      'Their target is 0, so there is nothing to attain.',
    );
    expect(say({ targets: [] })).toContain(
      'They have no target for this period, so there is no percent and no status.',
    );
  });

  it('says of what has not begun when it does, and what will be asked', () => {
    expect(
      say(
        { targets: [{ unitId: 11, periodId: 'FY2027-P10', target: 2000 }] },
        { periodId: 'FY2027-P10' },
      ),
    ).toBe('January starts on 1 Jan: 21 working days for Ilse, with a target of €20.');
    expect(say({}, { periodId: 'FY2027-P10' })).toContain('and no target yet.');
    expect(
      say(
        { targets: [{ unitId: 11, periodId: 'FY2027-P10', target: 30, measure: 'days_to_close' }] },
        { periodId: 'FY2027-P10', measure: 'days_to_close' },
      ),
    ).toContain('with a limit of');
  });

  it('says that a ratio has nothing to be computed from', () =>
    expect(say({}, { measure: 'gross_margin' })).toBe(
      'Ilse has no gross margin in November: there is nothing yet to compute it from.',
    ));

  it('names the last day of who left, before the period or within it', () => {
    const leaves = (day: string) => ({
      memberships: [
        ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
        { ...always(11, 3), to: parseDay(day)! + 1 },
      ],
    });
    expect(say(leaves('2026-10-15'))).toBe(
      'Ilse’s last day here was 15 Oct 2026, before November began.',
    );
    expect(say(leaves('2026-11-13'))).toMatch(/Ilse’s last day here was 13 Nov\.$/);
    // Who leaves later is still here.
    expect(say(leaves('2026-11-25'))).not.toContain('last day');
  });

  it('carries the year of a month that is not of the running one (GUARDS 4)', () => {
    const earlier = {
      targets: [{ unitId: 11, periodId: 'FY2026-P08', target: 1000 }],
      booked: [{ salespersonId: 11, amount: 400, on: '2025-11-02' }],
    };
    expect(say(earlier, { periodId: 'FY2026-P08' })).toBe(
      'Ilse ended November 2025 at €4, 40% of their €10 target: €6 short.',
    );
  });

  it('says against whom a grade is, where it is not the target, and colours that word only', () => {
    const revenue = buildMeasure(SHIPPED_MEASURES.find((each) => each.code === 'revenue')!);
    const rules = [
      {
        measure: 'revenue',
        from: FIRST_DAY,
        rule: { ...defaultRule(revenue), benchmark: 'peerAverage' as const },
      },
    ];
    const dataset = buildSampleDataset({
      ...usual,
      rules,
      booked: [
        { salespersonId: 11, amount: 900, on: '2026-11-02' },
        { salespersonId: 12, amount: 100, on: '2026-11-02' },
      ],
    });
    const parts = describeStanding(
      dataset,
      buildStanding(dataset, 11, dataset.calendar.parse(NOVEMBER)!, 'revenue'),
    );
    expect(parts.map((part) => part.text).join('')).toMatch(
      /Against the average of their 2 peers that is .+\.$/,
    );
    expect(parts.filter((part) => part.emphasis).length).toBe(1);
    expect(parts.at(-2)!.emphasis).toBe('status');
    expect([
      dataset.rules.comparesPeers('revenue'),
      dataset.rules.comparesPeers('gross_margin'),
      buildSampleDataset(usual).rules.comparesPeers('revenue'),
    ]).toEqual([true, false, false]);
  });
});

describe('the sentence of a ladder', () => {
  const rank = (
    by: RankedBy,
    over: Partial<SampleOptions> = {},
    { periodId = NOVEMBER, units = [11, 12, 13], measure = 'revenue' } = {},
  ) => {
    const dataset = buildSampleDataset({ ...usual, ...over });
    const period = dataset.calendar.parse(periodId)!;
    return describeLadder(
      dataset,
      rankUnits(dataset, units, period, measure, by),
      period,
      measure,
      by,
    );
  };
  const targets = [11, 12, 13].flatMap((unitId) => [
    { unitId, periodId: NOVEMBER, target: 1000 },
    { unitId, periodId: 'FY2027-P07', target: 1000 },
  ]);
  const all = (amounts: readonly number[], on = '2026-11-02') =>
    amounts.map((amount, at) => ({ salespersonId: 11 + at, amount, on }));

  it('says who leads, with what, and of how many', () => {
    expect(rank('attainment', { targets, booked: all([900, 800, 700]) })).toBe(
      'Ilse leads November 2026 with 90% of target, first of 3.',
    );
    expect(rank('attainment', { booked: all([900, 800, 700]) })).toBe(
      'Ilse leads November 2026 with 90% of target, first of 1 ranked (2 not).',
    );
  });

  it('says a lead that is shared by two, and by more', () => {
    expect(rank('actual', { booked: all([900, 900, 700]) })).toMatch(
      /^Ilse and Tomas share the lead of November 2026 with €9, of 3\./,
    );
    expect(rank('actual', { booked: all([900, 900, 900]) })).toMatch(
      /^3 share the lead of November 2026 with €9, of 3\./,
    );
  });

  it('says by what it ranks, where the figure alone would not', () => {
    const before = all([300, 100, 700], '2026-10-02');
    expect(rank('gap', { targets, booked: all([900, 800, 1700]) })).toContain(
      'with +€7 against target',
    );
    expect(rank('growth', { booked: [...all([900, 800, 700]), ...before] })).toMatch(
      /^Tomas leads November 2026 with \+700\.0% on the period before/,
    );
  });

  it('says who climbed most, and counts one place as one', () => {
    const before = all([300, 500, 700], '2026-10-02');
    expect(rank('actual', { booked: [...all([900, 800, 700]), ...before] })).toMatch(
      /^Ilse leads .*, first of 3, and climbed most, by 2 places\.$/,
    );
    expect(
      rank('actual', { booked: [...all([900, 800, 700]), ...all([600, 500, 700], '2026-10-02')] }),
    ).toMatch(/^Ilse leads .*, and climbed most, by 1 place\.$/);
  });

  it('says why there is none', () => {
    expect(rank('attainment', { targets: [] })).toBe(
      'Nobody has a complete target in November 2026, so there is no ranking by attainment.',
    );
    expect(rank('growth')).toContain('Nobody had a figure in the period before in November 2026');
    expect(rank('actual', {}, { units: [] })).toBe('No salespeople here in November 2026.');
    expect(rank('actual', {}, { periodId: 'FY2027-P10' })).toBe('January 2027 has not started.');
  });
});

describe('the sentence of a scorecard', () => {
  const card = (measures: readonly string[], over: Partial<SampleOptions>) => {
    const dataset = buildSampleDataset({ ...usual, ...over });
    const periods = scorecardPeriods(dataset, dataset.calendar.parse(NOVEMBER)!);
    return describeScorecard(dataset, 11, periods, buildScorecard(dataset, 11, periods, measures));
  };
  const target = (measure: string, value: number) => ({
    unitId: 11,
    periodId: NOVEMBER,
    target: value,
    measure,
  });
  const won = [
    { salespersonId: 11, amount: 3, on: '2026-11-02', part: 'won' as const },
    { salespersonId: 11, amount: 900, on: '2026-11-02' },
  ];

  it('says how many are as they should be, and names the weak', () => {
    expect(
      card(['revenue', 'deals_won'], {
        booked: won,
        targets: [target('revenue', 1000), target('deals_won', 30)],
      }),
    ).toBe(
      '1 of 2 measures of Ilse with a target are as they should be in November 2026; deals won is not.',
    );
    expect(
      card(['revenue', 'deals_won'], {
        booked: won,
        targets: [target('revenue', 9000), target('deals_won', 30)],
      }),
    ).toMatch(/^0 of 2 .*; revenue and deals won are not\.$/);
  });

  it('says that all are, that the one is, and what has no target', () => {
    expect(
      card(['revenue', 'deals_won'], {
        booked: won,
        targets: [target('revenue', 1000), target('deals_won', 3)],
      }),
    ).toBe('All 2 measures of Ilse with a target are as they should be in November 2026.');
    expect(card(['revenue', 'deals_won'], { booked: won })).toBe(
      'The one measure of Ilse with a target is as it should be in November 2026. 1 has no complete target.',
    );
    expect(card(['revenue', 'deals_won', 'win_rate'], { booked: won })).toMatch(
      /2 have no complete target\.$/,
    );
    expect(card(['revenue'], { targets: [] })).toBe(
      'No chosen measure of Ilse has a complete target in November 2026, so none has a grade.',
    );
  });
});
