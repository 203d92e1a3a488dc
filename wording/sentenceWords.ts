import type { Standing } from '#core/attainment/standing';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { cutsOf } from '#core/status/rule';
import { nameInSentence } from './nameInSentence';
import { formatBelow, formatShort } from './numbers/format';
import { showPercent } from './numbers/percent';
import { describePeriod, monthName, shortDay } from './period';

/** What a sentence about a standing is put together of. */
export interface Words extends Pronouns {
  /** "Ilse Varga", or "You" to herself; and inside a sentence. */
  name: string;
  nameInside: string;
  /** After the name: "has" or "have", "stands" or "stand". */
  nameHas: string;
  nameStands: string;
  period: string;
  measure: Measure;
  /** "has booked" for money, "has won" for deals. */
  verb: string;
  /** After a figure: "12 deals", "€34k of gross profit"; nothing for revenue. */
  noun: string;
  /** After "target": "of deals". */
  ofNoun: string;
  show(value: number): string;
  /** The same, never rounded up to what it falls short of. */
  showBelow(value: number, limit: number | null): string;
  percent: string;
  firstDay: string;
}

/** A person is no "it"; what they are is not known, so they are "they". */
interface Pronouns {
  it: string;
  its: string;
  /** After the pronoun. */
  ends: string;
  has: string;
}

const OF_UNIT: Pronouns = { it: 'it', its: 'its', ends: 'ends', has: 'has' };
const OF_PERSON: Pronouns = { it: 'they', its: 'their', ends: 'end', has: 'have' };
const OF_READER: Pronouns = { it: 'you', its: 'your', ends: 'end', has: 'have' };

export function pronounsOf({ tree }: Dataset, unitId: number, isReader = false): Pronouns {
  if (isReader) return OF_READER;
  return tree.find(unitId)?.kind === 'salesperson' ? OF_PERSON : OF_UNIT;
}

export function upper(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}

/** @param isReader whether whoever reads it is whom it is about: then it says "you" */
export function toWords(dataset: Dataset, standing: Standing, isReader = false): Words {
  const unit = figureUnitOf(dataset, standing.measure);
  const rule = dataset.rules.of(standing.measure, standing.period);
  const measure = dataset.measures.get(standing.measure);
  const name = dataset.tree.find(standing.unitId)?.name ?? '';
  return {
    name: isReader ? 'You' : name,
    nameInside: isReader ? 'you' : name,
    nameHas: isReader ? 'have' : 'has',
    nameStands: isReader ? 'stand' : 'stands',
    period: shortPeriod(standing.period, dataset),
    measure,
    ...toNouns(measure),
    ...pronounsOf(dataset, standing.unitId, isReader),
    show: (value) => formatShort(value, unit),
    showBelow: (value, limit) => formatBelow(value, limit, unit),
    percent: standing.attainment === null ? '' : showPercent(standing.attainment, cutsOf(rule)),
    firstDay: shortDay(standing.period.from),
  };
}

function toNouns(measure: Measure): Pick<Words, 'verb' | 'noun' | 'ofNoun'> {
  if (measure.code === 'revenue') return { verb: 'booked', noun: '', ofNoun: '' };
  if (measure.code === 'deals_won') return { verb: 'won', noun: ' deals', ofNoun: ' of deals' };
  const name = nameInSentence(measure);
  return measure.valueKind === 'money'
    ? { verb: 'booked', noun: ` of ${name}`, ofNoun: ` of ${name}` }
    : { verb: 'reached', noun: ` ${name}`, ofNoun: ` of ${name}` };
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
