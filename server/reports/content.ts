import { readCompareAddress, readExploreAddress } from '#contract/addresses';
import type { StandingView } from '#contract/schemas/attainment';
import type { ComparisonQuery } from '#contract/schemas/comparison';
import { BENCHMARKS, planOf } from '#contract/schemas/comparison';
import type { KeptView } from '#contract/schemas/keptView';
import type { ReportFormat, ReportPeriod } from '#contract/schemas/report';
import { parseDay } from '#core/period/day';
import { priorPeriodOf } from '#core/period/neighbours';
import { spanOf } from '#core/slices/exploreChoices';
import { KEY_NAMES } from '#wording/exploreWords';
import { figureUnit } from '#wording/figureUnit';
import { formatWhole } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import type { Scope } from '../access/index';
import { findMeasure, findPeriod, viewStandingWhole } from '../attainment/index';
import type { Context } from '../context';
import type { MailAttachment } from '../db/tables/mail';
import type { LetterPart } from '../mail/index';
import {
  documentComparison,
  documentExplore,
  type DocumentReader,
  type FigureDocument,
  findPrintedNotes,
  PRINT_TYPES,
  showCell,
  writeDocumentFile,
  writeStandingFile,
} from '../print/index';

/** A view as it stands in a mail: a sentence, a table, a file, and the link to the very state. */
export interface ViewContent {
  subject: string;
  parts: LetterPart[];
  attachments: MailAttachment[];
}

/** Tables whose order is time, or sizes: what is told in a mail is ranked. */
const IN_ORDER: ReadonlySet<string> = new Set(
  (['month', 'week', 'weekday', 'size'] as const).map((key) => KEY_NAMES[key]),
);
const ROWS_SHOWN = 15;

/** The state of a view with its period moved on, where it is to move. */
export function placeOfView(
  { dataset }: Scope,
  { search }: Pick<KeptView, 'search'>,
  periodKind: ReportPeriod,
): URLSearchParams {
  const params = new URLSearchParams(search);
  const { calendar, asOf } = dataset;
  const running = calendar.periodOf('month', asOf);
  const moved = {
    asKept: params.get('period') ?? running.id,
    month: running.id,
    priorMonth: priorPeriodOf(calendar, running).id,
    quarter: calendar.periodOf('quarter', asOf).id,
    year: calendar.periodOf('year', asOf).id,
  }[periodKind];
  params.set('period', moved);
  return params;
}

/**
 * What a view says to a reader, with their own rights. @throws ProblemError unknownUnit,
 * unknownPeriod, unknownMeasure where they may not see it, or it is gone
 */
export async function describeView(
  context: Context,
  reader: DocumentReader,
  { path, params, format }: { path: string; params: URLSearchParams; format: ReportFormat },
  author: string,
): Promise<ViewContent> {
  const { scope } = reader;
  const unit = scope.findUnit(params.get('unit') ?? '');
  const period = findPeriod(scope.dataset, params.get('period')!);
  const measure = findMeasure(scope.dataset, params.get('measure') ?? undefined).code;
  const standing = await viewStandingWhole(context, scope, unit, period, measure);
  const url = `${context.origin}${path}?${params}`;
  const document =
    path === '/compare'
      ? await documentComparison(context, reader, readComparison(scope, params))
      : path === '/explore'
        ? await documentExplore(context, reader, readExplored(scope, params))
        : null;
  const attach = async (): Promise<MailAttachment[]> => {
    if (format === 'none') return [];
    if (document) return [await attachDocument(document, format, author)];
    return [await attachStanding(context, scope, standing, format, author)];
  };
  return {
    subject: `${unit.name}, ${standing.period.name}: ${standing.figures.attainmentText ?? standing.figures.status.label}`,
    parts: [
      ...(document ? describeDocument(document) : describeStandingView(standing)),
      { kind: 'link', text: 'Open this view', url },
    ],
    attachments: await attach(),
  };
}

const textOf = (sentence: readonly { text: string }[]) => sentence.map(({ text }) => text).join('');

