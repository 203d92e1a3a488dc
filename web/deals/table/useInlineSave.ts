import { useCallback } from 'react';
import { toInput } from '#contract/dealInput';
import type { Deal, DealInput } from '#contract/schemas/deal';
import type { Failure } from '../../app/api';
import { useUpdateDealMutation } from '../../records/api';
import { useSay } from '../../ui/Toasts';

/**
 * Saves one change made in place; returns the words for what was refused, or null. It can be undone
 * as long as nobody changed the deal since.
 */
export function useInlineSave(): (deal: Deal, over: Partial<DealInput>) => Promise<string | null> {
  const [update] = useUpdateDealMutation();
  const say = useSay();
  return useCallback(
    async (deal, over) => {
      const before = toInput(deal);
      const result = await update({
        id: deal.id,
        deal: { ...before, ...over },
        version: deal.version,
      });
      if (result.error) return wordsOf(result.error as Failure);
      const { version } = result.data.deal;
      say(`${deal.customer}, ${deal.deal} is saved. ${result.data.effect?.sentence ?? ''}`, {
        action: {
          label: 'Undo',
          run: () => void update({ id: deal.id, deal: before, version, reason: 'undone' }),
        },
      });
      return null;
    },
    [update, say],
  );
}

function wordsOf(failure: Failure): string {
  if (failure.code === 'closedNeedsReason') return `${failure.detail} Open the deal to say why.`;
  return failure.errors?.map((each) => each.message).join(' ') ?? failure.detail;
}
