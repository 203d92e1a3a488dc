import {
  type CrossTable,
  type CrossTableQuery,
  MOST_CROSS_COLUMNS,
  MOST_CROSS_ROWS,
} from '#contract/schemas/crossTable';
import { countedDays } from '#core/period/day';
import { type CrossHeading, crossTableOf } from '#core/slices/crossTable';
import { gatherLines } from '#core/slices/lineTable';
import type { Scope } from '../access/index';
import {
  findMeasure,
  findPeriod,
  toMeasureRecord,
  toPeriodView,
  toUnitSummary,
} from '../attainment/index';
import type { Context } from '../context';
import { assertNoFieldErrors } from '../problem';
import { nameLines, type Slice } from './slicing';

/**
 * What a unit sold by two things at once. @throws ProblemError unknownUnit, unknownPeriod,
 * invalidInput for the same thing twice
 */
export async function viewCrossTable(
  { db, replica }: Context,
  { dataset, findUnit }: Scope,
  query: CrossTableQuery,
): Promise<CrossTable> {
  const unit = findUnit(query.unit);
  const period = findPeriod(dataset, query.period);
  if (query.rows === query.columns)
    assertNoFieldErrors([{ field: 'columns', code: 'sameDimension' }]);
  const { measure = 'revenue' } = query;
  const lines = gatherLines(
    await replica.findLines(),
    dataset.tree.memberSpansUnder(unit.id),
    countedDays(period, dataset.asOf),
  );
  const [rows, columns] = await Promise.all([
    nameLines(db, lines, query.rows, dataset),
    nameLines(db, lines, query.columns, dataset),
  ]);
  const found = crossTableOf(rows.grouped, columns.grouped, {
    measure,
    most: [MOST_CROSS_ROWS, MOST_CROSS_COLUMNS],
  });
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(findMeasure(dataset, measure)),
    currency: dataset.currency,
    rows: found.rows.map((each) => toHeading(each, rows.slices)),
    columns: found.columns.map((each) => toHeading(each, columns.slices)),
    cells: found.cells,
    total: found.total,
  };
}

function toHeading(
  { code, count, total }: CrossHeading,
  slices: readonly Slice[],
): CrossTable['rows'][number] {
  if (code === null) return { key: null, name: 'All others', count, total };
  const { key, name } = slices[code]!;
  return { key, name, count, total };
}
