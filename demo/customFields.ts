import type { CustomFieldInput } from '#contract/schemas/customField';

export const SEGMENTS = ['Fishing', 'Charter', 'Towage', 'Pilotage'];

/** The fields the company has given its deals and customers. */
export const DEMO_FIELDS: readonly CustomFieldInput[] = [
  { owner: 'deal', code: 'paid_on', name: 'Paid on', kind: 'date' },
  { owner: 'deal', code: 'segment', name: 'Segment', kind: 'choice', choices: SEGMENTS },
  { owner: 'deal', code: 'service', name: 'Service a year', kind: 'money' },
  { owner: 'customer', code: 'home_port', name: 'Home port', kind: 'text' },
  {
    owner: 'customer',
    code: 'terms',
    name: 'Payment terms',
    kind: 'choice',
    choices: ['14 days', '30 days', '60 days'],
  },
];
