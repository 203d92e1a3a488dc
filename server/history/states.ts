import type { DealState } from '#core/ledger/dealChange';
import { divideCredit } from '#core/money/credit';
import { parseDay } from '#core/period/day';

/** A deal as the history keeps it (SQL function deal_record). */
export interface DealRecordJson {
  code: string;
  status: DealState['status'];
  closed_on: string | null;
  voided_at: string | null;
  amount: number;
  currency: string;
  credited: number;
  salesperson_id: number;
  credit: { salesperson_id: number; basis_points: number; position: number }[] | null;
}

/** The parts of a split follow from its shares, as they did when it was booked. */
export function toState(record: DealRecordJson): DealState {
  const split =
    record.credit && record.credit.length > 0
      ? [...record.credit].sort((a, b) => a.position - b.position)
      : null;
  const credits = split
    ? divideCredit(
        record.credited,
        split.map((each) => ({ salesperson: each.salesperson_id, basisPoints: each.basis_points })),
      ).map((each) => ({ salespersonId: each.salesperson, minor: each.minor }))
    : [{ salespersonId: record.salesperson_id, minor: record.credited }];
  return {
    status: record.status,
    closedOn: record.closed_on === null ? null : parseDay(record.closed_on),
    voided: record.voided_at !== null,
    amount: record.amount,
    currency: record.currency,
    credits,
  };
}
