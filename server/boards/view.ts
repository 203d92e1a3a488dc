import { sql } from 'drizzle-orm';
import type { BoardPage, BoardView } from '#contract/schemas/board';
import { buildBrief, buildStanding } from '#core/attainment/standing';
import type { Dataset } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { buildPlaces } from '#core/ranking/ladder';
import type { Unit } from '#core/units/unit';
import {
  findMeasure,
  toFigures,
  toMeasureRecord,
  toPeriodView,
  toPlaceView,
  toUnitSummary,
} from '../attainment/index';
import { contestsOnBoard } from '../contests/index';
import type { Context } from '../context';
import { countedSpans, spansOf } from '../credited/index';
import type { Queryable } from '../db/client';
import { ResponseCache } from '../responseCache';
import { listPhotos } from './photos';
import type { OpenBoard } from './service';

const NEWEST_SHOWN = 7;
/** A deal older than this is no news. */
const DAYS_OF_NEWS = 31;

/** More pages than screens can stand on walls. */
const MOST_PAGES = 2_000;

interface CachedPage {
  page: BoardPage;
  /** Of who stands on it. */
  photos: Record<string, string>;
}

export interface BoardCaches {
  pages: ResponseCache<CachedPage>;
  contests: ResponseCache<BoardView['contests']>;
}

/**
 * Pages until a figure changes or anything is announced, a deal's new name as much as a booking:
 * two hundred screens ask for the same at the same moment.
 */
export function createBoardCaches({ replica }: Context): BoardCaches {
  let heard = 0;
  replica.onChange(() => heard++);
  const source = {
    get moment() {
      return replica.moment;
    },
    versionOf: () => heard + replica.versionOf(null),
  };
  return {
    pages: new ResponseCache(source, MOST_PAGES, () => 1),
    contests: new ResponseCache(source, MOST_PAGES, () => 1),
  };
}

/** Everything a board shows. @throws ProblemError unknownMeasure */
export async function viewBoard(
  context: Context,
  { pages, contests }: BoardCaches,
  { name, settings, scope, unitId }: OpenBoard,
): Promise<BoardView> {
  const { dataset } = scope;
  const measure = findMeasure(dataset, settings.measure);
  const company = context.replica.company!;
  const built = await Promise.all(
    settings.units.map((code) =>
      pages.find(`${unitId} ${code} ${measure.code}`, {
        compute: () =>
          buildCachedPage(context.db, dataset, dataset.tree.findByCode(code)!, measure.code),
        dependencyScopeOf: () => null,
      }),
    ),
  );
  const times = built.flatMap(({ page }) => page.newest.map((deal) => deal.at)).sort();
  return {
    name,
    company: dataset.tree.root?.name ?? company.tree.root!.name,
    measure: toMeasureRecord(measure),
    isCumulative: measure.isCumulative,
    currency: dataset.currency,
    timeZone: company.timeZone,
    asOf: toIsoDay(dataset.asOf),
    seconds: settings.seconds,
    newestAt: times.at(-1) ?? null,
    pages: built.map(({ page }) => page),
    contests: await contests.find(String(unitId), {
      compute: () => contestsOnBoard(context, scope.sees),
      dependencyScopeOf: () => null,
    }),
    photos: Object.assign({}, ...built.map(({ photos }) => photos)) as BoardView['photos'],
  };
}

async function buildCachedPage(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
  measure: MeasureCode,
): Promise<CachedPage> {
  const page = await buildPage(db, dataset, unit, measure);
  return {
    page,
    photos: await listPhotos(
      db,
      page.rankings.map((place) => place.unit),
    ),
  };
}

