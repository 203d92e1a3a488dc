import type { FillFault, FillNote, FillResult } from '#core/targets/fill/way';

const FAULT_WORDS: Record<FillFault, string> = {
  growthTooLow: 'A growth of −100% or less leaves nothing. Write a percent above −100.',
  sharesNot100: 'The shares must add up to 100%.',
  negative: 'A target cannot be negative.',
  nothingToFill:
    'There is nothing to fill: no unit stands in the tree in these periods, or there is nothing to start from.',
  noOpenLine: 'All lines are locked. Unlock at least one.',
  belowLeast:
    'The total is too small for the locked lines and the least of the others: at least {bound} is needed.',
  aboveMost:
    'The total is too large for the locked lines and the most of the others: at most {bound} fits.',
  crossedBounds: 'A line has a least above its most.',
};

/** What stands in the way of a fill, with the amount that could be met. */
export function faultWords(
  result: Extract<FillResult, { ok: false }>,
  show: (amount: number) => string,
): string {
  return FAULT_WORDS[result.fault].replace(
    '{bound}',
    result.bound === null ? '' : show(result.bound),
  );
}

/** What a fill leaves empty or does otherwise, in one sentence; null when all is as asked. */
export function noteWords(notes: readonly FillNote[]): string | null {
  const empty = notes.filter((note) => note.code === 'noHistory').length;
  const fellBack = notes.filter((note) => note.code === 'fellBackToWorkingDays').length;
  const peerless = notes.filter((note) => note.code === 'noPeers').length;
  const parts = [
    peerless > 0
      ? `${peerless} ${peerless === 1 ? 'cell has' : 'cells have'} no peers with a target and ${peerless === 1 ? 'stays' : 'stay'} as ${peerless === 1 ? 'it is' : 'they are'}; type a full target.`
      : '',
    empty > 0
      ? `${empty} ${empty === 1 ? 'cell has' : 'cells have'} no result last year and ${empty === 1 ? 'stays' : 'stay'} as ${empty === 1 ? 'it is' : 'they are'}.`
      : '',
    fellBack > 0
      ? `${fellBack} ${fellBack === 1 ? 'line has' : 'lines have'} no shape to follow and ${fellBack === 1 ? 'is' : 'are'} phased by working days.`
      : '',
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(' ') : null;
}
