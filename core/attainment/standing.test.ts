import { describe, expect, it } from 'vitest';
import { describeStanding } from '#wording/standingSentence';
import { changeOf } from '../comparison/change';
import { bookedIn, unassignedIn } from '../dataset/dataset';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  SAMPLE_UNITS,
  type SampleOptions,
} from '../dataset/sampleDataset';
import { parseDay, toIsoDay } from '../period/day';
import { buildPlaces } from '../ranking/ladder';
import { defaultRule, type StatusRule } from '../status/rule';
import { buildPath } from '../trend/path';
import { explainGrade } from './grading';
import { buildPrior, buildPriorYear, buildStanding } from './standing';

const NOVEMBER = 'FY2027-P08';
const stand = (options: Partial<SampleOptions>, unitId = 11, periodId = NOVEMBER) => {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  return {
    dataset,
    standing: buildStanding(dataset, unitId, dataset.calendar.parse(periodId)!, 'revenue'),
  };
};
const say = (options: Partial<SampleOptions>, unitId = 11, periodId = NOVEMBER) => {
  const { dataset, standing } = stand(options, unitId, periodId);
  return describeStanding(dataset, standing)
    .map((part) => part.text)
    .join('');
};
const booked = (amount: number, on = '2026-11-02', salespersonId = 11) => [
  { salespersonId, amount, on },
];
const target = (value: number, unitId = 11) => [{ unitId, periodId: NOVEMBER, target: value }];

describe('attainment and pace', () => {
  it('gives the example of docs/calculations.md, 7', () => {
    const { standing } = stand({ booked: booked(39_618_000), targets: target(48_000_000) });
    expect(standing.attainment!.toFixed(3)).toBe('0.825');
    expect(Math.round(standing.pace.expectedToDate!)).toBe(29_714_286);
    expect(Math.round(standing.pace.aheadOfPace!)).toBe(9_903_714);
    expect(standing.pace.requiredDailyRate).toBe(1_047_750);
    expect(standing.elapsed).toMatchObject({
      phase: 'open',
      workingDaysElapsed: 13,
      workingDays: 21,
      workingDaysRemaining: 8,
    });
    expect(standing.status).toMatchObject({ grade: 3, label: 'on pace' });
  });

  it('has no attainment, gap or status without a target: never 0 %, never infinity', () => {
    const { standing } = stand({ booked: booked(100) });
    expect(standing).toMatchObject({
      attainment: null,
      gap: null,
      status: { grade: 0, state: 'noTarget' },
    });
    expect(stand({ booked: booked(100), targets: target(0) }).standing).toMatchObject({
      attainment: null,
      status: { state: 'noTarget' },
    });
  });

  it('has nothing needed per day when no working day is left', () => {
    expect(
      stand({ asOf: '2026-11-30', targets: target(100) }).standing.pace.requiredDailyRate,
    ).toBeNull();
  });
});

describe('who a deal counts for', () => {
  const moved = [
    ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
    { ...always(11, 3), to: parseDay('2026-11-10')! },
    { ...always(11, 4), from: parseDay('2026-11-12')! },
  ];
  const dataset = buildSampleDataset({
    asOf: '2026-11-18',
    memberships: moved,
    booked: [...booked(5, '2026-11-09'), ...booked(7, '2026-11-11'), ...booked(11, '2026-11-12')],
  });
  const november = dataset.calendar.parse(NOVEMBER)!;

  it('counts for the team on the close date', () => {
    expect([3, 4, 2, 1].map((unit) => bookedIn(dataset, unit, 'revenue', november))).toEqual([
      5, 11, 16, 16,
    ]);
  });
  it('values what was booked on a day in no unit as unassigned', () =>
    expect(unassignedIn(dataset, 'revenue', november)).toBe(7));
});