async function buildPage(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
  measure: MeasureCode,
): Promise<BoardPage> {
  const [today, month] = [
    dataset.calendar.periodOf('day', dataset.asOf),
    dataset.calendar.periodOf('month', dataset.asOf),
  ];
  const figuresOf = (period: typeof month) => ({
    period: toPeriodView(dataset, period),
    figures: toFigures(dataset, buildStanding(dataset, unit.id, period, measure)),
  });
  const people = [
    ...new Set(
      dataset.tree
        .memberSpansUnder(unit.id)
        .filter((each) => each.from <= dataset.asOf && each.to > dataset.asOf)
        .map((each) => each.salespersonId),
    ),
  ];
  const { due } = dataset.elapsedOf(unit.id, month);
  const omitted = dataset.sums.omittedPeople;
  return {
    unit: toUnitSummary(unit),
    today: figuresOf(today),
    month: figuresOf(month),
    todayByPerson: listToday(dataset, people, today, measure),
    elapsedShare: due.gone / due.total,
    excludesDealsOf: people
      .filter((id) => omitted.has(id))
      .map((id) => dataset.tree.find(id)!.name),
    rankings: buildPlaces(dataset, people, month, measure).map((place) =>
      toPlaceView(dataset, place),
    ),
    newest: await loadNewest(db, dataset, unit),
  };
}

/** So many people's day stands on the wall. */
const TODAY_SHOWN = 8;

/** What each person has today, with their deals and the day's goal; nobody is named for nothing. */
function listToday(
  dataset: Dataset,
  people: readonly number[],
  today: Period,
  measure: MeasureCode,
): BoardPage['todayByPerson'] {
  return people
    .map((id) => {
      const { actual, complete } = buildBrief(dataset, id, today, measure);
      return {
        salespersonName: dataset.tree.find(id)!.name,
        actual,
        target: complete,
        deals: dataset.rollUp.sum(id, 'won', today),
      };
    })
    .filter(({ actual, deals }) => deals > 0 || (actual !== null && actual !== 0))
    .sort(
      (a, b) =>
        (b.actual ?? 0) - (a.actual ?? 0) ||
        b.deals - a.deals ||
        (a.salespersonName < b.salespersonName ? -1 : 1),
    )
    .slice(0, TODAY_SHOWN);
}

/**
 * The newest won deals with what of them the unit's people have; of a deal that they share, the
 * first of them is named.
 */
async function loadNewest(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
): Promise<BoardPage['newest']> {
  const memberSpans = countedSpans(dataset, unit, {
    from: dataset.asOf - DAYS_OF_NEWS,
    to: dataset.asOf + 1,
  });
  const isWon = sql`d.day >= s.f and d.day < s.t and d.status = 'won' and d.voided_at is null`;
  const { rows } = await db.execute<{
    id: number;
    name: string;
    product: string | null;
    credited: number;
    day: string;
    at: string;
  }>(sql`
    with s as (select * from ${spansOf(memberSpans)}),
    whole as (
      select d.id, d.day, d.salesperson_id as person, d.credited from s join deal d on
        d.salesperson_id = s.id
      where ${isWon} and d.credited > 0 and not exists (select 1 from deal_credit c where c.deal_id
        = d.id)
      order by d.day desc, d.id desc limit ${NEWEST_SHOWN}
    ), split as (
      select d.id, d.day, (array_agg(c.salesperson_id order by c.position))[1] as person,
        sum(c.credited)::bigint as credited
      from s join deal_credit c on c.salesperson_id = s.id join deal d on d.id = c.deal_id
      where ${isWon} and c.credited > 0 group by d.id order by d.day desc, d.id desc limit
        ${NEWEST_SHOWN}
    ), newest as (select * from whole union all select * from split order by day desc, id desc
      limit ${NEWEST_SHOWN})
    select n.id, u.name, p.name as product, n.credited, n.day::text as day, to_char(d.created_at at
      time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at
    from newest n join deal d on d.id = n.id join unit u on u.id = n.person left join product p on
      p.id = d.product_id order by n.day desc, n.id desc`);
  return rows.map(({ name, ...row }) => ({ ...row, salespersonName: name }));
}
