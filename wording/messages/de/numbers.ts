import type { EN_NUMBERS } from '../en/numbers';
import type { Translated } from '../translate';

export const DE_NUMBERS: Translated<typeof EN_NUMBERS> = {
  oneDay: '{number} Tag',
  someDays: '{number} Tage',
  onePoint: '{number} Prozentpunkt',
  somePoints: '{number} Prozentpunkte',
  thousands: '{number}\u00a0Tsd.',
  millions: '{number}\u00a0Mio.',
};
