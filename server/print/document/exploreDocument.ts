import type { LinesHeader } from '#contract/schemas/slice';
import { EXPLORE_KEYS, type ExploreAnswer, type ExploreKey } from '#core/slices/exploring';
import { describeAnswer, KEY_NAMES, MEASURE_NAMES, nameOf, unitOf } from '#wording/exploreWords';
import type { PrintedNotes } from '../printedStanding';
import type { DocumentTable, FigureDocument } from './document';

/** What was explored as it is printed: a table a dimension, of what passes the choices. */
export function toExploreDocument(
  header: LinesHeader,
  answer: ExploreAnswer,
  { notes, timeZone }: PrintedNotes,
): FigureDocument {
  const { unit, period, now, priorYear, currency } = header;
  return {
    title: `${unit.name} · ${now.days} · ${MEASURE_NAMES[answer.measure]}`,
    fileName: `explore ${unit.code} ${period.id} ${answer.measure}`,
    sentence: describeAnswer(header, answer),
    facts: [
      `${now.days}${priorYear ? `, last year: ${priorYear.days}` : ''}`,
      ...answer.choices.map(
        ({ key, values }) =>
          `${KEY_NAMES[key]}: ${values.map((value) => nameOf(key, value, currency)).join(', ')}`,
      ),
    ],
    unit: unitOf(answer.measure, header),
    tables: EXPLORE_KEYS.filter((key) => answer.lists[key].count > 1).map((key) =>
      toTable(key, answer, currency),
    ),
    notes,
    about: unit.code,
    timeZone,
    asOf: header.asOf,
  };
}

function toTable(
  key: ExploreKey,
  { lists, choices }: ExploreAnswer,
  currency: string,
): DocumentTable {
  const { rows, others } = lists[key];
  const isChosen = choices.some((each) => each.key === key);
  return {
    name: KEY_NAMES[key],
    note: isChosen ? 'all values, of what passes the other choices' : '',
    columns: [
      { name: KEY_NAMES[key], kind: 'text' },
      { name: 'These', kind: 'figure' },
      { name: 'All', kind: 'figure' },
      { name: 'Last year', kind: 'figure' },
    ],
    rows: [
      ...rows
        .filter(({ these, all, before }) => these !== 0 || all !== 0 || (before ?? 0) !== 0)
        .map((row) => [
          `${row.isChosen ? '✓ ' : ''}${nameOf(key, row, currency)}`,
          row.these,
          row.all,
          row.before,
        ]),
      ...(others
        ? [[`All others (${others.count})`, others.these, others.all, others.before]]
        : []),
    ],
    hasTotal: false,
    bars: 1,
    isWide: false,
  };
}
