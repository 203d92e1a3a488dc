import type pg from 'pg';
import type { DealValues } from '#core/ledger/dealValues';
import type { Occurrences } from '#core/ledger/occurrences';
import { prepareRollUp } from '#core/ledger/rollUp';
import type { RunningSums } from '#core/ledger/runningSums';
import { UnitSums } from '#core/ledger/unitSums';
import type { UnitTree } from '#core/units/tree';
import type { Database } from '../db/client';
import { refreshDealValues, type ValuedParts } from './dealValues';
import type { LedgerNews } from './entries';
import { LineCopy } from './lineCopy';
import { refreshOccurrences } from './loadOccurrences';
import { type LoadedSums, loadSums } from './loadSums';

/**
 * One reading of all totals and won deals, followed up entry by entry. A newer reading takes its
 * place as a whole.
 */
export class LedgerCopy {
  readonly sums: RunningSums;
  /** Those of whole units, shared by everybody's tree. */
  readonly unitSums: UnitSums;
  readonly occurrences: Occurrences;
  /** Values of single deals, for medians. */
  readonly dealValues: DealValues;
  /** What slices are added up from. */
  readonly lines: LineCopy;
  private valuedParts: ValuedParts;
  readonly epoch: number;
  /** Every transaction below it has been taken in. */
  xmin: bigint;
  private applied: Map<number, bigint>;

  private constructor(
    { sums, occurrences, dealValues, valuedParts, epoch, xmin, applied }: LoadedSums,
    lines: LineCopy,
  ) {
    this.lines = lines;
    this.sums = sums;
    this.unitSums = new UnitSums(sums);
    this.occurrences = occurrences;
    this.dealValues = dealValues;
    this.valuedParts = valuedParts;
    this.epoch = epoch;
    this.xmin = xmin;
    this.applied = applied;
  }

  static async load(pool: pg.Pool): Promise<LedgerCopy> {
    return new LedgerCopy(await loadSums(pool), new LineCopy(pool));
  }

  /**
   * Makes ready what the first figures of a tree are found by, letting requests through between
   * the steps.
   */
  async prepare(tree: UnitTree): Promise<void> {
    for (const _ of prepareRollUp(tree, this.sums, this.occurrences, this.unitSums))
      await new Promise((resolve) => setImmediate(resolve));
  }

  /** True where entries it has not taken in are pruned already: then it can not be followed up. */
  hasMissed(news: LedgerNews): boolean {
    return news.prunedXid >= this.xmin;
  }

  /** Takes in what is new. @returns whose days changed */
  async apply(db: Database, news: LedgerNews): Promise<Set<number>> {
    const fresh = news.entries.filter((entry) => !this.applied.has(entry.id));
    await refreshOccurrences(db, this.occurrences, fresh);
    await refreshDealValues(db, this.dealValues, this.valuedParts, fresh);
    await this.lines.apply(db, fresh);
    for (const entry of fresh) {
      this.sums.add(entry);
      this.applied.set(entry.id, entry.xid);
    }
    for (const [id, xid] of this.applied) if (xid < news.xmin) this.applied.delete(id);
    this.xmin = news.xmin;
    return new Set(fresh.map((entry) => entry.salespersonId));
  }
}
