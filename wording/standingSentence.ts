import type { Standing } from '#core/attainment/standing';
import { peerAverageOf } from '#core/comparison/peers';
import type { Dataset } from '#core/dataset/dataset';
import type { Day } from '#core/period/day';
import { isComparison } from '#core/status/rule';
import { EN_STANDING } from './messages/en/standing';
import { messagesOf, type Value } from './messages/translate';
import { showPercent } from './numbers/percent';
import { shortDay } from './period';
import { shortPeriod, toWords, whoOf, type Words } from './sentenceWords';
import { statusLabel } from './shipped';

const t = messagesOf('standing', EN_STANDING);

/** A piece of the headline; `status` pieces are coloured by the grade, always beside words. */
export interface SentencePart {
  text: string;
  emphasis?: 'status';
}

/**
 * The result in plain words, one case a situation; what a manager reads first. Whom it is about
 * reads "you".
 */
export function describeStanding(
  dataset: Dataset,
  standing: Standing,
  isReader = false,
): SentencePart[] {
  const lastDay = findLastDay(dataset, standing);
  if (lastDay === null) return describeGraded(dataset, standing, isReader);
  const { name } = dataset.tree.find(standing.unitId)!;
  if (lastDay < standing.period.from)
    return say('leftBefore', {
      name,
      day: shortDay(lastDay, true),
      period: shortPeriod(standing.period, dataset),
    });
  return [
    ...describeGraded(dataset, standing, isReader),
    ...say('left', { name, day: shortDay(lastDay) }),
  ];
}

/**
 * The last day of a salesperson who stood here no longer at the end of what counts; null for who
 * still does.
 */
function findLastDay({ tree, asOf }: Dataset, { unitId, period }: Standing): Day | null {
  if (tree.find(unitId)?.kind !== 'salesperson') return null;
  const end = Math.max(...tree.membershipsOf(unitId).map((membership) => membership.to));
  return end < period.to && end <= asOf + 1 ? end - 1 : null;
}

function say(
  id: keyof typeof EN_STANDING,
  values: Readonly<Record<string, Value>>,
): SentencePart[] {
  return t
    .pieces<SentencePart>(id, {
      ...values,
      status: (words: (SentencePart | string)[]) => ({
        text: words.join(''),
        emphasis: 'status' as const,
      }),
    })
    .map((piece) => (typeof piece === 'string' ? { text: piece } : piece));
}

function describeGraded(dataset: Dataset, standing: Standing, isReader: boolean): SentencePart[] {
  const rule = dataset.rules.of(standing.measure, standing.period);
  const result = describeResult(standing, toWords(dataset, standing, isReader));
  if (standing.status.state === 'tooFewDeals')
    return [...result, ...say('tooFewDeals', { kind: standing.period.kind })];
  if (!isComparison(rule.benchmark)) return result;
  // The grade says nothing of the target then: its colour must not stand at the target's percent.
  const isMade = standing.status.grade === 4;
  const plain = isMade ? result : result.map(({ text }) => ({ text }));
  if (standing.status.grade === 0 || isMade) return plain;
  const label = statusLabel(standing.status);
  if (rule.benchmark === 'priorPeriod') return [...plain, ...say('againstPriorPeriod', { label })];
  if (rule.benchmark === 'priorYear') return [...plain, ...say('againstPriorYear', { label })];
  const peers = peerAverageOf(dataset, standing.unitId, standing.period, standing.measure);
  return [
    ...plain,
    ...say('againstPeers', {
      label,
      who: whoOf(dataset, standing.unitId, isReader),
      peers: peers?.count ?? 0,
    }),
  ];
}

function describeResult(standing: Standing, words: Words): SentencePart[] {
  const { phase } = standing.elapsed;
  if (phase === 'notStarted') return describeNotStarted(words, standing);
  if (standing.actual === null) return say('noData', words.values);
  if (standing.target.missing.length > 0) return describeIncomplete(words, standing);
  if (standing.attainment === null) return describeNoTarget(words, standing, standing.actual);
  if (!words.measure.isCumulative) return describeLevel(words, standing, standing.actual);
  if (standing.status.grade === 4) return describeMade(words, standing, standing.actual);
  return phase === 'ended'
    ? describeEnded(words, standing, standing.actual)
    : describeOpen(words, standing, standing.actual);
}

