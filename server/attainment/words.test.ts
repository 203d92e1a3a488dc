import { describe, expect, it } from 'vitest';
import { buildSampleDataset, type SampleOptions } from '#core/dataset/sampleDataset';
import { parseDay } from '#core/period/day';
import { defaultRule } from '#core/status/rule';
import { listDefinitions } from '#wording/definitions';
import { listFigures } from '#wording/figures';
import { describeApplied, describeAttainment, describeGrading } from '#wording/formula';
import type { Scope } from '../access/index';
import { viewStanding } from './service';

/** What the screen, the printed page and the files say of a standing. */
const NOVEMBER = 'FY2027-P08';
const booked = (
  amount: number,
  on = '2026-11-02',
  salespersonId = 11,
  part: 'revenue' | 'costed' | 'cost' = 'revenue',
) => ({ salespersonId, amount, on, part });
const target = (value: number, unitId = 11, measure = 'revenue') => ({
  unitId,
  periodId: NOVEMBER,
  target: value,
  measure,
});

function view(
  options: Partial<SampleOptions> = {},
  { unitId = 11, measure = 'revenue', periodId = NOVEMBER } = {},
) {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  return viewStanding(
    { dataset, isWhole: true } as Scope,
    dataset.tree.find(unitId)!,
    dataset.calendar.parse(periodId)!,
    measure,
    dataset.sums.newestDay,
  );
}
const figures = (of: ReturnType<typeof view>) =>
  Object.fromEntries(listFigures(of).map((figure) => [figure.key, figure]));

describe('the figures of a running month', () => {
  const shown = figures(
    view({
      booked: [booked(39_618_000), booked(30_000_000, '2025-11-05')],
      targets: [target(48_000_000)],
    }),
  );

  it('name their dates, what is due, what is needed, and last year', () => {
    expect(Object.values(shown).map(({ value, label }) => [value, label])).toEqual([
      ['€396,180', 'booked, 1–18 Nov 2026'],
      ['€480,000', 'target, all of November 2026'],
      ['+€99,037', 'ahead of pace, €297,143 due'],
      ['€10,478', 'needed per working day, 8 left'],
      ['+32.1%', 'on 1–18 Nov 2025'],
    ]);
  });

  it('open to their formula with the numbers put in', () => {
    expect(shown['ahead']!.made).toEqual([
      'due by today = target × share of working days gone = €480,000 × 13 / 21 = €297,142.86',
      '€396,180 − €297,142.86 = €99,037.14',
    ]);
    expect(shown['needed']!.made[0]).toBe(
      'max(0, target − booked) / working days left = (€480,000 − €396,180) / 8',
    );
    expect(shown['priorYear']!.made).toEqual([
      '€396,180 now, €300,000 on 1–18 Nov 2025: +€96,180.',
      'All of that period came to €300,000.',
    ]);
  });

  it('are toned by what is good, also beside a word', () => {
    expect([shown['ahead']!.tone, shown['priorYear']!.tone]).toEqual(['good', undefined]);
    expect(
      figures(view({ booked: [booked(100)], targets: [target(48_000_000)] }))['ahead'],
    ).toMatchObject({ tone: 'bad', label: expect.stringMatching(/^behind pace/) });
  });
});

