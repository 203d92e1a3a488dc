import { type Static, Type } from 'typebox';
import { Figures, PeriodView, RankingRowView } from './attainment';
import { IsoDay, Minor, Nullable, Value } from './common';
import { MeasureCode, MeasureRecord } from './measure';
import { UnitSummary } from './unit';

/** What a board shows: units by code in their turn, each for so many seconds. */
export const BoardSettings = Type.Object(
  {
    units: Type.Array(Type.String({ minLength: 1, maxLength: 40 }), { minItems: 1, maxItems: 40 }),
    measure: MeasureCode,
    seconds: Type.Integer({ minimum: 5, maximum: 600 }),
  },
  { additionalProperties: false },
);
export type BoardSettings = Static<typeof BoardSettings>;

export const BoardInput = Type.Object(
  { name: Type.String({ minLength: 1, maxLength: 80 }), settings: BoardSettings },
  { additionalProperties: false },
);
export type BoardInput = Static<typeof BoardInput>;

export const BoardSummary = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  settings: BoardSettings,
  userName: Type.String(),
  createdAt: Type.String(),
});
export type BoardSummary = Static<typeof BoardSummary>;

/** The secret of the link is shown this once. */
export const NewBoard = Type.Object({ board: BoardSummary, secret: Type.String() });
export type NewBoard = Static<typeof NewBoard>;

const BoardFigures = Type.Object({ period: PeriodView, figures: Figures });

/** One unit's turn on the wall. */
export const BoardPage = Type.Object({
  unit: UnitSummary,
  today: BoardFigures,
  month: BoardFigures,
  /** People with something today, the most first: their day beside their day's goal. */
  todayByPerson: Type.Array(
    Type.Object({
      salespersonName: Type.String(),
      actual: Nullable(Value),
      target: Nullable(Minor),
      /** Won deals of today. */
      deals: Type.Integer(),
    }),
  ),
  elapsedShare: Type.Number(),
  rankings: Type.Array(RankingRowView),
  /**
   * Names of its people of whom some deals are too large to be added up: they are in none of the
   * figures.
   */
  excludesDealsOf: Type.Array(Type.String()),
  /** The newest won deals of its people, the newest first. */
  newest: Type.Array(
    Type.Object({
      id: Type.Integer(),
      salespersonName: Type.String(),
      product: Nullable(Type.String()),
      credited: Minor,
      day: IsoDay,
      at: Type.String(),
    }),
  ),
});
export type BoardPage = Static<typeof BoardPage>;

/** Everything one board shows, and nothing else. */
export const BoardView = Type.Object({
  name: Type.String(),
  company: Type.String(),
  measure: MeasureRecord,
  isCumulative: Type.Boolean(),
  currency: Type.String(),
  timeZone: Type.String(),
  asOf: IsoDay,
  seconds: Type.Integer(),
  /** When the newest deal on it was recorded; null without one. */
  newestAt: Nullable(Type.String()),
  pages: Type.Array(BoardPage),
  /** Contests that run, each a page after those of the units. */
  contests: Type.Array(
    Type.Object({
      name: Type.String(),
      round: Type.String(),
      /** The best, with the share of the goal, attainment, or the share of the first one's figure. */
      places: Type.Array(
        Type.Object({
          name: Type.String(),
          rank: Type.Integer(),
          progress: Type.Number(),
          isReached: Type.Boolean(),
        }),
      ),
      isOfFirst: Type.Boolean(),
      count: Type.Integer(),
    }),
  ),
  /** Unit codes of salespeople with a picture, and when it last changed. */
  photos: Type.Record(Type.String(), Type.String()),
});
export type BoardView = Static<typeof BoardView>;

/** When a picture last changed; null: there is none. */
export const PhotoVersion = Type.Object({ at: Nullable(Type.String()) });
