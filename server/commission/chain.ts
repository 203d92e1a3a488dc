import { setImmediate as breathe } from 'node:timers/promises';
import {
  buildStatements,
  type GivenAward,
  type Statement,
  type StatementFacts,
} from '#core/commission/statement';
import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import type { Day } from '#core/period/day';
import type { LineBook } from '#core/slices/lineBook';
import { completeValue } from '#core/targets/resolvedTarget';
import { isOnRamp } from '#core/units/ramp';
import { type CategoryOf, DealStream } from './deals';
import { keyOfPayee, type StoredStatement, type StoredStatements } from './locked';
import { type OwnBases, ownDealsOf, scaleOfTerms } from './ownBase';
import type { Payee } from './payee';
import { findTerms, type FoundTerms, type StoredPlan, versionOn } from './plans';

/** What all statements are made of. */
export interface CommissionBooks {
  /** The whole company's: what somebody earns does not hang on who looks. */
  dataset: Dataset;
  lines: LineBook;
  categoryOf: CategoryOf;
  ownBases: OwnBases;
  plans: readonly StoredPlan[];
  stored: StoredStatements;
  /** Amounts given to a salesperson for contests and by hand, by unit and month. */
  awards: ReadonlyMap<string, readonly GivenAward[]>;
}

/** A month of a payee: by which plan, where they stood, and the facts. */
export interface PayeeMonth {
  month: Period;
  /** The period over which attainment counts. */
  measurePeriod: Period;
  found: FoundTerms;
  unitId: number;
  facts: StatementFacts;
  stored: StoredStatement | null;
  statement: Statement;
}

/**
 * A payee's months from the first that a plan pays to the running one, each with its statement. By
 * whose plan a month goes is decided by where the salesperson stands on its last day, or on their
 * last in it.
 */
export function chainOf(books: CommissionBooks, payee: Payee): PayeeMonth[] {
  const { dataset, stored } = books;
  const months = monthsOf(books, payee);
  const first = months[0];
  if (!first) return [];
  const unitsOf = (spanUnit: number) => dataset.tree.memberSpansUnder(spanUnit);
  const streams = new Map<number, DealStream>();
  const streamOf = (unitId: number) => {
    let stream = streams.get(unitId);
    if (!stream) {
      const from = dataset.calendar.periodOf('year', first.month.from).from;
      const span = { from, to: dataset.asOf + 1 };
      const memberSpans = unitsOf(unitId);
      stream = new DealStream(books.lines, memberSpans, span, books.categoryOf, (measure) =>
        ownDealsOf(dataset, books.ownBases, measure, { unitId, memberSpans, span }),
      );
      streams.set(unitId, stream);
    }
    return stream;
  };
  const own = stored.get(keyOfPayee(payee));
  const withFacts = months.map(({ month, found, unitId, standsAt }) => {
    const { terms } = found.version;
    const measurePeriod =
      terms.periodKind === 'month'
        ? month
        : dataset.calendar.periodOf(terms.periodKind, month.from);
    const stream = streamOf(unitId);
    const known = own?.get(month.id) ?? null;
    const scale = scaleOfTerms(dataset, terms.measure);
    const target = completeValue(dataset.lookup.find(unitId, measurePeriod, terms.measure));
    const facts: StatementFacts = {
      month: month.id,
      terms,
      scale,
      target: target === null ? null : target * scale.perTargetUnit,
      isOnRamp: isOnRamp(dataset.calendar, dataset.ramps.get(unitId), month),
      before: stream.baseIn(terms, { from: measurePeriod.from, to: month.from }),
      deals: stream.dealsIn(terms.measure, month),
      awards: books.awards.get(`${unitId} ${month.id}`) ?? [],
      locked: known,
    };
    return { month, measurePeriod, found, unitId: standsAt, facts, stored: known };
  });
  const statements = buildStatements(withFacts.map(({ facts }) => facts));
  return withFacts.map((each, i) => ({ ...each, statement: statements[i]! }));
}

/** People are computed in pieces, so that others are answered meanwhile. */
const PEOPLE_AT_ONCE = 10;

/** The months of payees, one after the other. */
export async function* chainsOf(
  books: CommissionBooks,
  payees: readonly Payee[],
): AsyncGenerator<{ payee: Payee; months: PayeeMonth[] }> {
  for (const [index, payee] of payees.entries()) {
    yield { payee, months: chainOf(books, payee) };
    if (index % PEOPLE_AT_ONCE === PEOPLE_AT_ONCE - 1) await breathe();
  }
}

interface FoundMonth {
  month: Period;
  found: FoundTerms;
  /** Whose deals count. */
  unitId: number;
  /** Where the payee stands. */
  standsAt: number;
}

function monthsOf({ dataset, plans }: CommissionBooks, payee: Payee): FoundMonth[] {
  const { calendar, tree, asOf } = dataset;
  const concerned = plans.filter(
    (plan) =>
      (plan.payee === 'account') === (payee.kind === 'account') &&
      (payee.kind === 'salesperson' || plan.userId === payee.userId),
  );
  if (concerned.length === 0) return [];
  const firstDay = Math.min(...concerned.map(({ versions }) => versions[0]!.from));
  const found: FoundMonth[] = [];
  for (let month = calendar.periodOf('month', firstDay); month.from <= asOf;) {
    if (payee.kind === 'account') {
      for (const plan of concerned) {
        const version = versionOn(plan, month.from);
        if (version)
          found.push({
            month,
            found: { plan, version },
            unitId: plan.unitId,
            standsAt: plan.unitId,
          });
      }
    } else {
      const day = lastDayIn(tree.membershipsOf(payee.unitId), month);
      const above = day === null ? [] : tree.ancestorsOn(payee.unitId, day);
      const terms =
        day === null ? null : findTerms(concerned, [payee.unitId, ...above], month.from);
      if (terms) found.push({ month, found: terms, unitId: payee.unitId, standsAt: above[0]! });
    }
    month = calendar.periodOf('month', month.to);
  }
  return found;
}

/** The last day in a period on which somebody stood anywhere; null: on none. */
function lastDayIn(memberships: readonly { from: Day; to: Day }[], period: Period): Day | null {
  const days = memberships
    .filter(({ from, to }) => from < period.to && to > period.from)
    .map(({ to }) => Math.min(to, period.to) - 1);
  return days.length > 0 ? Math.max(...days) : null;
}