describe('the figures of other standings', () => {
  it('of an ended month are a gap that is short of the target, never "achieved" (GUARDS 7)', () => {
    expect(
      figures(
        view({ asOf: '2026-12-02', booked: [booked(39_618_000)], targets: [target(48_000_000)] }),
      ),
    ).toMatchObject({
      gap: { value: '−€83,820', label: 'short of target', tone: 'bad' },
      needed: { label: 'the period has ended' },
    });
    expect(
      figures(
        view({ asOf: '2026-12-02', booked: [booked(50_000_000)], targets: [target(48_000_000)] }),
      )['gap'],
    ).toMatchObject({ value: '+€20,000', label: 'above target', tone: 'good' });
  });

  it('without a target say so, and give no percent', () => {
    const of = view({ booked: [booked(100)] });
    expect(figures(of)).toMatchObject({
      target: { value: 'none' },
      gap: { value: '–', label: 'gap: no complete target' },
    });
    expect(describeAttainment(of)).toBe(
      'There is no complete target above 0 to divide by, so there is no percent.',
    );
    expect(describeApplied(of)).toBe(
      'No target is set here, for a longer or shorter period, or below.',
    );
  });

  it('with a part of the targets count the parts (GUARDS 2)', () => {
    const of = view({ targets: [target(100)] }, { unitId: 3 });
    expect(figures(of)['target']!.label).toBe('target so far, 1 of 2 parts set');
    expect(describeApplied(of)).toBe(
      '€1. The sum of the targets of 2 units directly below. 1 part is missing, so it is not judged by.',
    );
  });

  it('of a limit turn round what is good, and differ by points', () => {
    const costs = [
      booked(1_000),
      booked(1_000, '2026-11-02', 11, 'costed'),
      booked(620, '2026-11-02', 11, 'cost'),
    ];
    const of = view(
      { booked: costs, targets: [target(650, 11, 'cost_to_revenue')] },
      { measure: 'cost_to_revenue' },
    );
    expect(figures(of)['gap']).toMatchObject({
      value: '−3 points',
      label: 'below limit',
      tone: 'good',
    });
    expect(describeAttainment(of)).toBe(
      'attainment = cost to revenue / limit = 62% / 65% = 95% of the limit',
    );
    expect(describeGrading(of)[0]).toContain('grade 3 up to 66.95%, grade 2 up to 71.5%');
  });

  it('of nothing to divide by say that there is no figure', () => {
    expect(describeAttainment(view({}, { measure: 'gross_margin' }))).toBe(
      'There is no figure, so there is no percent.',
    );
  });
});

describe('why a grade is what it is', () => {
  it('is told by the rule, its thresholds and the next grade', () => {
    expect(
      describeGrading(view({ booked: [booked(25_000_000)], targets: [target(48_000_000)] })),
    ).toEqual([
      '“slipping” by the standard rule. Thresholds at 95% and 80% of what was due by now: grade 3 from €282,285.71, grade 2 from €237,714.29.',
      'More by €32,285.71 and it is “on pace” (from €282,285.71).',
    ]);
  });

  it('of the best grade names no next one', () =>
    expect(
      describeGrading(view({ booked: [booked(48_000_000)], targets: [target(48_000_000)] })),
    ).toHaveLength(1));

  it('names the day from which the company’s own rule holds, and fixed values as such', () => {
    const rule = {
      ...defaultRule({ direction: 'higher', isCumulative: true }),
      absoluteThresholds: { month: { upper: 1_000, lower: 500 } },
    };
    const [line] = describeGrading(
      view({
        booked: [booked(700)],
        targets: [target(9_000)],
        rules: [{ measure: 'revenue', from: parseDay('2026-10-01')!, rule }],
      }),
    );
    expect(line).toBe(
      '“on pace” by the rule since 1 Oct 2026. Thresholds at fixed values: grade 3 from €6.19, grade 2 from €3.10.',
    );
  });
});

describe('what the words of a printed standing mean', () => {
  const lines = listDefinitions(
    view({ booked: [booked(39_618_000)], targets: [target(48_000_000)] }),
  );

  it.each([
    'Revenue: ',
    'Target: €480,000. A target is set for exactly November 2026.',
    'Attainment: attainment = revenue / target = €396,180 / €480,000 = 83% of target.',
    'Status: “on pace” by the standard rule.',
    'Pace: by working days, 13 of 21 gone',
    'Places: by attainment; arrows against 1–18 Oct 2026. Last year: 1–18 Nov 2025.',
    'As of 18 Nov 2026; newest deal of 2 Nov 2026.',
  ])('says “%s”', (begin) => {
    expect(lines.some((line) => line.startsWith(begin))).toBe(true);
  });

  it('says how many won deals stand in no unit', () => {
    const of = { ...view(), unassigned: { amount: 500, deals: 1 } };
    expect(listDefinitions(of).at(-1)).toContain(
      'Not in these figures: 1 won deals whose owner stood in no unit.',
    );
  });
});
