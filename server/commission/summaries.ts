import { LRUCache } from 'lru-cache';
import type { MonthFacts } from '#core/commission/month';
import type { Period } from '#core/period/calendar';
import type { Day } from '#core/period/day';
import type { Context } from '../context';
import { openBooks } from './books';
import { chainsOf, type PayeeMonth } from './chain';
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

const MOST_KEPT = 20_000;

/** Who was a customer's first changes with anybody's deal of that customer. */
function hangsOnOthers({ replica }: Context, plans: readonly StoredPlan[]): boolean {
  return plans.some(({ versions }) =>
    versions.some(({ terms }) => {
      const formula = replica.company!.measures.find(terms.measure)?.formula;
      return formula?.kind === 'sum' && formula.terms.some(({ part }) => part === 'newCustomers');
    }),
  );
}

/**
 * Months of payees, kept until something they are made of changes: for a thousand people all months
 * of years are gone through, of which a booking changes those of one.
 */
export class Summaries {
  private known = new LRUCache<string, { version: string; months: MonthSummary[] }>({
    max: MOST_KEPT,
  });
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
    const found = new Map<Payee, MonthSummary[]>();
    // Of the moment before the books are read: what changes meanwhile is derived anew.
    const missing = new Map<Payee, string>();
    const isShared = hangsOnOthers(this.context, plans);
    for (const payee of payees) {
      const version = this.versionOf(payee, isShared);
      const known = this.known.get(payee.id);
      if (known?.version === version) found.set(payee, known.months);
      else missing.set(payee, version);
    }
    if (missing.size > 0) {
      const books = await openBooks(this.context, plans, [...missing.keys()]);
      for await (const { payee, months: all } of chainsOf(books, [...missing.keys()])) {
        const months = all.map((month) => toSummary(month, books.dataset.asOf));
        found.set(payee, months);
        this.known.set(payee.id, { version: missing.get(payee)!, months });
      }
    }
    return payees.map((payee) => ({ payee, months: found.get(payee)! }));
  }

  private versionOf(payee: Payee, isShared: boolean): string {
    const { replica } = this.context;
    const unitId = payee.kind === 'salesperson' && !isShared ? payee.unitId : null;
    return `${this.heard} ${replica.moment} ${replica.versionOf(unitId)}`;
  }
}
