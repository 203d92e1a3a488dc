import type { FillFault, FillNote, FillResult } from '#core/targets/fill/way';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('plan', EN_PLAN);

const FAULT_MESSAGES: Readonly<Record<FillFault, keyof typeof EN_PLAN>> = {
  growthTooLow: 'growthTooLow',
  sharesNot100: 'theSharesMustAddUp',
  negative: 'aTargetCannotBeNegative',
  nothingToFill: 'thereIsNothingToFill',
  noOpenLine: 'allLinesAreLockedUnlock',
  belowLeast: 'theTotalIsTooSmall',
  aboveMost: 'theTotalIsTooLarge',
  crossedBounds: 'aLineHasALeast',
};

/** What stands in the way of a fill, with the amount that could be met. */
export function faultWords(
  result: Extract<FillResult, { ok: false }>,
  show: (amount: number) => string,
): string {
  return t(FAULT_MESSAGES[result.fault], {
    bound: result.bound === null ? '' : show(result.bound),
  });
}

/** What a fill leaves empty or does otherwise, in one sentence; null when all is as asked. */
export function noteWords(notes: readonly FillNote[]): string | null {
  const empty = notes.filter((note) => note.code === 'noHistory').length;
  const fellBack = notes.filter((note) => note.code === 'fellBackToWorkingDays').length;
  const peerless = notes.filter((note) => note.code === 'noPeers').length;
  const parts = [
    peerless > 0 ? t('noPeersWithATarget', { peerless }) : '',
    empty > 0 ? t('noResultLastYearAnd', { empty }) : '',
    fellBack > 0 ? t('noShapeToFollowAnd', { fellBack }) : '',
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(' ') : null;
}