describe('earlier periods', () => {
  it('are cut at the same point while the period runs, with the whole beside it', () => {
    const { dataset, standing } = stand({
      booked: [
        ...booked(50),
        ...booked(30, '2026-10-18'),
        ...booked(9, '2026-10-19'),
        ...booked(40, '2025-11-18'),
        ...booked(8, '2025-11-19'),
      ],
    });
    const prior = buildPrior(dataset, standing);
    expect([prior.toDate, prior.total, toIsoDay(prior.span.to - 1)]).toEqual([
      30,
      39,
      '2026-10-18',
    ]);
    expect(buildPriorYear(dataset, standing)).toMatchObject({
      toDate: 40,
      total: 48,
      difference: 10,
      share: 0.25,
      isNew: false,
    });
  });
  it('are new, not infinite, on nothing', () => {
    const { dataset, standing } = stand({ booked: booked(50) });
    expect(buildPriorYear(dataset, standing)).toMatchObject({
      share: null,
      isNew: true,
      difference: 50,
    });
  });
});

describe('the path', () => {
  const { dataset } = stand({
    booked: [...booked(1300, '2026-11-02'), ...booked(10, '2025-11-30')],
    targets: target(2100),
  });
  const path = buildPath(dataset, 11, dataset.calendar.parse(NOVEMBER)!, 'revenue');
  it('ends today and never runs flat into the future', () => {
    expect(path[17]!.actual).toBe(1300);
    expect(path[18]!.actual).toBeNull();
  });
  it('carries pace to the target and the rate to its outcome', () => {
    expect(path[17]!.expectedToDate).toBe(1300);
    expect(path[29]!.expectedToDate).toBe(2100);
    expect(path[29]!.runRateProjection).toBe(2100);
    expect(path[16]!.runRateProjection).toBeNull();
    expect(path[29]!.priorYear).toBe(10);
  });
});

describe('ranking', () => {
  it('ranks by attainment with ties, unranked last, rankChange against the same point', () => {
    const dataset = buildSampleDataset({
      asOf: '2026-11-18',
      booked: [
        ...booked(80),
        ...booked(90, '2026-11-03', 12),
        ...booked(10, '2026-10-05'),
        ...booked(50, '2026-10-05', 12),
        ...booked(70, '2026-10-25'),
      ],
      targets: [
        ...target(100),
        ...target(100, 12),
        { unitId: 11, periodId: 'FY2027-P07', target: 100 },
        { unitId: 12, periodId: 'FY2027-P07', target: 100 },
      ],
    });
    const places = buildPlaces(dataset, [11, 12, 13], dataset.calendar.parse(NOVEMBER)!, 'revenue');
    expect(
      places.map((place) => [
        place.standing.unitId,
        place.rank,
        place.rankChange,
        place.priorValue,
      ]),
    ).toEqual([
      [12, 1, 0, 0.5],
      [11, 2, 0, 0.1],
      [13, null, null, null],
    ]);
  });
});

