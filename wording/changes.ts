import type { ChangeKind } from '#core/ledger/dealChange';

/** What became of a deal, behind its amount. */
export const CHANGE_WORDS: Readonly<Record<ChangeKind, string>> = {
  booked: 'booked',
  voided: 'voided',
  restored: 'restored',
  takenBack: 'no longer won',
  movedIn: 'moved in',
  movedOut: 'moved out',
  amountChanged: 'amount changed',
  creditChanged: 'credit changed',
  restated: 'restated by a rate',
};
