import type { RankingRowView } from '#contract/schemas/attainment';
import { EN_STANDING } from './messages/en/standing';
import { messagesOf } from './messages/translate';

const t = messagesOf('standing', EN_STANDING);

/** What of a person or unit must be known when its figures are read. */
export type Presence = Pick<
  RankingRowView,
  'isOnRamp' | 'joinedLate' | 'leftEarly' | 'excludesDeals'
>;

/** In full: "joined after the period began"; null where there is nothing to say. */
export function describePresence({
  isOnRamp,
  joinedLate,
  leftEarly,
  excludesDeals,
}: Presence): string | null {
  const notes = [
    isOnRamp ? t('onRamp') : '',
    joinedLate ? t('joinedLate') : '',
    leftEarly ? t('leftEarly') : '',
    excludesDeals ? t('excludesDeals') : '',
  ].filter((note) => note !== '');
  return notes.length > 0 ? notes.join(', ') : null;
}

/** In one word beside a name; the most telling of them. */
export function labelPresence({
  isOnRamp,
  joinedLate,
  leftEarly,
  excludesDeals,
}: Presence): string | null {
  if (excludesDeals) return t('excludesDealsShort');
  if (isOnRamp) return t('onRampShort');
  if (joinedLate) return t('joinedLateShort');
  return leftEarly ? t('leftEarlyShort') : null;
}
