import type { StandingView } from '#contract/schemas/attainment';
import type { ComparisonQuery } from '#contract/schemas/comparison';
import { BENCHMARKS, planOf, TAKEN_APART_BY } from '#contract/schemas/comparison';
import type { KeptView } from '#contract/schemas/keptView';
import type { ReportFormat, ReportPeriod } from '#contract/schemas/report';
import { formatExact, formatWhole, withSign } from '#core/money/format';
import { priorPeriodOf } from '#core/period/neighbours';
import { figureUnit } from '#wording/figureUnit';
import type { Principal, Scope } from '../access/index';
import { findMeasure, findPeriod, viewStandingWhole } from '../attainment/index';
import type { Context } from '../context';
import type { MailAttachment } from '../db/tables/mail';
import type { LetterPart } from '../mail/index';
import { listPrintedNotes } from '../notes/index';
import { PRINT_TYPES, writeStandingFile } from '../print/index';
import { viewComparison } from '../slices/index';

/** A view as it stands in a mail: a sentence, a table, a file, and the link to the very state. */
export interface ViewContent {
  subject: string;
  parts: LetterPart[];
  attachments: MailAttachment[];
}

/** For whom a view is described: those of one unit and role read the same. */
export interface ReportReader {
  scope: Scope;
  principal: Pick<Principal, 'role' | 'unitId'>;
}

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
  reader: ReportReader,
  { path, params, format }: { path: string; params: URLSearchParams; format: ReportFormat },
  author: string,
): Promise<ViewContent> {
  const { scope } = reader;
  const unit = scope.findUnit(params.get('unit') ?? '');
  const period = findPeriod(scope.dataset, params.get('period')!);
  const measure = findMeasure(scope.dataset, params.get('measure') ?? undefined).code;
  const standing = await viewStandingWhole(context, scope, unit, period, measure);
  const url = `${context.origin}${path}?${params}`;
  const about =
    path === '/compare' || path === '/explore'
      ? await describeComparedView(context, reader, params)
      : describeStandingView(standing);
  return {
    subject: `${unit.name}, ${standing.period.name}: ${standing.figures.attainmentText ?? standing.figures.status.label}`,
    parts: [...about, { kind: 'link', text: 'Open this view', url }],
    attachments:
      format === 'none' ? [] : [await printStanding(context, scope, standing, format, author)],
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

async function describeComparedView(
  context: Context,
  { scope, principal }: ReportReader,
  params: URLSearchParams,
): Promise<LetterPart[]> {
  const against = params.get('against');
  const by = TAKEN_APART_BY.find((each) => each === params.get('by'));
  const isKnown =
    against !== null &&
    (BENCHMARKS.some((each) => each === against) ||
      planOf(against) !== null ||
      scope.dataset.calendar.parse(against) !== null);
  const query: ComparisonQuery = {
    unit: params.get('unit')!,
    period: params.get('period')!,
    ...(params.get('measure') ? { measure: params.get('measure')! } : {}),
    ...(isKnown ? { against } : {}),
    ...(by ? { by } : {}),
    ...(params.get('units') === 'now' ? { organisation: 'asItIsNow' as const } : {}),
  };
  const view = await viewComparison(context, scope, principal, query);
  const unit = figureUnit(view);
  const show = (value: number | null) => (value === null ? '–' : formatWhole(value, unit));
  return [
    { kind: 'text', text: textOf(view.sentence) },
    {
      kind: 'table',
      head: ['What', 'Now', view.against.name, 'Change'],
      rows: view.rows
        .slice(0, ROWS_SHOWN)
        .map((row) => [
          row.name,
          show(row.now),
          show(row.then),
          row.difference === null
            ? '–'
            : withSign(row.difference, formatExact(row.difference, unit)),
        ]),
    },
    {
      kind: 'text',
      text: `${view.days}${view.against.days ? ` against ${view.against.days}` : ''}${view.organisation === 'asItIsNow' ? '; units as they are now' : ''}; as of ${view.asOf}.`,
    },
  ];
}

async function printStanding(
  context: Context,
  scope: Scope,
  view: StandingView,
  format: Exclude<ReportFormat, 'none'>,
  author: string,
): Promise<MailAttachment> {
  const notes = await listPrintedNotes(context, scope, {
    unit: view.unit.code,
    period: view.period.id,
    measure: view.measure.code,
  });
  const standing = { view, notes, timeZone: context.replica.company!.timeZone };
  return {
    name: `${view.unit.code} ${view.period.id} ${view.measure.code}.${format}`,
    type: PRINT_TYPES[format],
    content: Buffer.from(await writeStandingFile(standing, format, author)).toString('base64'),
  };
}
