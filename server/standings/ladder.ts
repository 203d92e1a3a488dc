import type { LadderQuery, LadderView } from '#contract/schemas/ladder';
import { toIsoDay } from '#core/period/day';
import type { Period } from '#core/period/calendar';
import { describeSpan } from '#core/period/words';
import type { Books } from '#core/standing/books';
import { buildPlace, rankUnits, type Rung } from '#core/standing/ladder';
import { describeLadder } from '#core/standing/ladderSentence';
import { isOnRamp } from '#core/units/ramp';
import type { Unit, UnitKind } from '#core/units/unit';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import { findMeasure, findPeriod } from './find';
import { toMeasureRecord, toPeriodView, toPlaceView, toUnitSummary } from './views';

/** The rest is asked for when someone scrolls there. */
const PLACES_SHOWN = 100;

export type Level = LadderView['level'];
export const LEVELS: readonly Level[] = ['salesperson', 'team', 'branch'];

/**
 * A ranking of the units of one level under a unit. A salesperson sees that of their own team, and only where the company shares it.
 * @throws Refused unknownUnit, unknownPeriod, unknownMeasure
 */
export function viewLadder(context: Context, scope: Scope, principal: Pick<Principal, 'role' | 'unitId'>, query: LadderQuery): LadderView {
  const period = findPeriod(scope.books, query.period);
  const asked = scope.findUnit(query.unit);
  const shared = principal.role === 'salesperson' && context.replica.company!.sharesTeamLadder ? findOwnTeam(context, asked, period) : null;
  const { books, unit } = shared ?? { books: scope.books, unit: asked };
  const measure = findMeasure(books, query.measure);
  const by = query.by ?? 'attainment';
  const levels = LEVELS.map((level) => ({ level, units: shared && level !== 'salesperson' ? [] : unitsOf(books, unit, period, level) })).filter(({ units }) => units.length > 0);
  const { level, units } = levels.find((each) => each.level === query.level) ?? levels[0] ?? { level: 'salesperson' as const, units: [] };
  const ranked = query.withoutRamps ? units.filter((each) => !isOnRamp(books.calendar, books.ramps.get(each.id), period)) : units;
  const rungs = rankUnits(books, ranked.map((each) => each.id), period, measure.code, by);
  const toView = (rung: Rung) => toPlaceView(books, buildPlace(books, rung, period, measure.code), by);
  const own = rungs.find((rung) => rung.unitId === principal.unitId);
  const { gone, total, phase } = books.elapsedOf(unit.id, period);
  return {
    unit: toUnitSummary(unit), period: toPeriodView(books, period), measure: toMeasureRecord(measure), accrues: measure.accrues, currency: books.currency, asOf: toIsoDay(books.asOf),
    level, levels: levels.map((each) => each.level), by, sentence: describeLadder(books, rungs, period, measure.code, by),
    days: describeSpan({ from: period.from, to: Math.max(period.from, Math.min(period.to, books.asOf + 1)) }, true),
    priorDays: describeSpan(books.comparedOf(period).prior.span, true),
    phase, paceShare: gone / total, onRamp: units.length - ranked.length,
    places: rungs.slice(0, query.limit ?? PLACES_SHOWN).map(toView), count: rungs.length, ranked: rungs.filter((rung) => rung.rank !== null).length,
    mine: own ? toView(own) : null, isShared: shared !== null,
  };
}

/** The team a salesperson stood in last in the period, in the company's books. */
function findOwnTeam({ replica }: Context, person: Unit, period: Period): { books: Books; unit: Unit } | null {
  const books = replica.booksFor(replica.company!.tree.root!.id);
  const parent = books.tree.parentOn(person.id, Math.max(period.from, Math.min(books.asOf, period.to - 1)));
  const unit = parent === null ? undefined : books.tree.find(parent);
  return unit ? { books, unit } : null;
}

/** All units of a level that stood under a unit in a period. */
export function unitsOf({ tree }: Books, root: Unit, period: Period, kind: UnitKind): Unit[] {
  return tree.unitsDuring(root.id, period).filter((unit) => unit.kind === kind);
}
