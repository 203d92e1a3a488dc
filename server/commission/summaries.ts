import { setImmediate as breathe } from 'node:timers/promises';
import type { MonthFacts } from '#core/commission/month';
import type { Period } from '#core/period/calendar';
import type { Day } from '#core/period/day';
import type { Context } from '../context';
import { openBooks } from './books';
import { chainOf, type PayeeMonth } from './chain';
import type { StoredStatement } from './locked';
import type { Payee } from './payee';
import type { StoredPlan } from './plans';

/** What a list shows of a payee's month. */
export interface MonthSummary {
  month: Period;
  unitId: number;
  plan: { id: number; name: string };
  earned: number;
  total: number;
  owed: number;
  stored: Pick<StoredStatement, 'state' | 'approvedBy' | 'paidOn'> | null;
  /** Of the running month, for what it would earn with more; null of others. */
  facts: MonthFacts | null;
}

export const toSummary = (
  { month, unitId, found, statement, stored, facts }: PayeeMonth,
  asOf: Day,
): MonthSummary => ({
  month,
  unitId,
  plan: { id: found.plan.id, name: found.plan.name },
  earned: statement.earned,
  total: statement.total,
  owed: statement.owed,
  stored,
  facts: month.to > asOf ? facts : null,
});

/** Beyond these all are derived anew. */
const MOST_KEPT = 20_000;
/** People are computed in pieces, so that others are answered meanwhile. */
const PEOPLE_AT_ONCE = 10;

/**
 * Months of payees, kept until something they are made of changes: for a thousand people all months
 * of years are gone through, of which a booking changes those of one.
 */
export class Summaries {
  private known = new Map<string, { version: string; months: MonthSummary[] }>();
  private heard = 0;

  constructor(private context: Context) {
    context.replica.onChange(({ topic, unitIds }) => {
      // A booking that names its people is heard by their versions.
      if (topic !== 'deals' || unitIds === null) this.forget();
    });
  }

  /** Called by whoever changes plans or statements: what is asked next sees it. */
  forget(): void {
    this.heard++;
  }

  async of(
    plans: readonly StoredPlan[],
    payees: readonly Payee[],
  ): Promise<{ payee: Payee; months: readonly MonthSummary[] }[]> {
    if (this.known.size > MOST_KEPT) this.known.clear();
    const versions = payees.map((payee) => this.versionOf(payee));
    const missing = payees.filter(
      (payee, at) => this.known.get(payee.id)?.version !== versions[at],
    );
    if (missing.length > 0) {
      const books = await openBooks(this.context, plans, missing);
      for (const [index, payee] of missing.entries()) {
        this.known.set(payee.id, {
          version: versions[payees.indexOf(payee)]!,
          months: chainOf(books, payee).map((month) => toSummary(month, books.dataset.asOf)),
        });
        if (index % PEOPLE_AT_ONCE === PEOPLE_AT_ONCE - 1) await breathe();
      }
    }
    return payees.map((payee) => ({ payee, months: this.known.get(payee.id)?.months ?? [] }));
  }

  private versionOf(payee: Payee): string {
    const { replica } = this.context;
    const unitId = payee.kind === 'salesperson' ? payee.unitId : null;
    return `${this.heard} ${replica.moment} ${replica.versionOf(unitId)}`;
  }
}
