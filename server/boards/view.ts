import { sql } from 'drizzle-orm';
import type { BoardPage, BoardView } from '#contract/schemas/board';
import type { MeasureCode } from '#core/measure/measure';
import { END_OF_TIME, FIRST_DAY, toIsoDay } from '#core/period/day';
import type { Books } from '#core/standing/books';
import { buildPlaces } from '#core/standing/ladder';
import { buildStanding } from '#core/standing/standing';
import type { Unit } from '#core/units/unit';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { KeptAnswers } from '../keptAnswers';
import { findMeasure, toFigures, toMeasureRecord, toPeriodView, toPlaceView, toUnitSummary } from '../standings/index';
import { listPhotos } from './photos';
import type { OpenBoard } from './service';

const NEWEST_SHOWN = 7;
/** A deal older than this is no news. */
const DAYS_OF_NEWS = 31;

/** More pages than screens can stand on walls. */
const MOST_PAGES = 2_000;

interface KeptPage {
  page: BoardPage;
  /** Of who stands on it. */
  photos: Record<string, string>;
}

export type BoardPages = KeptAnswers<KeptPage>;

/** Pages until a figure changes or anything is announced, a deal's new name as much as a booking: two hundred screens ask for the same at the same moment. */
export function keepPages({ replica }: Context): BoardPages {
  let heard = 0;
  replica.onChange(() => heard++);
  return new KeptAnswers<KeptPage>({ get asOf() { return replica.asOf; }, stampOf: () => heard + replica.stampOf(null) }, MOST_PAGES, () => 1);
}

/** Everything a board shows. @throws Refused unknownMeasure */
export async function viewBoard(context: Context, pages: BoardPages, { name, settings, scope, unitId }: OpenBoard): Promise<BoardView> {
  const { books } = scope;
  const measure = findMeasure(books, settings.measure);
  const company = context.replica.company!;
  const built = await Promise.all(settings.units.map((code) => pages.find(`${unitId} ${code} ${measure.code}`, {
    reckon: () => buildKeptPage(context.db, books, books.tree.findByCode(code)!, measure.code), reachOf: () => null,
  })));
  const times = built.flatMap(({ page }) => page.newest.map((deal) => deal.at)).sort();
  return {
    name, company: books.tree.root?.name ?? company.tree.root!.name, measure: toMeasureRecord(measure), accrues: measure.accrues, currency: books.currency, timeZone: company.timeZone, asOf: toIsoDay(books.asOf), seconds: settings.seconds,
    newestAt: times.at(-1) ?? null, pages: built.map(({ page }) => page), photos: Object.assign({}, ...built.map(({ photos }) => photos)) as BoardView['photos'],
  };
}

async function buildKeptPage(db: Queryable, books: Books, unit: Unit, measure: MeasureCode): Promise<KeptPage> {
  const page = await buildPage(db, books, unit, measure);
  return { page, photos: await listPhotos(db, page.places.map((place) => place.unit)) };
}

async function buildPage(db: Queryable, books: Books, unit: Unit, measure: MeasureCode): Promise<BoardPage> {
  const [today, month] = [books.calendar.periodOf('day', books.asOf), books.calendar.periodOf('month', books.asOf)];
  const figuresOf = (period: typeof month) => ({ period: toPeriodView(books, period), figures: toFigures(books, buildStanding(books, unit.id, period, measure)) });
  const people = [...new Set(books.tree.segmentsUnder(unit.id).filter((each) => each.from <= books.asOf && each.to > books.asOf).map((each) => each.salespersonId))];
  const { gone, total } = books.elapsedOf(unit.id, month);
  return {
    unit: toUnitSummary(unit), today: figuresOf(today), month: figuresOf(month), paceShare: gone / total,
    excludesDealsOf: people.filter((id) => books.sums.leftOutPeople.has(id)).map((id) => books.tree.find(id)!.name),
    places: buildPlaces(books, people, month, measure).map((place) => toPlaceView(books, place)),
    newest: await loadNewest(db, books, unit),
  };
}

/** The newest won deals with what of them the unit's people have; of a deal that they share, the first of them is named. */
async function loadNewest(db: Queryable, books: Books, unit: Unit): Promise<BoardPage['newest']> {
  const segments = books.tree.segmentsUnder(unit.id)
    .map((each) => ({ ...each, from: Math.max(each.from, books.asOf - DAYS_OF_NEWS, FIRST_DAY), to: Math.min(each.to, books.asOf + 1, END_OF_TIME) }))
    .filter((each) => each.from < each.to);
  const [sp, from, to] = [segments.map((each) => each.salespersonId), segments.map((each) => toIsoDay(each.from)), segments.map((each) => toIsoDay(each.to))];
  const isWon = sql`d.day >= s.f and d.day < s.t and d.status = 'won' and d.voided_at is null`;
  const { rows } = await db.execute<{ id: number; name: string; product: string | null; credited: number; day: string; at: string }>(sql`
    with s (sp, f, t) as (select * from unnest(${sql.param(sp)}::int[], ${sql.param(from)}::date[], ${sql.param(to)}::date[])),
    whole as (
      select d.id, d.day, d.salesperson_id as person, d.credited from s join deal d on d.salesperson_id = s.sp
      where ${isWon} and d.credited > 0 and not exists (select 1 from deal_credit c where c.deal_id = d.id)
      order by d.day desc, d.id desc limit ${NEWEST_SHOWN}
    ), split as (
      select d.id, d.day, (array_agg(c.salesperson_id order by c.position))[1] as person, sum(c.credited)::bigint as credited
      from s join deal_credit c on c.salesperson_id = s.sp join deal d on d.id = c.deal_id
      where ${isWon} and c.credited > 0 group by d.id order by d.day desc, d.id desc limit ${NEWEST_SHOWN}
    ), newest as (select * from whole union all select * from split order by day desc, id desc limit ${NEWEST_SHOWN})
    select n.id, u.name, p.name as product, n.credited, n.day::text as day, to_char(d.created_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at
    from newest n join deal d on d.id = n.id join unit u on u.id = n.person left join product p on p.id = d.product_id order by n.day desc, n.id desc`);
  return rows.map(({ name, ...row }) => ({ ...row, salesperson: name }));
}
