import { MEASURES } from '../measure/measure';
import { formatShort } from '../money/format';
import type { Period } from '../period/calendar';
import { describePeriod, monthName, shortDay } from '../period/words';
import { showPercent } from '../status/percent';
import { figureUnitOf, type Books } from './books';
import type { Standing } from './standing';

/** A piece of the headline; `status` pieces are coloured by the grade, always beside words. */
export interface SentencePart {
  text: string;
  emphasis?: 'status';
}

/** The result in plain words, one case a situation; what a manager reads first. */
export function describeStanding(books: Books, standing: Standing): SentencePart[] {
  const words = toWords(books, standing);
  const { phase } = standing.elapsed;
  if (phase === 'notStarted') return describeNotStarted(words, standing);
  if (standing.target.missing.length > 0) return describeIncomplete(words, standing);
  if (standing.attainment === null) return describeNoTarget(words, standing);
  if (standing.status.state === 'made') return describeMade(words, standing);
  return phase === 'ended' ? describeEnded(words, standing) : describeOpen(words, standing);
}

interface Words {
  name: string;
  period: string;
  /** "has booked" for money, "has won" for deals. */
  verb: string;
  noun: string;
  show(value: number): string;
  percent: string;
  firstDay: string;
}

function toWords(books: Books, standing: Standing): Words {
  const unit = figureUnitOf(books, standing.measure);
  const rule = books.rules[standing.measure];
  const isMoney = MEASURES[standing.measure].unit === 'money';
  return {
    name: books.tree.find(standing.unitId)?.name ?? '',
    period: shortPeriod(standing.period, books),
    verb: isMoney ? 'booked' : 'won',
    noun: isMoney ? '' : ' deals',
    show: (value) => formatShort(value, unit),
    percent: standing.attainment === null ? '' : showPercent(standing.attainment, [rule.lowerCut, rule.upperCut]),
    firstDay: shortDay(standing.period.from),
  };
}

/** A month of the running fiscal year goes by its name alone; anything else carries its year (GUARDS 4). */
function shortPeriod(period: Period, books: Books): string {
  const running = books.calendar.labelOf(books.asOf) === books.calendar.labelOf(period.from);
  return period.kind === 'month' && running && books.calendar.rule.kind === 'month' ? monthName(period.from) : describePeriod(period, books.calendar);
}

function status(text: string): SentencePart {
  return { text, emphasis: 'status' };
}

function describeNotStarted(words: Words, standing: Standing): SentencePart[] {
  const target = standing.target.value === null ? 'and no target yet' : `with a target of ${words.show(standing.target.value)}${words.noun}`;
  return [{ text: `${words.period} starts on ${words.firstDay}: ${standing.elapsed.left} working days for ${words.name}, ${target}.` }];
}

function describeIncomplete(words: Words, standing: Standing): SentencePart[] {
  const { parts, missing } = standing.target;
  const covered = Math.max(0, parts - missing.length);
  return [{ text: `${words.name} has ${words.verb} ${words.show(standing.actual)}${words.noun} in ${words.period}. Its targets are incomplete (${covered} of ${parts} ${partNoun(standing)} have one), so there is no percent and no status yet.` }];
}

function partNoun(standing: Standing): string {
  return standing.target.origin === 'addedOverPeople' ? 'parts below' : 'periods';
}

function describeNoTarget(words: Words, standing: Standing): SentencePart[] {
  if (standing.actual < 0) return describeRefunds(words, standing);
  const reason = standing.target.value === 0 ? 'Its target is 0, so there is nothing to attain.' : 'It has no target for this period, so there is no percent and no status.';
  return [{ text: `${words.name} has ${words.verb} ${words.show(standing.actual)}${words.noun} in ${words.period}. ${reason}` }];
}

function describeRefunds(words: Words, standing: Standing): SentencePart[] {
  return [{ text: `${words.name} stands at ${words.show(standing.actual)} in ${words.period}: refunds outweigh what was booked.` }];
}

function describeMade(words: Words, standing: Standing): SentencePart[] {
  const { left } = standing.elapsed;
  const rest = standing.elapsed.phase === 'ended' || left === 0 ? '' : `, with ${left} working ${left === 1 ? 'day' : 'days'} left`;
  return [
    { text: `${words.name} has ` }, status('made'),
    { text: ` its ${words.show(standing.target.value!)} ${words.period} target: ${words.show(standing.actual)}${words.noun} ${words.verb}, ${words.percent} of target${rest}.` },
  ];
}

function describeEnded(words: Words, standing: Standing): SentencePart[] {
  return [
    { text: `${words.name} ended ${words.period} at ${words.show(standing.actual)}${words.noun}, ` },
    status(`${words.percent} of its ${words.show(standing.target.value!)} target`),
    { text: `: ${words.show(-standing.gap!)}${words.noun} short.` },
  ];
}

function describeOpen(words: Words, standing: Standing): SentencePart[] {
  if (standing.actual < 0) return describeRefunds(words, standing);
  const { gone, total } = standing.elapsed;
  const { runRate } = standing.pace;
  const outcome = runRate === null ? '' : `; at this rate it ends at ${words.show(Math.round(runRate))}${words.noun}`;
  return [
    { text: `${words.name} has ${words.verb} ${words.show(standing.actual)} of its ${words.show(standing.target.value!)} ${words.period} target${words.noun && ` of deals`}. That is ` },
    status(`${words.percent} of target`),
    { text: `, against ${showPercent(gone / total)} of the working days gone${outcome}.` },
  ];
}
