import type { Day } from '#core/period/day';
import type { Books } from '#core/standing/books';
import type { Unit } from '#core/units/unit';
import { Refused } from '../problem';
import type { Replica } from '../ledger/replica';
import type { Principal } from './principal';

/** What one person may see and touch, asked for every row. */
export interface Scope {
  books: Books;
  /** True for someone bound to the company itself: they also see what stands in no unit. */
  isWhole: boolean;
  /** The unit, if it is theirs to see. @throws Refused unknownUnit: what may not be seen does not exist. */
  findUnit(code: string): Unit;
  sees(unitId: number): boolean;
  /** Whether the salesperson stood under the reader's unit on that day. */
  coversDay(salespersonId: number, day: Day): boolean;
}

/** Builds the scope of a person from the unit they are bound to. */
export function buildScope(replica: Replica, principal: Pick<Principal, 'unitId'>): Scope {
  const books = replica.booksFor(principal.unitId);
  const isWhole = replica.company!.tree.root?.id === principal.unitId;
  return {
    books,
    isWhole,
    findUnit(code) {
      const unit = books.tree.findByCode(code);
      if (!unit) throw new Refused('unknownUnit', { unit: code });
      return unit;
    },
    sees: (unitId) => books.tree.find(unitId) !== undefined,
    coversDay: (salespersonId, day) => isWhole
      || books.tree.membershipsOf(salespersonId).some((membership) => day >= membership.from && day < membership.to),
  };
}
