import { addMonths, type Day, toIsoDay } from '#core/period/day';
import { isWorkingDay, type WorkingDays } from '#core/period/workingDays';
import {
  CUSTOMERS,
  LOST_REASONS,
  NEW_CUSTOMERS,
  PLACES,
  PRODUCTS,
  SOURCES,
  STAGES,
} from './catalogue';
import { SEGMENTS } from './customFields';
import { BRANCHES, type DemoSeller, SELLERS, TEAMS } from './people';
import { createStream, type Stream } from './random';

/** A row of `deals.csv`. */
export type DealRow = Record<string, string>;

export interface DemoCalendar {
  today: Day;
  /** First day of the running fiscal year. */
  yearStart: Day;
  working: WorkingDays;
}

export const HISTORY_MONTHS = 24;
/** April to March. */
const SEASON = [1.06, 1.14, 1.12, 0.96, 0.84, 1.02, 1.0, 0.98, 0.82, 0.88, 0.96, 1.22];
const DEALS_A_MONTH = 9.4;
const GBP_SHARE = 0.06;

/** What a seller would bring in a month at par, in euros; the basis of targets and deals alike. */
export function usualMonth(seller: DemoSeller, month: number): number {
  const years = month / 12;
  return (
    seller.size * 1000 * SEASON[((month % 12) + 12) % 12]! * (1 + (seller.trend ?? 0.05) * years)
  );
}

export function isEmployed(seller: DemoSeller, month: number): boolean {
  return month >= (seller.joins ?? -Infinity) && month < (seller.leaves ?? Infinity);
}

/** Every deal from three fiscal years back up to the business date, and the pipeline from there. */
export function* generateDeals(calendar: DemoCalendar): Generator<DealRow> {
  for (const [index, seller] of SELLERS.entries()) {
    for (
      let month = -HISTORY_MONTHS;
      addMonths(calendar.yearStart, month) <= calendar.today;
      month++
    ) {
      if (isEmployed(seller, month)) yield* generateMonth(seller, index, month, calendar);
    }
    if (isEmployed(seller, monthOf(calendar))) yield* generatePipeline(seller, index, calendar);
  }
  yield* generateCause(calendar);
}

/** What is to be found: large orders of one product that did not come again. */
const CAUSE = {
  seller: 'nbaker',
  customer: 'Osprey Marine',
  category: 'Engines',
  product: 'Inboard diesel 75',
  orders: [
    { at: 1, euros: 41_600 },
    { at: 5, euros: 38_400 },
    { at: 9, euros: 44_000 },
  ],
};

/**
 * Orders of a year ago that explain a branch's shortfall against last year: one product, at one
 * customer, of one salesperson, in the month that is running now.
 */
function* generateCause(calendar: DemoCalendar): Generator<DealRow> {
  const seller = SELLERS.find((each) => each.code === CAUSE.seller)!;
  const month = monthOf(calendar) - 12;
  const from = addMonths(calendar.yearStart, month);
  const days: Day[] = [];
  for (let day = from; day < addMonths(from, 1); day++)
    if (isWorkingDay(day, calendar.working)) days.push(day);
  for (const [index, { at, euros }] of CAUSE.orders.entries()) {
    const deal = `HT-C${String(index + 1).padStart(2, '0')}`;
    yield {
      ...buildRow(createStream('cause', deal), seller, deal, euros),
      amount: euros.toFixed(2),
      cost: (euros * 0.6).toFixed(2),
      currency: 'EUR',
      customer: CAUSE.customer,
      category: CAUSE.category,
      product: CAUSE.product,
      quantity: '2',
      credit: '',
      status: 'won',
      closed_on: toIsoDay(days[at]!),
      opened_on: toIsoDay(days[at]! - 20),
    };
  }
}

function monthOf({ today, yearStart }: DemoCalendar): number {
  let month = 0;
  while (addMonths(yearStart, month + 1) <= today) month++;
  return month;
}

function* generateMonth(
  seller: DemoSeller,
  index: number,
  month: number,
  calendar: DemoCalendar,
): Generator<DealRow> {
  const stream = createStream('deals', seller.code, month);
  const from = addMonths(calendar.yearStart, month);
  const days: Day[] = [];
  for (let day = from; day < addMonths(calendar.yearStart, month + 1); day++)
    if (isWorkingDay(day, calendar.working)) days.push(day);
  const form = 1 + ((seller.form ?? 1) - 1) * (month >= 0 ? 1 : 0.35);
  const wanted = usualMonth(seller, month) * form * stream.between(0.86, 1.13);
  const count = Math.max(3, Math.round(DEALS_A_MONTH * stream.between(0.7, 1.3)));
  const weights = Array.from({ length: count }, () => 0.25 + stream.next() ** 2 * 2);
  const total = weights.reduce((a, b) => a + b, 0);
  for (let i = 0; i < count; i++) {
    const day = days[Math.floor(days.length * stream.next())]!;
    if (day <= calendar.today)
      yield* generateDeal(
        createStream('deal', seller.code, month, i),
        seller,
        `HT-${index + 10}${String(month + HISTORY_MONTHS).padStart(2, '0')}${String(i).padStart(2, '0')}`,
        (wanted * weights[i]!) / total,
        day,
        calendar,
      );
  }
}

/**
 * A won deal, sometimes its refund, sometimes one that was lost the same day. A stream a deal: what
 * a later day adds changes none before.
 */