describe('the sentence', () => {
  const left = (on: string) => [
    ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
    { ...always(11, 3), to: parseDay(on)! },
  ];
  const euros = (amount: number) => amount * 100;
  it.each<[string, Partial<SampleOptions>, string]>([
    [
      'ahead',
      { booked: booked(euros(396_180)), targets: target(euros(480_000)) },
      'Ilse has booked €396k of their €480k November target. That is 83% of target, against 62% of the working days gone; at this rate they end at €640k.',
    ],
    [
      'reached',
      { booked: booked(euros(500_000)), targets: target(euros(480_000)) },
      'Ilse has made their €480k November target: €500k booked, 104% of target, with 8 working days left.',
    ],
    [
      'a whisker short',
      { booked: booked(euros(479_900)), targets: target(euros(480_000)), asOf: '2026-12-02' },
      'Ilse ended November at €479,900, 99.98% of their €480k target: €100 short.',
    ],
    [
      'not started',
      { asOf: '2026-10-30', targets: target(euros(480_000)) },
      'November starts on 1 Nov: 21 working days for Ilse, with a target of €480k.',
    ],
    [
      'no target',
      { booked: booked(euros(1_000)) },
      'Ilse has booked €1k in November. They have no target for this period, so there is no percent and no status.',
    ],
    [
      'refunds only',
      { booked: booked(euros(-3_200)), targets: target(euros(480_000)) },
      'Ilse stands at −€3.2k in November: refunds outweigh what was booked.',
    ],
    [
      'behind',
      { booked: booked(euros(100_000)), targets: target(euros(480_000)) },
      'Ilse has booked €100k of their €480k November target. That is 21% of target, against 62% of the working days gone; at this rate they end at €162k.',
    ],
    [
      'closed short',
      { booked: booked(euros(430_000)), targets: target(euros(480_000)), asOf: '2026-12-02' },
      'Ilse ended November at €430k, 90% of their €480k target: €50k short.',
    ],
    [
      'a leaver',
      {
        booked: booked(euros(100_000)),
        targets: target(euros(480_000)),
        memberships: left('2026-11-14'),
      },
      'Ilse has booked €100k of their €480k November target. That is 21% of target, against 62% of the working days gone; at this rate they end at €162k. Ilse’s last day here was 13 Nov.',
    ],
    [
      'who had left before',
      { memberships: left('2026-10-01') },
      'Ilse’s last day here was 30 Sept 2026, before November began.'.replace('Sept', 'Sep'),
    ],
    [
      'who leaves later',
      { targets: target(euros(480_000)), memberships: left('2026-11-28') },
      'Ilse has booked €0 of their €480k November target. That is 0% of target, against 62% of the working days gone; at this rate they end at €0.',
    ],
    [
      'made, ended',
      { booked: booked(euros(500_000)), targets: target(euros(480_000)), asOf: '2026-12-02' },
      'Ilse has made their €480k November target: €500k booked, 104% of target.',
    ],
  ])('says %s', (_case, options, sentence) => expect(say(options)).toBe(sentence));

  it('says of a limit that less is better, and of an ended one that it was kept', () => {
    const costs = [
      ...booked(1_000),
      { salespersonId: 11, amount: 1_000, on: '2026-11-02', part: 'costed' as const },
      { salespersonId: 11, amount: 620, on: '2026-11-02', part: 'cost' as const },
    ];
    const sayLimit = (asOf: string) => {
      const dataset = buildSampleDataset({
        asOf,
        booked: costs,
        targets: [{ unitId: 11, periodId: NOVEMBER, target: 650, measure: 'cost_to_revenue' }],
      });
      return describeStanding(
        dataset,
        buildStanding(dataset, 11, dataset.calendar.parse(NOVEMBER)!, 'cost_to_revenue'),
      )
        .map((part) => part.text)
        .join('');
    };
    expect(sayLimit('2026-11-18')).toBe(
      'Ilse stands in November at 62% cost to revenue. That is 95% of their 65% limit, and can still change in 8 working days.',
    );
    expect(sayLimit('2026-12-02')).toBe(
      'Ilse ended November at 62% cost to revenue. That is 95% of their 65% limit.',
    );
  });

  it.each([
    ['peerAverage' as const, 'Against the average of their 2 peers that is above.'],
    ['priorPeriod' as const, 'Against the period before at the same point that is made.'],
  ])(
    'says what the grade is against when that is the %s, and never as if it were the target (GUARDS 18)',
    (benchmark, words) => {
      const rule = {
        ...defaultRule({ direction: 'higher', isCumulative: true }),
        benchmark,
        ...(benchmark === 'peerAverage'
          ? {
              thresholds: { upper: 110, lower: 90 },
              labels: {
                open: ['below', 'around', 'above', 'above'],
                ended: ['below', 'around', 'above', 'above'],
              },
            }
          : {}),
      } as unknown as StatusRule;
      const text = say({
        booked: [...booked(300), ...booked(100, '2026-11-02', 12), ...booked(290, '2026-10-05')],
        targets: target(1_000),
        rules: [{ measure: 'revenue', from: parseDay('2026-01-01')!, rule }],
      });
      expect(text).toContain('30% of target');
      if (benchmark === 'peerAverage') expect(text.endsWith(words)).toBe(true);
      else expect(text).toContain('Against the period before at the same point that is');
    },
  );

  it('says how many parts a team target covers, and gives no percent', () => {
    expect(say({ booked: booked(euros(1_000)), targets: target(euros(480)) }, 3)).toBe(
      'Deck has booked €1k in November. Its targets are incomplete (1 of 2 parts below have one), so there is no percent and no status yet.',
    );
  });
});