function describeStandingView(view: StandingView): LetterPart[] {
  const unit = figureUnit(view);
  const show = (value: number | null) => (value === null ? '–' : formatWhole(value, unit));
  const rest = view.rankings.length - ROWS_SHOWN;
  return [
    { kind: 'text', text: textOf(view.sentence) },
    ...(view.rankings.length === 0
      ? []
      : [
          {
            kind: 'table' as const,
            head: ['Rank', 'Who', view.measure.name, 'Target', 'Attainment', 'Status'],
            rows: view.rankings
              .slice(0, ROWS_SHOWN)
              .map((place) => [
                String(place.rank ?? '–'),
                place.unit.name,
                show(place.actual),
                place.targetIncomplete ? 'incomplete' : show(place.target),
                place.attainmentText ?? '–',
                place.status.label,
              ]),
          },
        ]),
    ...(rest > 0 ? [{ kind: 'text' as const, text: `and ${rest} more.` }] : []),
    {
      kind: 'text',
      text: `${view.figures.days}; as of ${view.asOf}${view.newestDay ? `, newest deal ${view.newestDay}` : ''}.`,
    },
  ];
}

/** What the address of Compare asks for; against what is gone is against the year before. */
function readComparison({ dataset }: Scope, params: URLSearchParams): ComparisonQuery {
  const { against, ...choices } = readCompareAddress(params);
  const isKnown =
    against !== undefined &&
    (BENCHMARKS.some((each) => each === against) ||
      planOf(against) !== null ||
      dataset.calendar.parse(against) !== null);
  return {
    unit: params.get('unit')!,
    period: params.get('period')!,
    ...(params.get('measure') ? { measure: params.get('measure')! } : {}),
    ...(isKnown ? { against } : {}),
    ...choices,
  };
}

/** The same of Explore. */
function readExplored({ dataset }: Scope, params: URLSearchParams) {
  const { span, measure, pick, order } = readExploreAddress(params, params.get('measure'));
  return {
    unit: params.get('unit')!,
    period: spanOf(dataset.calendar.rule, params.get('period')!, span),
    measure,
    order,
    ...(pick ? { pick } : {}),
  };
}

/** The sentence, the first table that is no row of months, and what it is of. */
function describeDocument({ sentence, tables, facts, asOf, unit }: FigureDocument): LetterPart[] {
  const table = tables.find(({ name }) => !IN_ORDER.has(name));
  return [
    { kind: 'text', text: textOf(sentence) },
    ...(table
      ? [
          {
            kind: 'table' as const,
            head: table.columns.map(({ name }) => name),
            rows: table.rows
              .slice(0, ROWS_SHOWN)
              .map((row) =>
                table.columns.map(({ kind }, index) => showCell(kind, row[index] ?? null, unit)),
              ),
          },
        ]
      : []),
    { kind: 'text', text: `${facts.join('; ')}; as of ${shortDay(parseDay(asOf)!, true)}.` },
  ];
}

async function attachDocument(
  document: FigureDocument,
  format: Exclude<ReportFormat, 'none'>,
  author: string,
): Promise<MailAttachment> {
  // Of many pages there is no picture, of many tables no single one.
  const written = format === 'pdf' || format === 'png' ? 'pdf' : 'xlsx';
  return {
    name: `${document.fileName}.${written}`,
    type: PRINT_TYPES[written],
    content: (await writeDocumentFile(document, written, author)).toString('base64'),
  };
}

async function attachStanding(
  context: Context,
  scope: Scope,
  view: StandingView,
  format: Exclude<ReportFormat, 'none'>,
  author: string,
): Promise<MailAttachment> {
  const standing = { view, ...(await findPrintedNotes(context, scope, view)) };
  return {
    name: `${view.unit.code} ${view.period.id} ${view.measure.code}.${format}`,
    type: PRINT_TYPES[format],
    content: Buffer.from(await writeStandingFile(standing, format, author)).toString('base64'),
  };
}