function* generateDeal(
  stream: Stream,
  seller: DemoSeller,
  deal: string,
  euros: number,
  day: Day,
  { today, yearStart }: Pick<DemoCalendar, 'today' | 'yearStart'>,
): Generator<DealRow> {
  const row = buildRow(stream, seller, deal, euros);
  const opened = toIsoDay(day - stream.whole(3, 70));
  row['customer'] = findNewcomer(deal, seller, day, yearStart) ?? row['customer']!;
  const refundedOn = stream.chance(0.015) ? day + stream.whole(5, 20) : null;
  const refunded = Number(row['amount']) * stream.pick([0.2, 0.5, 1]);
  yield {
    ...row,
    ...describeOwn(deal, Number(row['amount']), { day, today }),
    status: 'won',
    closed_on: toIsoDay(day),
    opened_on: opened,
  };
  if (refundedOn !== null && refundedOn <= today) {
    yield {
      ...row,
      deal: `${deal}-R`,
      credit: '',
      amount: `-${refunded.toFixed(2)}`,
      cost: '',
      quantity: '',
      status: 'won',
      closed_on: toIsoDay(refundedOn),
      opened_on: '',
      notes: 'Returned goods',
      refund_of: deal,
    };
  }
  if (stream.chance(0.3)) {
    yield {
      ...buildRow(stream, seller, `${deal}-L`, euros * stream.between(0.5, 1.6)),
      status: 'lost',
      lost_reason: createStream('reason', deal).pick(LOST_REASONS),
      closed_on: toIsoDay(day),
      opened_on: opened,
      credit: '',
    };
  }
}

/** What the company's own fields hold of a won deal. */
function describeOwn(
  deal: string,
  amount: number,
  { day, today }: { day: Day; today: Day },
): DealRow {
  const stream = createStream('own fields', deal);
  const paidOn = day + Math.round(8 + 46 * stream.next() ** 1.6);
  return {
    segment: stream.pick(SEGMENTS),
    paid_on: paidOn <= today ? toIsoDay(paidOn) : '',
    service: stream.chance(0.18) ? (Math.round(amount / 120) * 10).toFixed(2) : '',
  };
}

function* generatePipeline(
  seller: DemoSeller,
  index: number,
  calendar: DemoCalendar,
): Generator<DealRow> {
  const stream = createStream('pipeline', seller.code, toIsoDay(calendar.today));
  const count = stream.whole(12, 20);
  for (let i = 0; i < count; i++) {
    const [stage, probability] = stream.pick(STAGES);
    const row = buildRow(
      stream,
      seller,
      `HT-P${index + 10}${String(i).padStart(2, '0')}`,
      (seller.size * 1000 * stream.between(0.5, 3.4)) / DEALS_A_MONTH,
    );
    yield {
      ...row,
      status: 'open',
      stage,
      probability: String(probability),
      credit: '',
      opened_on: toIsoDay(calendar.today - stream.whole(2, 60)),
      expected_on: toIsoDay(calendar.today - 3 + Math.floor(100 * stream.next() ** 1.4)),
    };
  }
}

function buildRow(stream: Stream, seller: DemoSeller, deal: string, euros: number): DealRow {
  const team = TEAMS.find((each) => each.code === seller.team)!;
  const branch = BRANCHES.find((each) => each.code === team.branch)!;
  const category = stream.chance(0.12) ? stream.pick(Object.keys(PRODUCTS)) : team.category;
  const isForeign = stream.chance(GBP_SHARE);
  const amount = Math.max(40, Math.round((euros * (isForeign ? 0.86 : 1)) / 10) * 10);
  const cost = amount * (1 - branch.margin * stream.between(0.8, 1.2));
  // Every seller has a circle of customers, so that repeat business looks like it.
  const usual =
    CUSTOMERS[(hash(seller.code) + Math.floor(40 * stream.next() ** 2)) % CUSTOMERS.length]!;
  const customer = spell(usual, deal);
  const partner = stream.pick(
    SELLERS.filter(
      (each) =>
        each.team === seller.team && each.code !== seller.code && !each.joins && !each.leaves,
    ),
  );
  return {
    lost_reason: '',
    refund_of: '',
    deal,
    salesperson: seller.code,
    customer,
    amount: amount.toFixed(2),
    currency: isForeign ? 'GBP' : 'EUR',
    category,
    product: stream.pick(PRODUCTS[category]!),
    source: stream.pick(SOURCES),
    location: stream.pick(PLACES),
    quantity: String(stream.whole(1, 6)),
    cost: cost.toFixed(2),
    credit: stream.chance(0.04) ? `${seller.code}:60;${partner.code}:40` : '',
    probability: '',
    stage: '',
    notes: '',
    expected_on: '',
    commission_rate: '0.03',
    segment: '',
    paid_on: '',
    service: '',
  };
}

/** Some customers are in the book under two spellings, as it happens; nobody has merged them. */
const SPELLED_TWICE: Readonly<Record<string, string>> = {
  'Pike Towage': 'Pike Towage Ltd',
  'Cormorant Moorings': 'Comorant Moorings',
  'Heron Fisheries': 'Heron Fishery',
  'Tern Yard': 'Tern Yrad',
};

const NEW_EVERY_DAYS = 12;
const CIRCLES = 8;

/** One deal in sixteen is of a customer who came lately, from a day of their own on. */
function findNewcomer(deal: string, seller: DemoSeller, day: Day, yearStart: Day): string | null {
  const stream = createStream('newcomer', deal);
  if (!stream.chance(0.06)) return null;
  const first = addMonths(yearStart, -12);
  const there = NEW_CUSTOMERS.filter(
    (_, index) =>
      index % CIRCLES === hash(seller.code) % CIRCLES && first + index * NEW_EVERY_DAYS <= day,
  );
  return there.length === 0 ? null : stream.pick(there);
}

function spell(customer: string, deal: string): string {
  const other = SPELLED_TWICE[customer];
  return other && createStream('spelling', deal).chance(0.15) ? other : customer;
}

function hash(text: string): number {
  return [...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 9973, 7);
}
