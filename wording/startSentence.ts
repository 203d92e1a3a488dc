import type { Cause, GapRow, StartView, ToDo } from '#contract/schemas/start';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatCount, formatShort } from './numbers/format';

/** Two names at most: a third makes a list of a sentence. */
const NAMED = 2;

/** Who makes the gap: "Mina Okafor and Tomas Brandt are €31,200 behind, the others together €8,590 ahead." */
export function describeWhoMakesGap(why: NonNullable<StartView['why']>, unit: FigureUnit): string {
  const behind = why.rows.filter(({ aheadOfPace }) => aheadOfPace < 0).slice(0, NAMED);
  const amount = (value: number) => formatShort(Math.round(Math.abs(value)), unit);
  if (behind.length === 0)
    return why.aheadOfPace < 0
      ? 'Nobody is behind: what is missing is not allocated to anybody.'
      : 'Nobody is behind.';
  const theirs = sumOf(behind);
  const names = behind.map(({ unit: { name } }) => name).join(' and ');
  const rest = why.aheadOfPace - theirs;
  const others =
    Math.round(rest) === 0
      ? ''
      : `, everything else together ${amount(rest)} ${rest > 0 ? 'ahead' : 'behind'}`;
  return `${names} ${behind.length === 1 ? 'is' : 'are'} ${amount(theirs)} behind${others}.`;
}

const sumOf = (rows: readonly GapRow[]) =>
  rows.reduce((sum, { aheadOfPace }) => sum + aheadOfPace, 0);

/** What stands out behind somebody's gap. */
export function describeCause(cause: Cause, unit: FigureUnit): string {
  if (cause.kind === 'idle')
    return `${cause.workingDays} working ${cause.workingDays === 1 ? 'day' : 'days'} without a deal`;
  const show = (value: number) => formatShort(value, unit);
  if (cause.now === 0) return `${cause.name}: nothing, ${show(cause.then)} last year by now`;
  return cause.then === 0
    ? `${cause.name}: ${show(cause.now)}, nothing last year`
    : `${cause.name}: ${show(cause.now)}, ${show(cause.then)} last year by now`;
}

/** One thing to do, as somebody would say it. */
export function describeToDo({ kind, count, amount, periodName }: ToDo, money: FigureUnit): string {
  const worth = amount === null || amount === 0 ? '' : `, ${formatShort(amount, money)}`;
  const many = (one: string, more: string) => `${formatCount(count)} ${count === 1 ? one : more}`;
  switch (kind) {
    case 'overdue':
      return `Close or move ${many('overdue deal', 'overdue deals')}${worth}`;
    case 'unassigned':
      return `Assign ${many('deal that no unit has', 'deals that no unit has')}${worth}`;
    case 'duplicates':
      return `Look at ${many('pair of deals that may be one', 'pairs of deals that may be one')}`;
    case 'missingTargets':
      return `${many('unit has', 'units have')} no target for the next month`;
    case 'refusedDeliveries':
      return `${many('delivery of an order system was', 'deliveries of order systems were')} refused`;
    case 'acknowledge':
      return `Look at your targets and acknowledge them`;
    case 'notAcknowledged':
      return `${many('person has', 'people have')} not acknowledged their targets`;
    case 'unallocated':
      return `${periodName}: ${formatShort(Math.abs(amount ?? 0), money)} ${(amount ?? 0) > 0 ? 'not allocated' : 'over-assigned'}`;
    case 'closeMonth':
      return `${periodName} can be closed`;
  }
}
