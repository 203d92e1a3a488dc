import { describe, expect, it } from 'vitest';
import type { SeriesPoint, SeriesView } from '#contract/schemas/series';
import { describeParts } from '#wording/series';
import type { PeriodOutlook } from '../figures/useOutlook';
import { describeAhead } from './aheadWords';

const status = (grade: number, state = ['noTarget', 'below', 'between', 'upper', 'made'][grade]!) =>
  ({ grade, state, label: state, iconSet: 'rungs', color: null }) as SeriesPoint['status'];
const point = (over: Partial<SeriesPoint> = {}): SeriesPoint => ({
  period: {
    id: 'FY2027-P01',
    kind: 'month',
    name: 'April 2026',
    from: '2026-04-01',
    lastDay: '2026-04-30',
  },
  shortName: 'Apr',
  phase: 'ended',
  status: status(4),
  actual: 100,
  target: 100,
  floor: null,
  attainment: 1,
  attainmentText: '100%',
  cumulativeActual: 100,
  cumulativeTarget: 100,
  priorYear: 90,
  cumulativePriorYear: 90,
  gap: 0,
  ruleChanges: [],
  ...over,
});
const view = (points: SeriesPoint[], over: Partial<SeriesView> = {}): SeriesView => ({
  unit: { id: 1, code: 'salt', name: 'Saltmarsh', kind: 'branch' },
  period: {
    id: 'FY2027',
    kind: 'year',
    name: 'FY 2027',
    from: '2026-04-01',
    lastDay: '2027-03-31',
  },
  currency: 'EUR',
  asOf: '2026-11-18',
  isCumulative: true,
  step: 'month',
  steps: ['week', 'month', 'quarter'],
  points,
  measure: {
    code: 'revenue',
    name: 'Revenue',
    group: 'Money',
    valueKind: 'money',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'sum', of: { field: 'amount', states: ['won'] } },
    description: '',
  },
  ...over,
});

describe('a period part by part', () => {
  it.each<[string, SeriesPoint[], Partial<SeriesView>, string]>([
    [
      'some made, some low, some empty',
      [
        point(),
        point({ status: status(1), actual: 5 }),
        point({ status: status(1), actual: 0 }),
        point({ status: status(2) }),
      ],
      {},
      'Saltmarsh made 1 of 4 months of FY 2027; 2 are well under target, 1 without a sale.',
    ],
    [
      'still running',
      [
        point(),
        point({ phase: 'open', status: status(3) }),
        point({ phase: 'notStarted', status: status(0, 'notStarted'), actual: null }),
      ],
      {},
      'Saltmarsh made 2 of 2 months of FY 2027 so far.',
    ],
    [
      'closed days',
      [point({ status: status(0, 'noWorkday'), actual: 0 }), point()],
      { step: 'day' },
      'Saltmarsh made 1 of 1 working day of FY 2027.',
    ],
    [
      'not begun',
      [
        point({ phase: 'notStarted', status: status(0, 'notStarted') }),
        point({ phase: 'notStarted', status: status(0, 'notStarted') }),
      ],
      {},
      'FY 2027 has not started: 2 months lie ahead for Saltmarsh.',
    ],
    [
      'without targets',
      [point({ status: status(0) })],
      {},
      'Saltmarsh has no complete target for the months of FY 2027, so none of them has a grade.',
    ],
  ])('says of %s', (_case, points, over, words) =>
    expect(describeParts(view(points, over))).toBe(words),
  );

  it('calls an ended part made only when it is', () => {
    expect(
      describeParts(
        view([point({ status: status(3) }), point({ status: status(3), phase: 'open' })]),
      ),
    ).toBe('Saltmarsh made 1 of 2 months of FY 2027 so far.');
  });

  it('says of a limit that it was kept', () => {
    const limit = view([point({ status: status(4) }), point({ status: status(3) })]);
    expect(describeParts({ ...limit, measure: { ...limit.measure, direction: 'lower' } })).toBe(
      'Saltmarsh kept to its limit in 2 of 2 months of FY 2027.',
    );
  });
});

describe('the year ahead', () => {
  const at = (id: string, name: string) => ({
    id,
    kind: 'month' as const,
    name,
    from: '2026-11-01',
    lastDay: '2026-11-30',
  });
  const november = point({
    phase: 'open',
    status: status(2),
    period: at('FY2027-P08', 'November 2026'),
  });
  const december = point({
    phase: 'notStarted',
    status: status(0, 'notStarted'),
    period: at('FY2027-P09', 'December 2026'),
  });
  const outlook = (over: object): PeriodOutlook => ({
    band: { low: 0, high: 0, method: 'exact' },
    dealIds: new Set(),
    outlook: {
      actual: 5_000,
      target: 10_000,
      open: 4_000,
      count: 2,
      withoutProbability: 0,
      weighted: 2_000,
      forecast: 7_000,
      forecastAttainment: 0.7,
      shortfall: 3_000,
      coverage: 0.8,
      odds: { odds: 0.12, method: 'exact', deals: 2 },
      ...over,
    },
  });

  it('says what was made, what the running month is expected to reach, and what lies ahead', () => {
    expect(
      describeAhead(
        view([point(), point({ status: status(1) }), november, december]),
        new Map([
          ['FY2027-P08', outlook({})],
          ['FY2027-P09', outlook({ open: 90_000, target: 200_000 })],
        ]),
      ),
    ).toBe(
      'Saltmarsh made 1 of 2 ended months of FY 2027. November 2026 is expected to reach 70% of target, odds 12%. The month ahead has €900 open against €2,000 of targets.',
    );
  });

  it('says when a month is made already, and how many ahead have no target', () => {
    expect(
      describeAhead(
        view([november, december]),
        new Map([
          ['FY2027-P08', outlook({ actual: 12_000 })],
          ['FY2027-P09', outlook({ target: null })],
        ]),
      ),
    ).toBe(
      'No month of FY 2027 with a target has ended yet for Saltmarsh. November 2026 is made already. The month ahead has €40 open, and 1 of them have no complete target.',
    );
  });

  it('says nothing of what open deals do not speak of', () =>
    expect(describeAhead(view([point(), november]), new Map())).toBe(
      'Saltmarsh made 1 of 1 ended month of FY 2027.',
    ));
});
