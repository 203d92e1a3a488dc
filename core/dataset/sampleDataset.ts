import { ActivityBook } from '../ledger/activityBook';
import type { Contribution } from '../ledger/contribution';
import { Occurrences } from '../ledger/occurrences';
import { RunningSums } from '../ledger/runningSums';
import type { MeasureRecord } from '../measure/measure';
import { buildMeasureBook } from '../measure/measureBook';
import { SHIPPED_MEASURES } from '../measure/shipped';
import { buildCalendar } from '../period/calendar';
import { END_OF_TIME, FIRST_DAY, parseDay } from '../period/day';
import type { DatedRule } from '../status/ruleBook';
import { TargetBook } from '../targets/targetBook';
import type { Ramp } from '../units/ramp';
import { buildUnitTree } from '../units/tree';
import type { Membership, Unit } from '../units/unit';
import { buildDataset, type Dataset } from './dataset';

/**
 * A small invented company for examples and tests: one branch of two teams and three people, fiscal
 * year from April.
 */
export interface SampleOptions {
  asOf: string;
  units?: Unit[];
  memberships?: Membership[];
  booked?: readonly (Pick<Contribution, 'salespersonId' | 'amount'> & {
    on: string;
    part?: Contribution['part'];
  })[];
  targets?: readonly { unitId: number; periodId: string; target: number; measure?: string }[];
  /** Won deals for what is counted apart. */
  won?: readonly {
    salespersonId: number;
    on: string;
    customer: number;
    product?: number;
    location?: number;
  }[];
  typed?: readonly { measure: string; unitId: number; on: string; value: number }[];
  ramps?: ReadonlyMap<number, Ramp>;
  rules?: readonly DatedRule[];
  isTodayOver?: (unitId: number) => boolean;
  /** Beside those that ship. */
  measures?: readonly MeasureRecord[];
}

export const SAMPLE_UNITS: Unit[] = [
  { id: 1, code: 'co', name: 'Company', kind: 'company' },
  { id: 2, code: 'salt', name: 'Saltmarsh', kind: 'branch' },
  { id: 3, code: 'deck', name: 'Deck', kind: 'team' },
  { id: 4, code: 'eng', name: 'Engines', kind: 'team' },
  { id: 11, code: 'iv', name: 'Ilse', kind: 'salesperson' },
  { id: 12, code: 'tb', name: 'Tomas', kind: 'salesperson' },
  { id: 13, code: 'mo', name: 'Mina', kind: 'salesperson' },
];

export const always = (unitId: number, parentId: number | null): Membership => ({
  unitId,
  parentId,
  from: FIRST_DAY,
  to: END_OF_TIME,
});

export const SAMPLE_MEMBERSHIPS: Membership[] = [
  always(1, null),
  always(2, 1),
  always(3, 2),
  always(4, 2),
  always(11, 3),
  always(12, 3),
  always(13, 4),
];

/** Builds complete books from a few lines; Monday to Friday, no closed days, EUR. */
export function buildSampleDataset(options: SampleOptions): Dataset {
  const tree = buildUnitTree(
    options.units ?? SAMPLE_UNITS,
    options.memberships ?? SAMPLE_MEMBERSHIPS,
  );
  const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
  const sums = new RunningSums();
  for (const { salespersonId, amount, on, part = 'revenue' } of options.booked ?? [])
    sums.add({ salespersonId, part, day: parseDay(on)!, amount });
  const occurrences = new Occurrences();
  (options.won ?? []).forEach(({ salespersonId, on, customer, product = 0, location = 0 }, at) =>
    occurrences.add(salespersonId, {
      dealId: at + 1,
      day: parseDay(on)!,
      customer,
      product,
      location,
    }),
  );
  const activities = new ActivityBook();
  for (const { measure, unitId, on, value } of options.typed ?? [])
    activities.put(measure, unitId, parseDay(on)!, value);
  const measures = buildMeasureBook([...SHIPPED_MEASURES, ...(options.measures ?? [])]);
  const targets = new TargetBook();
  for (const { unitId, periodId, target, measure = 'revenue' } of options.targets ?? [])
    targets.put({ unitId, measure, periodId }, { target, floor: null, stretch: null });
  const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set<number>() };
  return buildDataset({
    tree,
    calendar,
    targets,
    workingDaysOf: () => working,
    sums,
    occurrences,
    activities,
    measures,
    ramps: options.ramps ?? new Map(),
    datedRules: options.rules ?? [],
    currency: 'EUR',
    asOf: parseDay(options.asOf)!,
    isTodayOver: options.isTodayOver,
  });
}
