import { asc, inArray, sql } from 'drizzle-orm';
import type { CustomField } from '#core/customField/field';
import type { MeasureRecord } from '#core/measure/measure';
import { buildMeasureBook, type MeasureBook } from '#core/measure/measureBook';
import type { Rate } from '#core/money/rate';
import { buildCalendar, type FiscalCalendar } from '#core/period/calendar';
import { type Day, parseDay } from '#core/period/day';
import type { WorkingDays } from '#core/period/workingDays';
import type { DatedRule } from '#core/status/ruleBook';
import type { Ramp } from '#core/units/ramp';
import { buildUnitTree, type UnitTree } from '#core/units/tree';
import type { Queryable } from '../db/client';
import {
  branchHours,
  closedDay,
  closedMonth,
  company,
  customField,
  measure,
  membership,
  plan,
  ramp,
  rate,
  statusRule,
  unit,
} from '../db/tables/index';
import { type BranchHours, buildBusinessHours, type BusinessHours } from './businessHours';
import type { ClosedMonth } from './closedMonths';

export interface CompanyState {
  name: string;
  currency: string;
  timeZone: string;
  isDemo: boolean;
  /** Another one where all that was recorded has been put away. */
  era: string;
  weekdays: number[];
  /** Of the weekdays those on which half a day is worked. */
  halfWeekdays: number[];
  sharesTeamLadder: boolean;
  calendar: FiscalCalendar;
  rates: Rate[];
  tree: UnitTree;
  workingDaysOf(unitId: number): WorkingDays;
  /** The company's end of business, in minutes after midnight. */
  endOfBusiness: number;
  hoursOf(unitId: number): BusinessHours;
  /** The company's, and those of branches that have their own; each one object. */
  allHours: readonly BusinessHours[];
  branchHours: readonly BranchHours[];
  /** Plans that are published or drafts, by id. */
  plans: ReadonlyMap<number, PlanRecord>;
  closedMonths: readonly ClosedMonth[];
  ramps: ReadonlyMap<number, Ramp>;
  statusRules: readonly DatedRule[];
  /** ISO 3166 country of a unit, its own or the nearest above; null where none says. */
  countryOf(unitId: number): string | null;
  measures: MeasureBook;
  /** The same, as they are kept. */
  measureRecords: readonly StoredMeasure[];
  /** Fields the company has given its deals and customers, archived ones too, in their order. */
  customFields: readonly StoredCustomField[];
}

export interface StoredCustomField extends CustomField {
  isArchived: boolean;
  version: number;
}

export interface StoredMeasure extends MeasureRecord {
  isShipped: boolean;
  isArchived: boolean;
}

/** What must be known of a plan to read and write its targets. */
export interface PlanRecord {
  id: number;
  yearLabel: number;
  name: string;
  isPublished: boolean;
  unitId: number;
  /** Reporting units for one unit of a currency, fixed for the plan. */
  rates: Readonly<Record<string, string>>;
}

/** Reads company, calendar, rates and units; null before the first run. */
export async function loadCompanyState(db: Queryable, asOf: Day): Promise<CompanyState | null> {
  const [row] = await db.select().from(company);
  if (!row) return null;
  const rates = await db.select().from(rate);
  const closed = await db.select().from(closedDay);
  const tree = await loadTree(db);
  const ofBranches: BranchHours[] = await db.select().from(branchHours);
  const measureRecords: StoredMeasure[] = await db
    .select()
    .from(measure)
    .orderBy(asc(measure.createdAt), asc(measure.code));
  return {
    name: row.name,
    currency: row.currency,
    timeZone: row.timeZone,
    isDemo: row.isDemo,
    era: row.era,
    weekdays: row.weekdays,
    halfWeekdays: row.halfWeekdays,
    sharesTeamLadder: row.sharesTeamLadder,
    calendar: buildCalendar(row.calendar),
    rates: rates.map((each) => ({
      currency: each.currency,
      from: parseDay(each.from)!,
      rate: each.rate,
    })),
    tree,
    workingDaysOf: buildWorkingDays(tree, row, closed, ofBranches, asOf),
    endOfBusiness: row.endOfBusiness,
    branchHours: ofBranches,
    ...buildBusinessHours(tree, row, ofBranches, asOf),
    measureRecords,
    measures: buildMeasureBook(measureRecords),
    customFields: await loadCustomFields(db),
    plans: await loadPlanRecords(db),
    ramps: new Map(
      (await db.select().from(ramp)).map((each) => [
        each.unitId,
        { from: parseDay(each.from)!, shares: each.shares },
      ]),
    ),
    statusRules: (await db.select().from(statusRule)).map((each) => ({
      measure: each.measure,
      from: parseDay(each.effectiveFrom)!,
      rule: each.rule,
    })),
    countryOf: buildCountryOf(
      tree,
      await db.select({ id: unit.id, country: unit.country }).from(unit),
      asOf,
    ),
    closedMonths: (await db.select().from(closedMonth)).map((each) => ({
      from: parseDay(each.from)!,
      to: parseDay(each.to)!,
      unitId: each.unitId,
    })),
  };
}

