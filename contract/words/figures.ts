import type { StandingView } from '../schemas/standing';
import { formatDifference, formatExact, formatWhole, withSign } from '#core/money/format';
import { showPercent } from '#core/status/percent';
import { figureUnit } from './figureUnit';
import { describeTarget } from './target';

/** A figure as it is shown, with how it is made. */
export interface Figure {
  key: string;
  value: string;
  exact?: string;
  label: string;
  tone?: 'good' | 'bad';
  /** How this is made: the formula with the numbers put in. */
  made: string[];
}

type Show = (value: number | null) => string;

/** The figures of a standing: what is booked, wanted, ahead or behind, needed, and last year; each names its dates. */
export function listFigures(view: StandingView): Figure[] {
  const { figures, period, measure } = view;
  const unit = figureUnit(view);
  const whole: Show = (value) => (value === null ? 'none' : formatWhole(round(value, unit), unit));
  const exact: Show = (value) => (value === null ? 'none' : formatExact(round(value, unit), unit));
  const { target } = figures;
  const isLimit = measure.direction === 'lower';
  const noun = isLimit ? 'limit' : 'target';
  return [{
    key: 'actual', value: whole(figures.actual), exact: exact(figures.actual), label: `${verbOf(measure)}, ${figures.days}`,
    made: [figures.actual === null ? `There is nothing to reckon ${measure.name} of ${view.unit.name} from, ${figures.days}.` : `${measure.name} of ${view.unit.name}, ${figures.days}: ${exact(figures.actual)}.`, measure.description],
  }, {
    key: 'target', value: whole(target.value), exact: target.value === null ? undefined : exact(target.value),
    label: target.missingCount > 0 ? `target so far, ${target.parts - target.missingCount} of ${target.parts} parts set` : `${noun}, all of ${period.name}`,
    made: [describeTarget(target, period.name)],
  }, toDistance(view, whole, exact), view.accrues ? toNeeded(view, whole, exact) : toPrior(view, whole, exact), toLastYear(view, exact)];
}

/** Fractions of a smallest unit are no money; those of a ratio are its own decimals' matter. */
function round(value: number, { kind }: ReturnType<typeof figureUnit>): number {
  return kind === 'money' ? Math.round(value) : value;
}

function verbOf({ code, unit, name, definition }: StandingView['measure']): string {
  if (code === 'deals_won') return 'won';
  return unit === 'money' && definition.kind === 'sum' ? 'booked' : name.toLowerCase();
}

/** How far from the target, or from what was due of it by now. */
function toDistance({ figures, accrues, measure, currency }: StandingView, whole: Show, exact: Show): Figure {
  const unit = figureUnit({ measure, currency });
  const { elapsed, target, gap, expected, ahead, actual } = figures;
  const isGood = (value: number) => (measure.direction === 'lower' ? value <= 0 : value >= 0);
  if (!accrues || elapsed.phase === 'ended' || expected === null || ahead === null) {
    const noun = measure.direction === 'lower' ? 'limit' : 'target';
    return {
      key: 'gap', value: gap === null ? '–' : withSign(gap, formatDifference(round(gap, unit), unit)), exact: gap === null ? undefined : exact(gap),
      label: gap === null ? 'gap: no complete target' : gap < 0 ? `${accrues ? 'short of' : 'below'} ${noun}` : `above ${noun}`, tone: gap === null ? undefined : isGood(gap) ? 'good' : 'bad',
      made: [gap === null ? 'There is no figure or no complete target, so there is no gap.' : `gap = ${accrues ? 'booked' : 'figure'} − ${noun} = ${exact(actual)} − ${exact(target.value)} = ${exact(gap)}`],
    };
  }
  return {
    key: 'ahead', value: withSign(Math.round(ahead), whole(ahead)), exact: exact(ahead),
    label: `${ahead < 0 ? 'behind' : 'ahead of'} pace, ${whole(expected)} due`, tone: ahead < 0 ? 'bad' : 'good',
    made: [`due by today = target × share of working days gone = ${exact(target.value)} × ${elapsed.gone} / ${elapsed.total} = ${exact(expected)}`, `${exact(actual)} − ${exact(expected)} = ${exact(ahead)}`],
  };
}

function toNeeded({ figures }: StandingView, whole: Show, exact: Show): Figure {
  const { elapsed, neededPerDay: needed, target, actual, soFarPerDay } = figures;
  const days = `${elapsed.gone} of ${elapsed.total} working days`;
  return {
    key: 'needed', value: needed === null ? '–' : whole(needed), exact: needed === null ? undefined : exact(needed),
    label: needed === null ? (elapsed.phase === 'ended' ? 'the period has ended' : 'needed a day: not available') : `needed per working day, ${elapsed.left} left`,
    made: [needed === null ? 'No working day is left, or there is no complete target.' : `max(0, target − booked) / working days left = (${exact(target.value)} − ${exact(actual)}) / ${elapsed.left}`, `So far ${soFarPerDay === null ? '–' : exact(soFarPerDay)} a working day (${days}, ${showPercent(elapsed.gone / elapsed.total)} gone).`],
  };
}

/** What has no pace is set beside the period before. */
function toPrior({ prior }: StandingView, whole: Show, exact: Show): Figure {
  return { key: 'prior', value: whole(prior.value), exact: exact(prior.value), label: `on ${prior.days}`, made: [`${exact(prior.value)} on ${prior.days}, ${exact(prior.full)} in all of that period.`] };
}

function toLastYear({ figures, lastYear, measure }: StandingView, exact: Show): Figure {
  const difference = lastYear?.difference ?? null;
  const isWorse = difference !== null && (measure.direction === 'lower' ? difference > 0 : difference < 0);
  return {
    key: 'lastYear', value: lastYear?.changeText ?? 'n/a', label: lastYear ? `on ${lastYear.days}` : 'last year has no such period', tone: isWorse ? 'bad' : undefined,
    made: !lastYear ? ['There is no such period in the year before.']
      : [`${exact(figures.actual)} now, ${exact(lastYear.value)} on ${lastYear.days}${difference === null ? '' : `: ${withSign(difference, exact(difference))}`}.`, `All of that period came to ${exact(lastYear.full)}.`],
  };
}
