import type { DataQualityKind } from '#contract/schemas/customer';

interface Words {
  title: string;
  why: string;
  what: string;
  /** Where it is put right: a path, or filters of the table of deals. */
  to?: string;
  filter?: Record<string, string>;
}

/** What is to fix, why it matters and what to do about it. */
export const DATA_QUALITY_WORDS: Readonly<Record<DataQualityKind, Words>> = {
  unassigned: {
    title: 'Unassigned',
    why: 'Their owner stood in no unit on their day: they count in no team or branch.',
    what: 'Reassign them, or correct the person’s dates in Setup.',
    filter: { unassigned: 'yes' },
  },
  overdue: {
    title: 'Overdue',
    why: 'Open, and expected to have closed before today.',
    what: 'Close them, or move their day.',
    filter: { overdue: 'yes' },
  },
  missingCost: {
    title: 'Won without a cost',
    why: 'They count in no profit and no margin.',
    what: 'Give them their cost.',
    filter: { missingCost: 'yes' },
  },
  duplicates: {
    title: 'Likely booked twice',
    why: 'Same customer, person, product and amount a few days apart.',
    what: 'Void one of them, or mark them as different.',
  },
  similarNames: {
    title: 'Customers with similar names',
    why: 'They may be one customer.',
    what: 'Merge them, or mark them as different.',
  },
  refusedDeliveries: {
    title: 'Refused deliveries',
    why: 'An order system sent what could not be taken: a person, a rate or a date is missing.',
    what: 'Put it right, and try them again.',
    to: '/setup/feeds',
  },
  missingTargets: {
    title: 'Units whose targets stop',
    why: 'They had a target the month before, and have none now.',
    what: 'Set them in Plan.',
    to: '/plan',
  },
  peopleWithoutUnit: {
    title: 'People in no unit with open deals',
    why: 'They left, or were moved without a new team; nobody follows these deals.',
    what: 'Hand the deals over, or give the person a team.',
    to: '/setup/people',
  },
  oldRates: {
    title: 'Exchange rates older than a quarter',
    why: 'Deals in these currencies go on being converted with an old rate.',
    what: 'Add the rate of this month.',
    to: '/setup/rates',
  },
};
