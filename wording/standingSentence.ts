import type { Standing } from '#core/attainment/standing';
import { peerAverageOf } from '#core/comparison/peers';
import type { Dataset } from '#core/dataset/dataset';
import type { Day } from '#core/period/day';
import { isComparison } from '#core/status/rule';
import { nameInSentence } from './nameInSentence';
import { showPercent } from './numbers/percent';
import { shortDay } from './period';
import { pronounsOf, shortPeriod, toWords, upper, type Words } from './sentenceWords';

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
  if (lastDay !== null && lastDay < standing.period.from)
    return [
      {
        text: `${dataset.tree.find(standing.unitId)!.name}’s last day here was ${shortDay(lastDay, true)}, before ${shortPeriod(standing.period, dataset)} began.`,
      },
    ];
  const parts = describeGraded(dataset, standing, isReader);
  return lastDay === null
    ? parts
    : [
        ...parts,
        {
          text: ` ${dataset.tree.find(standing.unitId)!.name}’s last day here was ${shortDay(lastDay)}.`,
        },
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

function describeGraded(dataset: Dataset, standing: Standing, isReader: boolean): SentencePart[] {
  const rule = dataset.rules.of(standing.measure, standing.period);
  const result = describeResult(standing, toWords(dataset, standing, isReader));
  if (standing.status.state === 'tooFewDeals')
    return [
      ...result,
      {
        text: ` Too few deals to judge by the ${standing.period.kind}: most have none.`,
      },
    ];
  if (!isComparison(rule.benchmark)) return result;
  // The grade says nothing of the target then: its colour must not stand at the target's percent.
  const isMade = standing.status.grade === 4;
  const plain = isMade ? result : result.map(({ text }) => ({ text }));
  if (standing.status.grade === 0 || isMade) return plain;
  const { its } = pronounsOf(dataset, standing.unitId, isReader);
  const peers = () =>
    peerAverageOf(dataset, standing.unitId, standing.period, standing.measure)?.count ?? 0;
  const against =
    rule.benchmark === 'priorPeriod'
      ? 'Against the period before at the same point that is '
      : rule.benchmark === 'priorYear'
        ? 'Against the same period last year at the same point that is '
        : `Against the average of ${its} ${peers()} peers that is `;
  return [...plain, { text: ` ${against}` }, status(standing.status.label), { text: '.' }];
}

function describeResult(standing: Standing, words: Words): SentencePart[] {
  const { phase } = standing.elapsed;
  if (phase === 'notStarted') return describeNotStarted(words, standing);
  if (standing.actual === null) return describeNoData(words);
  if (standing.target.missing.length > 0) return describeIncomplete(words, standing);
  if (standing.attainment === null) return describeNoTarget(words, standing, standing.actual);
  if (!words.measure.isCumulative) return describeLevel(words, standing, standing.actual);
  if (standing.status.grade === 4) return describeMade(words, standing, standing.actual);
  return phase === 'ended'
    ? describeEnded(words, standing, standing.actual)
    : describeOpen(words, standing, standing.actual);
}

function status(text: string): SentencePart {
  return { text, emphasis: 'status' };
}

function describeNotStarted(words: Words, standing: Standing): SentencePart[] {
  const target =
    standing.target.value === null
      ? 'and no target yet'
      : `with a ${words.measure.direction === 'lower' ? 'limit' : 'target'} of ${words.show(standing.target.value)}${words.noun}`;
  return [
    {
      text: `${words.period} starts on ${words.firstDay}: ${standing.elapsed.workingDaysRemaining} working days for ${words.nameInside}, ${target}.`,
    },
  ];
}

function describeIncomplete(words: Words, standing: Standing): SentencePart[] {
  const { partCount, missing } = standing.target;
  const covered = Math.max(0, partCount - missing.length);
  return [
    {
      text: `${words.name} ${words.nameHas} ${words.verb} ${words.show(standing.actual ?? 0)}${words.noun} in ${words.period}. ${upper(words.its)} targets are incomplete (${covered} of ${partCount} ${partNoun(standing)} have one), so there is no percent and no status yet.`,
    },
  ];
}

function partNoun(standing: Standing): string {
  return standing.target.targetSource === 'sumOfUnits' ? 'parts below' : 'periods';
}

function describeNoTarget(words: Words, standing: Standing, actual: number): SentencePart[] {
  if (actual < 0 && words.measure.isCumulative) return describeRefunds(words, actual);
  const reason =
    standing.target.value === 0
      ? `${upper(words.its)} target is 0, so there is nothing to attain.`
      : `${upper(words.it)} ${words.has} no target for this period, so there is no percent and no status.`;
  const stand = words.measure.isCumulative
    ? `${words.nameHas} ${words.verb} ${words.show(actual)}${words.noun}`
    : `${words.nameHas} ${showLevel(words, actual)}`;
  return [{ text: `${words.name} ${stand} in ${words.period}. ${reason}` }];
}

function describeNoData(words: Words): SentencePart[] {
  return [
    {
      text: `${words.name} ${words.nameHas} no ${nameInSentence(words.measure)} in ${words.period}: there is nothing yet to compute it from.`,
    },
  ];
}

/** "26.2% gross margin", and "34 days to close", not "34 days days to close". */
function showLevel(words: Words, actual: number): string {
  const name = nameInSentence(words.measure);
  return `${words.show(actual)} ${words.measure.valueKind === 'days' ? name.replace(/^days? /, '') : name}`;
}

/** What does not grow towards its target: a ratio, a duration, a limit. */
function describeLevel(
  words: Words,
  { target, elapsed }: Standing,
  actual: number,
): SentencePart[] {
  const kind = words.measure.direction === 'lower' ? 'limit' : 'target';
  const rest =
    elapsed.phase === 'ended'
      ? '.'
      : elapsed.workingDaysRemaining === 0
        ? ', on the last working day.'
        : `, and can still change in ${elapsed.workingDaysRemaining} working ${elapsed.workingDaysRemaining === 1 ? 'day' : 'days'}.`;
  return [
    {
      text: `${words.name} ${elapsed.phase === 'ended' ? 'ended' : `${words.nameStands} in`} ${words.period} at ${showLevel(words, actual)}. That is `,
    },
    status(`${words.percent} of ${words.its} ${words.show(target.value!)} ${kind}`),
    { text: rest },
  ];
}

function describeRefunds(words: Words, actual: number): SentencePart[] {
  return [
    {
      text: `${words.name} ${words.nameStands} at ${words.show(actual)} in ${words.period}: refunds outweigh what was booked.`,
    },
  ];
}

function describeMade(words: Words, standing: Standing, actual: number): SentencePart[] {
  const { workingDaysRemaining } = standing.elapsed;
  const stretch =
    standing.status.state === 'stretch'
      ? ` and the stretch of ${words.show(standing.target.stretch!)}`
      : '';
  const rest =
    standing.elapsed.phase === 'ended' || workingDaysRemaining === 0
      ? ''
      : `, with ${workingDaysRemaining} working ${workingDaysRemaining === 1 ? 'day' : 'days'} left`;
  return [
    { text: `${words.name} ${words.nameHas} ` },
    status('made'),
    {
      text: ` ${words.its} ${words.show(standing.target.value!)} ${words.period} target${stretch}: ${words.show(actual)}${words.noun} ${words.verb}, ${words.percent} of target${rest}.`,
    },
  ];
}

function describeEnded(words: Words, standing: Standing, actual: number): SentencePart[] {
  return [
    {
      text: `${words.name} ended ${words.period} at ${words.showBelow(actual, standing.target.value)}${words.noun}, `,
    },
    status(`${words.percent} of ${words.its} ${words.show(standing.target.value!)} target`),
    {
      text:
        standing.gap! < 0
          ? `: ${words.show(-standing.gap!)}${words.noun} short.`
          : `: ${words.show(standing.gap!)}${words.noun} above.`,
    },
  ];
}

function describeOpen(words: Words, standing: Standing, actual: number): SentencePart[] {
  if (actual < 0) return describeRefunds(words, actual);
  const { runRateProjection } = standing.pace;
  const outcome =
    runRateProjection === null || standing.period.kind === 'day'
      ? ''
      : `; at this rate ${words.it} ${words.ends} at ${words.show(Math.round(runRateProjection))}${words.noun}`;
  return [
    {
      text: `${words.name} ${words.nameHas} ${words.verb} ${words.showBelow(actual, standing.target.value)} of ${words.its} ${words.show(standing.target.value!)} ${words.period} target${words.ofNoun}. That is `,
    },
    status(`${words.percent} of target`),
    { text: `${describeDue(standing)}${outcome}.` },
  ];
}

/** What the percent is to be set against. */
function describeDue({ period, elapsed, status }: Standing): string {
  if (period.kind === 'day')
    return status.state === 'running'
      ? ', and the day is still running'
      : ', and business has ended for the day';
  return elapsed.dueBasis === 'months'
    ? `, against ${showPercent(elapsed.due.gone / elapsed.due.total)} due by its months`
    : `, against ${showPercent(elapsed.workingDaysElapsed / elapsed.workingDays)} of the working days gone`;
}
