import type { GridTarget, PlanGridData } from '#contract/schemas/planGrid';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { END_OF_TIME, FIRST_DAY } from '#core/period/day';

/** A small sheet for tests: a branch of one team and two people, FY 2027 from April, in a draft. */
export function buildSampleSheet(
  over: Partial<PlanGridData> = {},
  targets: readonly GridTarget[] = [],
): PlanGridData {
  const units: PlanGridData['units'] = [
    { id: 1, code: 'salt', name: 'Saltmarsh', kind: 'branch' },
    { id: 2, code: 'deck', name: 'Deck', kind: 'team' },
    { id: 3, code: 'iv', name: 'Ilse', kind: 'salesperson' },
    { id: 4, code: 'tb', name: 'Tomas', kind: 'salesperson' },
  ];
  return {
    unit: units[0]!,
    year: 2027,
    currency: 'EUR',
    canEdit: true,
    units,
    plan: {
      id: 7,
      year: 'FY2027',
      name: 'Draft',
      status: 'draft',
      unit: units[0]!,
      note: null,
      createdBy: 'M',
      createdAt: '',
      endedBy: null,
      endedAt: null,
      rates: { GBP: '1.16' },
      targetCount: 0,
      canPublish: true,
    },
    measure: SHIPPED_MEASURES[0]!,
    calendar: { kind: 'month', firstMonth: 4, yearLabel: 'ends' },
    memberships: [
      [1, null, FIRST_DAY, END_OF_TIME],
      [2, 1, FIRST_DAY, END_OF_TIME],
      [3, 2, FIRST_DAY, END_OF_TIME],
      [4, 2, FIRST_DAY, END_OF_TIME],
    ],
    workingDays: [{ weekdays: [1, 2, 3, 4, 5], closed: [], halfWeekdays: [], halves: [] }],
    workingDaysIndex: [0, 0, 0, 0],
    priorYear: units.map(() => [
      ...Array.from({ length: 12 }, () => 100),
      300,
      300,
      300,
      300,
      1200,
    ]),
    priorPeriodIds: Array.from(
      { length: 12 },
      (_, i) => `FY2026-P${String(i + 1).padStart(2, '0')}`,
    ),
    targets: [...targets],
    closedMonths: [],
    closedForUnits: [],
    rates: { GBP: '1.16' },
    ownCurrency: null,
    ramps: [],
    slices: null,
    cursor: '0',
    ...over,
  };
}