describe('a change', () => {
  it.each([
    [11, 1, true],
    [10, 1, false],
    [-11, 1, true],
    [5, 0, false],
    [0, 4, false],
  ])('of %i from %i: its percent is of next to nothing: %s', (now, then, isLowBase) =>
    expect(changeOf(now, then).isLowBase).toBe(isLowBase),
  );
});

describe('what is not there yet', () => {
  it('has a target, but nothing attained, no gap and no status: a month that begins tomorrow is 0 % of nothing', () => {
    const { standing } = stand({ asOf: '2026-10-31', targets: target(1_000) });
    expect(standing).toMatchObject({
      target: { value: 1_000 },
      attainment: null,
      gap: null,
      status: { grade: 0 },
      elapsed: { phase: 'notStarted', workingDaysElapsed: 0, workingDaysRemaining: 21 },
    });
  });

  it.each([
    ['2026-11-20', { workingDaysElapsed: 15, workingDaysRemaining: 6 }],
    ['2026-11-21', { workingDaysElapsed: 15, workingDaysRemaining: 6 }],
    ['2026-11-22', { workingDaysElapsed: 15, workingDaysRemaining: 6 }],
    ['2026-11-23', { workingDaysElapsed: 16, workingDaysRemaining: 5 }],
  ])('on %s has gone on by working days alone', (asOf, expected) => {
    expect(stand({ asOf, targets: target(1_000) }).standing.elapsed).toMatchObject(expected);
  });

  it('of a day on which nobody works is due at its end, and no day of it has gone', () => {
    const { standing } = stand(
      { asOf: '2026-11-21', booked: booked(100, '2026-11-21') },
      11,
      '2026-11-21',
    );
    expect(standing.elapsed).toMatchObject({
      phase: 'open',
      workingDaysElapsed: 0,
      workingDays: 0,
      workingDaysRemaining: 0,
      isWorkless: true,
      due: { gone: 1, total: 1 },
    });
    expect(standing.actual).toBe(100);
  });
});

describe('an average of peers', () => {
  const rule = {
    ...defaultRule({ direction: 'higher', isCumulative: true }),
    benchmark: 'peerAverage' as const,
    thresholds: { upper: 110, lower: 90 },
  };
  const team = (size: number) => {
    const ids = Array.from({ length: size }, (_, at) => 11 + at);
    const units = [
      ...SAMPLE_UNITS.filter((each) => each.kind !== 'salesperson'),
      ...ids.map((id) => ({ id, code: `p${id}`, name: `P${id}`, kind: 'salesperson' as const })),
    ];
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId < 11),
      ...ids.map((id) => always(id, 3)),
    ];
    const sums = ids.flatMap((id, at) => booked(1_000 + at * 1_111, '2026-11-02', id));
    const { dataset, standing } = stand({
      units,
      memberships,
      booked: sums,
      rules: [{ measure: 'revenue', from: parseDay('2026-01-01')!, rule }],
    });
    const { period, actual, target: own, elapsed } = standing;
    return {
      status: standing.status,
      grading: explainGrade(dataset, {
        unitId: 11,
        period,
        measure: 'revenue',
        actual,
        target: own,
        elapsed,
      }),
    };
  };

  it('of fewer than five gives the grade alone: it and one’s own figure would give the others’ away', () => {
    const { status, grading } = team(4);
    expect(status.grade).toBe(1);
    expect(grading).toMatchObject({ peers: 4, thresholds: null, next: null });
  });

  it('of five is told to three digits', () => {
    // The mean of 1,000 to 5,444 is 3,222; 90 and 110 percent of it are 2,899.8 and 3,544.2.
    expect(team(5).grading).toMatchObject({
      peers: 5,
      thresholds: { lower: 2_900, upper: 3_540 },
      next: { at: 2_900, distance: 1_900 },
    });
  });
});
