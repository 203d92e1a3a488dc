import type { ComparedRow, ComparisonView } from '#contract/schemas/comparison';
import type { Note } from '#contract/schemas/note';
import { isSameSubject } from '#core/notes/about';
import { figureUnit } from '#wording/figureUnit';
import { describeNotes } from '#wording/note';
import { nameOfPart } from '#wording/takenApart';
import type { PrintedNotes } from '../printedStanding';
import type { DocumentColumn, DocumentTable, FigureDocument } from './document';

const text = (name: string): DocumentColumn => ({ name, kind: 'text' });
const figure = (name: string): DocumentColumn => ({ name, kind: 'figure' });

/** A comparison as it is printed: what made the difference, the years, weeks and months. */
export function toComparisonDocument(
  view: ComparisonView,
  { notes, timeZone }: PrintedNotes,
): FigureDocument {
  const { unit, period, measure, against, days, organisation } = view;
  return {
    title: `${unit.name} · ${period.name} · ${measure.name}`,
    fileName: `comparison ${unit.code} ${period.id} ${measure.code}`,
    sentence: view.sentence,
    facts: [
      `${days}${against.days ? ` against ${against.days}` : ` against ${against.name}`}`,
      ...(organisation === 'asItIsNow'
        ? ['Units as they are now: all days of who has moved are counted where they stand today.']
        : []),
    ],
    unit: figureUnit(view),
    tables: [
      toGrowth(view, notes),
      toOthers(view),
      toYears(view),
      ...toLead(view),
      ...toWeeks(view),
      toStatusByMonth(view),
    ].filter(({ rows }) => rows.length > 0),
    notes,
    about: unit.code,
    timeZone,
    asOf: view.asOf,
  };
}

/** A change in percent; of next to nothing none, of nothing "new". */
const toShare = ({
  share,
  isNew,
  isLowBase,
}: Pick<ComparedRow, 'share' | 'isNew' | 'isLowBase'>) =>
  isNew ? 'new' : isLowBase ? null : share;

function toGrowth(view: ComparisonView, notes: readonly Note[]): DocumentTable {
  const { by, rows, remainder, figure: whole, against } = view;
  const measure = view.measure.code;
  const written = (key: string) =>
    describeNotes(
      notes.filter((note) =>
        isSameSubject(
          { unit: note.unit.code, measure, slice: note.slice },
          { unit: view.unit.code, measure, slice: { by, key } },
        ),
      ),
    );
  const hasNotes = rows.some(({ key }) => written(key) !== null);
  return {
    name: 'Growth',
    note: `against ${against.name}`,
    columns: [
      text(nameOfPart(by)),
      figure('Now'),
      figure('Then'),
      { name: 'Change', kind: 'signed' },
      { name: '%', kind: 'change' },
      ...(by === 'unit' ? [] : [text('Class')]),
      ...(hasNotes ? [{ name: 'Notes', kind: 'words' as const }] : []),
    ],
    rows: [
      ...rows.map((row) => [
        row.name,
        row.now,
        row.then,
        row.difference,
        toShare(row),
        ...(by === 'unit' ? [] : [row.abc]),
        ...(hasNotes ? [written(row.key)] : []),
      ]),
      ...(remainder
        ? [
            [
              `All others (${remainder.count})`,
              remainder.now,
              remainder.then,
              remainder.then === null ? null : remainder.now - remainder.then,
              null,
            ],
          ]
        : []),
      [
        view.unit.name,
        whole.now,
        whole.then,
        whole.difference,
        whole.isLowBase ? null : whole.share,
      ],
    ],
    hasTotal: true,
    bars: null,
    isWide: false,
  };
}

function toOthers({ others }: ComparisonView): DocumentTable {
  return {
    name: 'Against others',
    note: '',
    columns: [
      text('Against'),
      figure('Now'),
      figure('Then'),
      { name: 'Change', kind: 'signed' },
      { name: '%', kind: 'change' },
    ],
    rows: others.map((each) => [each.name, each.now, each.then, each.difference, toShare(each)]),
    hasTotal: false,
    bars: null,
    isWide: false,
  };
}

function toYears({ years }: ComparisonView): DocumentTable {
  return {
    name: 'Year by year',
    note: 'up to the same point, and whole',
    columns: [text('Year'), figure('To date'), figure('Whole')],
    rows: years.map(({ name, toDate, total, isRunning }) => [
      name,
      toDate,
      isRunning ? null : total,
    ]),
    hasTotal: false,
    bars: 1,
    isWide: false,
  };
}

function toLead({ lead }: ComparisonView): DocumentTable[] {
  if (!lead) return [];
  return [
    {
      name: 'Lead over last year',
      note: `${lead.days} against ${lead.daysThen}`,
      columns: [
        text('What'),
        figure('Booked'),
        figure('Then'),
        { name: 'Working days ahead', kind: 'count' },
      ],
      rows: lead.rows.map((row) => [
        row.name,
        row.now,
        row.then,
        row.kind === 'yearPassed' ? 'year passed' : row.workingDays,
      ]),
      hasTotal: false,
      bars: null,
      isWide: false,
    },
  ];
}

function toWeeks({ weeks, against }: ComparisonView): DocumentTable[] {
  if (!weeks) return [];
  const hasThen = weeks.weeks.some(({ then }) => then !== null);
  return [
    {
      name: 'Weeks',
      note: hasThen ? `beside those of ${against.name}` : '',
      columns: [
        text('Week'),
        figure('Now'),
        ...(hasThen ? [text('Compared week'), figure('Then')] : []),
      ],
      rows: weeks.weeks.map((week) => [
        `${week.days}${week.isRunning ? ', so far' : ''}`,
        week.now,
        ...(hasThen ? [week.daysThen, week.then] : []),
      ]),
      hasTotal: false,
      bars: null,
      isWide: false,
    },
  ];
}

function toStatusByMonth({
  statusByMonth: { months, rows, slices },
}: ComparisonView): DocumentTable {
  const cellsOf = (cells: (typeof rows)[number]['cells']) =>
    cells.map(({ attainmentText }) => attainmentText);
  return {
    name: 'Attainment by month',
    note: '',
    columns: [
      text('Unit'),
      ...months.map(({ name, isRunning }) => text(isRunning ? `${name} so far` : name)),
    ],
    rows: [
      ...rows.map(({ unit, cells }) => [unit.name, ...cellsOf(cells)]),
      ...slices.map(({ name, cells }) => [name, ...cellsOf(cells)]),
    ],
    hasTotal: false,
    bars: null,
    isWide: true,
  };
}
