import type { Period } from '#core/period/calendar';
import { toCivil } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { describePeriod, describeSpan, shortPeriod } from '#wording/period';
import type { SheetCell, Workbench } from './workbench';

const t = messagesOf('plan', EN_PLAN);

export interface SheetColumn {
  period: Period;
  /** Heading: "Oct", "Q3", "17". */
  name: string;
  /** The period in words: "October 2026". */
  fullName: string;
  /** A column that adds up the ones before it. */
  isSum: boolean;
}

export interface SheetRow {
  unit: Unit;
  depth: number;
}

export const GRAINS = ['quarter', 'year', 'weeks', 'days'] as const;
export type Grain = (typeof GRAINS)[number];

/**
 * What the grid shows: rows below the unit, then the unit itself; the columns of a quarter, a year,
 * a quarter's weeks or a month's days.
 */
export interface Sheet {
  bench: Workbench;
  grain: Grain;
  columns: SheetColumn[];
  rows: SheetRow[];
  /** Index of the unit's own row: the last. */
  ownRow: number;
  /** The column that adds up the others. */
  total: SheetColumn;
}

/**
 * The columns for a period: a month's days or a quarter's weeks when asked for, its quarter for a
 * month or quarter, else the whole year.
 */
export function buildSheet(bench: Workbench, periodId: string, by: 'days' | 'weeks' | null): Sheet {
  const { calendar, sheet } = bench;
  const year = calendar.year(sheet.year);
  const asked = calendar.parse(periodId);
  const inYear = asked && asked.from >= year.from && asked.to <= year.to ? asked : year;
  const toColumn = (period: Period, name: string, isSum: boolean): SheetColumn => ({
    period,
    name,
    fullName: describePeriod(period, calendar),
    isSum,
  });
  const quarterColumns = (quarter: Period, q: number) => [
    ...calendar
      .monthsIn(quarter)
      .map((month) => toColumn(month, shortPeriod(month, calendar), false)),
    toColumn(quarter, `Q${q + 1}`, true),
  ];
  const month = inYear.kind === 'month' ? inYear : null;
  const quarters = calendar.quarters(sheet.year);
  const isQuarter = inYear.kind === 'month' || inYear.kind === 'quarter';
  const grain: Grain =
    by === 'days' && month
      ? 'days'
      : by === 'weeks' && isQuarter
        ? 'weeks'
        : isQuarter
          ? 'quarter'
          : 'year';
  const columns =
    grain === 'weeks'
      ? weekColumns(bench, calendar.periodOf('quarter', inYear.from))
      : grain === 'days' && month
        ? [
            ...daysOf(bench, month).map((day) =>
              toColumn(day, String(toCivil(day.from).date), false),
            ),
            toColumn(month, t('month'), true),
          ]
        : grain === 'quarter'
          ? quarterColumns(calendar.periodOf('quarter', inYear.from), 0).map((column) =>
              column.isSum ? { ...column, name: t('quarter') } : column,
            )
          : [...quarters.flatMap(quarterColumns), toColumn(year, t('year'), true)];
  const [own, ...below] = bench.listRows();
  return {
    bench,
    columns,
    rows: [...below, own!],
    ownRow: below.length,
    total: columns.at(-1)!,
    grain,
  };
}

/**
 * ISO weeks that begin in the quarter; the one that began before it belongs to the quarter before.
 */
function weekColumns({ calendar }: Workbench, quarter: Period): SheetColumn[] {
  const columns: SheetColumn[] = [];
  for (let day = quarter.from; day < quarter.to;) {
    const week = calendar.periodOf('week', day);
    if (week.from >= quarter.from)
      columns.push({
        period: week,
        name: week.id.slice(5),
        fullName: `${describePeriod(week, calendar)}, ${describeSpan(week, true)}`,
        isSum: false,
      });
    day = week.to;
  }
  return [
    ...columns,
    {
      period: quarter,
      name: t('quarter'),
      fullName: describePeriod(quarter, calendar),
      isSum: true,
    },
  ];
}

function daysOf({ calendar }: Workbench, month: Period): Period[] {
  return Array.from({ length: month.to - month.from }, (_, i) =>
    calendar.periodOf('day', month.from + i),
  );
}

export function cellAt(sheet: Sheet, row: number, column: number): SheetCell {
  return sheet.bench.cellAt(sheet.rows[row]!.unit.id, sheet.columns[column]!.period);
}

export function totalOf(sheet: Sheet, row: number): SheetCell {
  return sheet.bench.cellAt(sheet.rows[row]!.unit.id, sheet.total.period);
}

/** The unit's own target, not what its units below add up to. */
export function ownValue(cell: SheetCell): number | null {
  return cell.targetSource === 'sumOfUnits' ||
    (cell.targetSource === 'inherited' && cell.allocatedFrom === null)
    ? null
    : cell.value;
}

/** Why a cell cannot be typed into, or null when it can. */
export function whyLocked(sheet: Sheet, row: number, column: number): string | null {
  const cell = cellAt(sheet, row, column);
  if (sheet.bench.sheet.slices && row === sheet.ownRow) return t('thisIsTheTargetOf');
  if (!sheet.bench.sheet.canEdit) return t('yourRoleMayReadTargets');
  if (!sheet.bench.sheet.plan) return t('thereIsNoPlanFor');
  if (!cell.active) return t('doesNotStandInThe');
  if (cell.isClosed) return t('theMonthIsClosedAn');
  if (cell.targetSource === 'sumOfPeriods' && sheet.columns[column]!.period.kind !== 'week')
    return t('thisIsTheSumOf');
  return null;
}

const TARGET_SOURCE_WORDS: Record<SheetCell['targetSource'], string> = {
  set: t('enteredHere'),
  sumOfPeriods: t('sumOfItsPeriods'),
  allocatedFromPeriod: t('shareByWorkingDays'),
  sumOfUnits: t('sumOfItsPeople'),
  inherited: t('theSameAsTheWhole'),
  none: 'none',
};

export function targetSourceWords(cell: SheetCell): string {
  const from = cell.allocatedFrom ? t('ofAllocated', { allocatedFrom: cell.allocatedFrom }) : '';
  const gaps = cell.missing > 0 ? t('partsMissing', { missing: cell.missing }) : '';
  return TARGET_SOURCE_WORDS[cell.targetSource] + from + gaps;
}
