/** Fields of the form that can have a fault of their own. */
export const SHOWN = [
  'salesperson',
  'customer',
  'amount',
  'currency',
  'status',
  'closedOn',
  'expectedOn',
  'openedOn',
  'probability',
  'stage',
  'lostReason',
  'product',
  'category',
  'source',
  'location',
  'quantity',
  'cost',
  'commissionRate',
  'credit',
  'deal',
  'notes',
  'reason',
];
/** Shown when the session ended while the form was open. */
export const SIGN_IN_FIRST = {
  type: '',
  code: 'notSignedIn',
  status: 401,
  title: 'You were signed out',
  detail: 'Sign in again; what you typed is still here. Then press the button once more.',
};
/** What to do about a field that is needed and empty. */
export const MISSING: Readonly<Record<string, string>> = {
  salesperson: 'Choose whose deal it is.',
  customer: 'Choose or add a customer.',
  amount: 'Write the amount.',
};
/** Names as the choices of a combobox. */
export const toChoices = (names: readonly string[] = []) =>
  names.map((name) => ({ value: name, label: name }));

/** Shown at once; the others stand behind More fields until they are wanted. */
export const FIRST_FIELDS: ReadonlySet<string> = new Set([
  'salesperson',
  'customer',
  'amount',
  'currency',
  'status',
  'closedOn',
  'expectedOn',
  'stage',
  'probability',
  'lostReason',
  'product',
  'reason',
]);
