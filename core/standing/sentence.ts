import { nameInSentence } from '../measure/nameInSentence';
import type { Day } from '../period/day';
import { shortDay } from '../period/words';
import { showPercent } from '../status/percent';
import type { Books } from './books';
import { peerAverageOf } from './peers';
import { pronounsOf, shortPeriod, toWords, upper, type Words } from './sentenceWords';
import type { Standing } from './standing';

/** A piece of the headline; `status` pieces are coloured by the grade, always beside words. */
export interface SentencePart {
  text: string;
  emphasis?: 'status';
}

/** The result in plain words, one case a situation; what a manager reads first. */
export function describeStanding(books: Books, standing: Standing): SentencePart[] {
  const lastDay = findLastDay(books, standing);
  if (lastDay !== null && lastDay < standing.period.from) return [{ text: `${books.tree.find(standing.unitId)!.name}’s last day here was ${shortDay(lastDay, true)}, before ${shortPeriod(standing.period, books)} began.` }];
  const parts = describeGraded(books, standing);
  return lastDay === null ? parts : [...parts, { text: ` ${books.tree.find(standing.unitId)!.name}’s last day here was ${shortDay(lastDay)}.` }];
}

/** The last day of a salesperson who stood here no longer at the end of what counts; null for who still does. */
function findLastDay({ tree, asOf }: Books, { unitId, period }: Standing): Day | null {
  if (tree.find(unitId)?.kind !== 'salesperson') return null;
  const end = Math.max(...tree.membershipsOf(unitId).map((membership) => membership.to));
  return end < period.to && end <= asOf + 1 ? end - 1 : null;
}

function describeGraded(books: Books, standing: Standing): SentencePart[] {
  const rule = books.rules.of(standing.measure, standing.period);
  const result = describeResult(books, standing);
  if (rule.yardstick !== 'peerAverage' && rule.yardstick !== 'priorPeriod') return result;
  // The grade says nothing of the target then: its colour must not stand at the target's percent.
  const plain = standing.status.state === 'made' ? result : result.map(({ text }) => ({ text }));
  if (standing.status.grade === 0 || standing.status.state === 'made') return plain;
  const { its } = pronounsOf(books, standing.unitId);
  const against = rule.yardstick === 'priorPeriod' ? 'Against the period before at the same point that is ' : `Against the average of ${its} ${peerAverageOf(books, standing.unitId, standing.period, standing.measure)?.count ?? 0} peers that is `;
  return [...plain, { text: ` ${against}` }, status(standing.status.word), { text: '.' }];
}

function describeResult(books: Books, standing: Standing): SentencePart[] {
  const words = toWords(books, standing);
  const { phase } = standing.elapsed;
  if (phase === 'notStarted') return describeNotStarted(words, standing);
  if (standing.actual === null) return describeNoData(words);
  if (standing.target.missing.length > 0) return describeIncomplete(words, standing);
  if (standing.attainment === null) return describeNoTarget(words, standing, standing.actual);
  if (!words.measure.accrues) return describeLevel(words, standing, standing.actual);
  if (standing.status.state === 'made') return describeMade(words, standing, standing.actual);
  return phase === 'ended' ? describeEnded(words, standing, standing.actual) : describeOpen(words, standing, standing.actual);
}

function status(text: string): SentencePart {
  return { text, emphasis: 'status' };
}

function describeNotStarted(words: Words, standing: Standing): SentencePart[] {
  const target = standing.target.value === null ? 'and no target yet' : `with a ${words.measure.direction === 'lower' ? 'limit' : 'target'} of ${words.show(standing.target.value)}${words.noun}`;
  return [{ text: `${words.period} starts on ${words.firstDay}: ${standing.elapsed.left} working days for ${words.name}, ${target}.` }];
}

function describeIncomplete(words: Words, standing: Standing): SentencePart[] {
  const { parts, missing } = standing.target;
  const covered = Math.max(0, parts - missing.length);
  return [{ text: `${words.name} has ${words.verb} ${words.show(standing.actual ?? 0)}${words.noun} in ${words.period}. ${upper(words.its)} targets are incomplete (${covered} of ${parts} ${partNoun(standing)} have one), so there is no percent and no status yet.` }];
}

