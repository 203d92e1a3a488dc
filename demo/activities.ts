import type { MeasureInput } from '#contract/schemas/measure';
import { addMonths, type Day, toIsoDay } from '#core/period/day';
import { isWorkingDay, type WorkingDays } from '#core/period/workingDays';
import { isEmployed } from './deals';
import { BRANCHES, SELLERS } from './people';
import { createStream } from './random';

/** The company's own measures. */
export const DEMO_MEASURES: readonly MeasureInput[] = [
  {
    code: 'calls_made',
    name: 'Calls made',
    group: 'Activities',
    valueKind: 'count',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'typed', accumulation: 'sum' },
    description: 'Calls to customers and leads, typed in or imported day by day.',
  },
  {
    code: 'calls_per_deal',
    name: 'Calls per deal',
    group: 'Activities',
    valueKind: 'count',
    decimals: 1,
    direction: 'lower',
    definition: {
      kind: 'ratio',
      numerator: { measure: 'calls_made', valueKind: 'count' },
      denominator: { field: 'deals', states: ['won'] },
    },
    description: 'Calls made divided by deals won: how many calls a won deal takes.',
  },
  {
    code: 'headcount',
    name: 'Headcount',
    group: 'Activities',
    valueKind: 'count',
    decimals: 1,
    direction: 'higher',
    definition: { kind: 'typed', accumulation: 'last' },
    description:
      'People in sales at the end of the month, in full-time posts, typed in per branch.',
  },
  {
    code: 'active_customers',
    name: 'Active customers',
    group: 'Customers',
    valueKind: 'count',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'distinct', of: 'customer' },
    description:
      'Different customers with a won deal in the period. Recounted for every unit and period, never added up.',
  },
  {
    code: 'cash_in',
    name: 'Cash in',
    group: 'Payment',
    valueKind: 'money',
    decimals: 0,
    direction: 'higher',
    definition: {
      kind: 'sum',
      of: { custom: { kind: 'amount' }, states: ['won'], placedBy: 'paid_on' },
    },
    description: 'Credited amount of won deals on the day on which they were paid.',
  },
  {
    code: 'days_to_pay',
    name: 'Days to pay',
    group: 'Payment',
    valueKind: 'days',
    decimals: 1,
    direction: 'lower',
    definition: {
      kind: 'median',
      of: { kind: 'days', from: 'closedOn', to: 'paid_on' },
      states: ['won'],
      placedBy: 'paid_on',
    },
    description:
      'Median days from closing a deal to its payment: half of the deals were paid sooner.',
  },
  {
    code: 'service_sold',
    name: 'Service contracts',
    group: 'Revenue',
    valueKind: 'money',
    decimals: 0,
    direction: 'higher',
    definition: {
      kind: 'sum',
      of: {
        custom: { kind: 'sum', field: 'service', valueKind: 'money' },
        states: ['won'],
        placedBy: 'closedOn',
      },
    },
    description: 'What the service contracts sold with won deals bring in a year.',
  },
];

const DAYS_BACK = 120;

/** Rows of `activities.csv`: calls of the last months by day, headcount by month. */
export function* generateActivities({
  today,
  yearStart,
  working,
}: {
  today: Day;
  yearStart: Day;
  working: WorkingDays;
}): Generator<Record<string, string>> {
  for (const seller of SELLERS) {
    for (let day = today - DAYS_BACK; day <= today; day++) {
      const month = monthsSince(yearStart, day);
      if (!isWorkingDay(day, working) || !isEmployed(seller, month)) continue;
      const stream = createStream('calls', seller.code, day);
      yield {
        unit: seller.code,
        on: toIsoDay(day),
        measure: 'calls_made',
        value: String(stream.whole(4, 18)),
      };
    }
  }
  for (const { code } of BRANCHES) {
    for (let month = 0; addMonths(yearStart, month) <= today; month++) {
      const stream = createStream('headcount', code, month);
      yield {
        unit: code,
        on: toIsoDay(addMonths(yearStart, month)),
        measure: 'headcount',
        value: String(9 + stream.whole(0, 4) / 2),
      };
    }
  }
}

function monthsSince(yearStart: Day, day: Day): number {
  let month = -12;
  while (addMonths(yearStart, month + 1) <= day) month++;
  return month;
}