async function loadCustomFields(db: Queryable): Promise<StoredCustomField[]> {
  const rows = await db
    .select()
    .from(customField)
    .orderBy(asc(customField.position), asc(customField.id));
  return rows.map(({ owner, code, name, kind, choices, archivedAt, version }) => ({
    owner,
    code,
    name,
    kind,
    choices,
    isArchived: archivedAt !== null,
    version,
  }));
}

async function loadPlanRecords(db: Queryable): Promise<Map<number, PlanRecord>> {
  const rows = await db
    .select()
    .from(plan)
    .where(inArray(plan.status, ['draft', 'published']));
  return new Map(
    rows.map(({ id, yearLabel, name, status, unitId, rates }) => [
      id,
      { id, yearLabel, name, unitId, rates, isPublished: status === 'published' },
    ]),
  );
}

export async function loadTree(db: Queryable): Promise<UnitTree> {
  const kindOrder = sql`array_position(array['company', 'branch', 'team', 'salesperson'],
    ${unit.kind})`;
  const units = await db
    .select({ id: unit.id, code: unit.code, name: unit.name, kind: unit.kind })
    .from(unit)
    .orderBy(kindOrder, asc(unit.name), asc(unit.id));
  const memberships = await db.select().from(membership).orderBy(asc(membership.from));
  return buildUnitTree(
    units,
    memberships.map((each) => ({
      unitId: each.unitId,
      parentId: each.parentId,
      from: parseDay(each.from)!,
      to: parseDay(each.to)!,
    })),
  );
}

function buildCountryOf(
  tree: UnitTree,
  units: readonly { id: number; country: string | null }[],
  asOf: Day,
): CompanyState['countryOf'] {
  const countries = new Map(units.map((each) => [each.id, each.country]));
  return (unitId) =>
    [unitId, ...tree.ancestorsOn(unitId, asOf)]
      .map((id) => countries.get(id) ?? null)
      .find((country) => country !== null) ?? null;
}

/**
 * A unit works the days of the branch it stands in: the common closed days and that branch's own,
 * on the branch's weekdays or the company's. What a branch says of a day goes before what is said of
 * all.
 */
function buildWorkingDays(
  tree: UnitTree,
  company: Pick<CompanyState, 'weekdays' | 'halfWeekdays'>,
  closed: readonly { branchId: number | null; on: string; isHalf: boolean }[],
  branches: readonly BranchHours[],
  asOf: Day,
) {
  const daysOf = (branchId: number | null, isHalf: boolean) =>
    closed
      .filter((each) => each.branchId === branchId && each.isHalf === isHalf)
      .map((each) => parseDay(each.on)!);
  const common = { closed: daysOf(null, false), halves: daysOf(null, true) };
  const build = (branchId: number | null): WorkingDays => {
    const own = branches.find((each) => each.branchId === branchId);
    const weekdays = own?.weekdays ?? company.weekdays;
    const halfWeekdays = own?.weekdays ? (own.halfWeekdays ?? []) : company.halfWeekdays;
    if (branchId === null)
      return {
        weekdays,
        halfWeekdays,
        closed: new Set(common.closed),
        halves: new Set(common.halves),
      };
    const [ownClosed, ownHalves] = [daysOf(branchId, false), daysOf(branchId, true)];
    const said = new Set([...ownClosed, ...ownHalves]);
    const others = (days: readonly Day[]) => days.filter((day) => !said.has(day));
    return {
      weekdays,
      halfWeekdays,
      closed: new Set([...others(common.closed), ...ownClosed]),
      halves: new Set([...others(common.halves), ...ownHalves]),
    };
  };
  const own = [
    ...closed.map((each) => each.branchId),
    ...branches.filter((each) => each.weekdays !== null).map((each) => each.branchId),
  ];
  const byBranch = new Map([null, ...own].map((branchId) => [branchId, build(branchId)]));
  const cache = new Map<number, WorkingDays>();
  return (unitId: number): WorkingDays => {
    let found = cache.get(unitId);
    if (!found) {
      const lastDay = Math.max(...tree.membershipsOf(unitId).map((each) => each.to - 1));
      const line = [unitId, ...tree.ancestorsOn(unitId, Math.min(asOf, lastDay))];
      const branch = line.find((id) => byBranch.has(id)) ?? null;
      cache.set(unitId, (found = byBranch.get(branch)!));
    }
    return found;
  };
}