function describeNotStarted(words: Words, { target }: Standing): SentencePart[] {
  return target.value === null
    ? say('notStarted', words.values)
    : say('notStartedTarget', { ...words.values, target: words.show(target.value) });
}

function describeIncomplete(words: Words, { actual, target }: Standing): SentencePart[] {
  const { partCount, missing, targetSource } = target;
  return say('incomplete', {
    ...words.values,
    actual: words.show(actual ?? 0),
    covered: Math.max(0, partCount - missing.length),
    parts: partCount,
    of: targetSource === 'sumOfUnits' ? 'units' : 'periods',
  });
}

function describeNoTarget(words: Words, standing: Standing, actual: number): SentencePart[] {
  const { isCumulative } = words.measure;
  if (actual < 0 && isCumulative) return describeRefunds(words, actual);
  const reason = standing.target.value === 0 ? 'zeroTarget' : 'noTarget';
  return isCumulative
    ? say(`${reason}Sum`, { ...words.values, actual: words.show(actual) })
    : say(`${reason}Level`, { ...words.values, actual: showLevel(words, actual) });
}

/** "26.2% gross margin", and "34 days to close", not "34 days days to close". */
function showLevel(words: Words, actual: number): string {
  const name = String(words.values['measure']);
  return t('level', {
    value: words.bare(actual),
    measure: words.measure.valueKind === 'days' ? name.replace(/^(days?|Tage?) /, '') : name,
  });
}

/** What does not grow towards its target: a ratio, a duration, a limit. */
function describeLevel(
  words: Words,
  { target, elapsed }: Standing,
  actual: number,
): SentencePart[] {
  const values = {
    ...words.values,
    actual: showLevel(words, actual),
    target: words.bare(target.value!),
  };
  if (elapsed.phase === 'ended') return say('levelEnded', values);
  return say(elapsed.workingDaysRemaining === 0 ? 'levelLastDay' : 'levelOpen', values);
}

function describeRefunds(words: Words, actual: number): SentencePart[] {
  return say('refunds', { ...words.values, actual: words.bare(actual) });
}

function describeMade(words: Words, { elapsed, status, target }: Standing, actual: number) {
  const isOver = elapsed.phase === 'ended' || elapsed.workingDaysRemaining === 0;
  const isStretch = status.state === 'stretch';
  return say(`made${isStretch ? 'Stretch' : ''}${isOver ? '' : 'Early'}`, {
    ...words.values,
    actual: words.show(actual),
    target: words.bare(target.value!),
    ...(isStretch ? { stretch: words.bare(target.stretch!) } : {}),
  });
}

function describeEnded(words: Words, { gap, target }: Standing, actual: number): SentencePart[] {
  return say(gap! < 0 ? 'endedShort' : 'endedAbove', {
    ...words.values,
    actual: words.figure(words.showBelow(actual, target.value)),
    target: words.bare(target.value!),
    gap: words.show(Math.abs(gap!)),
  });
}

function describeOpen(words: Words, standing: Standing, actual: number): SentencePart[] {
  if (actual < 0) return describeRefunds(words, actual);
  const { runRateProjection } = standing.pace;
  const values = {
    ...words.values,
    actual: words.showBelow(actual, standing.target.value),
    target: words.bare(standing.target.value!),
    due: describeDue(standing),
  };
  return runRateProjection === null || standing.period.kind === 'day'
    ? say('open', values)
    : say('openOutcome', { ...values, outcome: words.show(Math.round(runRateProjection)) });
}

/** What the percent is to be set against. */
function describeDue({ period, elapsed, status }: Standing): string {
  if (period.kind === 'day') return t(status.state === 'running' ? 'dueDayRunning' : 'dueDayEnded');
  return elapsed.dueBasis === 'months'
    ? t('dueByMonths', { share: showPercent(elapsed.due.gone / elapsed.due.total) })
    : t('dueByDays', { share: showPercent(elapsed.workingDaysElapsed / elapsed.workingDays) });
}