function partNoun(standing: Standing): string {
  return standing.target.origin === 'addedOverPeople' ? 'parts below' : 'periods';
}

function describeNoTarget(words: Words, standing: Standing, actual: number): SentencePart[] {
  if (actual < 0 && words.measure.accrues) return describeRefunds(words, actual);
  const reason = standing.target.value === 0 ? `${upper(words.its)} target is 0, so there is nothing to attain.` : `${upper(words.it)} ${words.has} no target for this period, so there is no percent and no status.`;
  const stand = words.measure.accrues ? `has ${words.verb} ${words.show(actual)}${words.noun}` : `has ${showLevel(words, actual)}`;
  return [{ text: `${words.name} ${stand} in ${words.period}. ${reason}` }];
}

function describeNoData(words: Words): SentencePart[] {
  return [{ text: `${words.name} has no ${nameInSentence(words.measure)} in ${words.period}: there is nothing yet to reckon it from.` }];
}

/** "26.2% gross margin", and "34 days to close", not "34 days days to close". */
function showLevel(words: Words, actual: number): string {
  const name = nameInSentence(words.measure);
  return `${words.show(actual)} ${words.measure.unit === 'days' ? name.replace(/^days? /, '') : name}`;
}

/** What does not grow towards its target: a ratio, a duration, a limit. */
function describeLevel(words: Words, { target, elapsed }: Standing, actual: number): SentencePart[] {
  const kind = words.measure.direction === 'lower' ? 'limit' : 'target';
  const rest = elapsed.phase === 'ended' ? '.' : elapsed.left === 0 ? ', on the last working day.' : `, and can still change in ${elapsed.left} working ${elapsed.left === 1 ? 'day' : 'days'}.`;
  return [
    { text: `${words.name} ${elapsed.phase === 'ended' ? 'ended' : 'stands in'} ${words.period} at ${showLevel(words, actual)}. That is ` },
    status(`${words.percent} of ${words.its} ${words.show(target.value!)} ${kind}`), { text: rest },
  ];
}

function describeRefunds(words: Words, actual: number): SentencePart[] {
  return [{ text: `${words.name} stands at ${words.show(actual)} in ${words.period}: refunds outweigh what was booked.` }];
}

function describeMade(words: Words, standing: Standing, actual: number): SentencePart[] {
  const { left } = standing.elapsed;
  const rest = standing.elapsed.phase === 'ended' || left === 0 ? '' : `, with ${left} working ${left === 1 ? 'day' : 'days'} left`;
  return [
    { text: `${words.name} has ` }, status('made'),
    { text: ` ${words.its} ${words.show(standing.target.value!)} ${words.period} target: ${words.show(actual)}${words.noun} ${words.verb}, ${words.percent} of target${rest}.` },
  ];
}

function describeEnded(words: Words, standing: Standing, actual: number): SentencePart[] {
  return [
    { text: `${words.name} ended ${words.period} at ${words.show(actual)}${words.noun}, ` },
    status(`${words.percent} of ${words.its} ${words.show(standing.target.value!)} target`),
    { text: `: ${words.show(-standing.gap!)}${words.noun} short.` },
  ];
}

function describeOpen(words: Words, standing: Standing, actual: number): SentencePart[] {
  if (actual < 0) return describeRefunds(words, actual);
  const { gone, total } = standing.elapsed;
  const { runRate } = standing.pace;
  const outcome = runRate === null ? '' : `; at this rate ${words.it} ${words.ends} at ${words.show(Math.round(runRate))}${words.noun}`;
  return [
    { text: `${words.name} has ${words.verb} ${words.show(actual)} of ${words.its} ${words.show(standing.target.value!)} ${words.period} target${words.ofNoun}. That is ` },
    status(`${words.percent} of target`),
    { text: `, against ${showPercent(gone / total)} of the working days gone${outcome}.` },
  ];
}
