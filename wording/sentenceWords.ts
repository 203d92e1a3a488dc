import type { Standing } from '#core/attainment/standing';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { cutsOf } from '#core/status/rule';
import { EN_STANDING } from './messages/en/standing';
import { messagesOf, type Value } from './messages/translate';
import { measureInSentence } from './nameInSentence';
import { formatBelow, formatShort } from './numbers/format';
import { showPercent } from './numbers/percent';
import { describePeriod, monthName, shortDay } from './period';

const t = messagesOf('standing', EN_STANDING);

/** What a sentence about a standing is put together of. */
export interface Words {
  measure: Measure;
  /** What messages about it take. */
  values: Readonly<Record<string, Value>>;
  /** "12 deals", "€34k of gross profit"; the bare figure for revenue. */
  show(value: number): string;
  /** The bare figure, never rounded up to what it falls short of. */
  showBelow(value: number, limit: number | null): string;
  /** A figure that is shown already, with what it counts. */
  figure(value: string): string;
  /** The bare figure. */
  bare(value: number): string;
}

/** A person is no "it"; what they are is not known, so they are "they"; to themselves, "you". */
export function whoOf({ tree }: Dataset, unitId: number, isReader = false): string {
  if (isReader) return 'reader';
  return tree.find(unitId)?.kind === 'salesperson' ? 'person' : 'unit';
}

export function upper(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}

/** @param isReader whether whoever reads it is whom it is about: then it says "you" */
export function toWords(dataset: Dataset, standing: Standing, isReader = false): Words {
  const unit = figureUnitOf(dataset, standing.measure);
  const rule = dataset.rules.of(standing.measure, standing.period);
  const measure = dataset.measures.get(standing.measure);
  const ofMeasure = nounOf(measure);
  const figure = (value: string) => t('figure', { ...ofMeasure, value });
  return {
    measure,
    values: {
      ...ofMeasure,
      who: whoOf(dataset, standing.unitId, isReader),
      name: dataset.tree.find(standing.unitId)?.name ?? '',
      period: shortPeriod(standing.period, dataset),
      direction: measure.direction,
      days: standing.elapsed.workingDaysRemaining,
      day: shortDay(standing.period.from),
      percent: standing.attainment === null ? '' : showPercent(standing.attainment, cutsOf(rule)),
      targetNoun: t('targetNoun', ofMeasure),
    },
    show: (value) => figure(formatShort(value, unit)),
    figure,
    showBelow: (value, limit) => formatBelow(value, limit, unit),
    bare: (value) => formatShort(value, unit),
  };
}

function nounOf(measure: Measure): { noun: string; verb: string; measure: string } {
  const name = measureInSentence(measure);
  if (measure.code === 'revenue') return { noun: 'none', verb: 'booked', measure: name };
  if (measure.code === 'deals_won') return { noun: 'deals', verb: 'won', measure: name };
  return measure.valueKind === 'money'
    ? { noun: 'money', verb: 'booked', measure: name }
    : { noun: 'other', verb: 'reached', measure: name };
}

/**
 * A month of the running fiscal year goes by its name alone; anything else carries its year (GUARDS
 * 4).
 */
export function shortPeriod(period: Period, dataset: Dataset): string {
  const running = dataset.calendar.labelOf(dataset.asOf) === dataset.calendar.labelOf(period.from);
  return period.kind === 'month' && running && dataset.calendar.rule.kind === 'month'
    ? monthName(period.from)
    : describePeriod(period, dataset.calendar);
}
