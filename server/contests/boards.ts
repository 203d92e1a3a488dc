import { sql } from 'drizzle-orm';
import type { BoardView } from '#contract/schemas/board';
import type { ContestMember } from '#core/contest/contest';
import { type ContestPlace, heightOf, isOfFirst } from '#core/contest/places';
import type { Dataset } from '#core/dataset/dataset';
import { describePeriod } from '#wording/period';
import type { Context } from '../context';
import { findPlaces } from './standingCache';
import { enrolledOf, loadContests, roundsBy } from './stored';

const PLACES_SHOWN = 8;

/**
 * Running contests that are to be shown on boards, of the board's units or with their people; places
 * and shares of the goal alone, which everybody in a contest sees.
 */
export async function contestsOnBoard(
  context: Context,
  sees: (unitId: number) => boolean,
): Promise<BoardView['contests']> {
  const dataset = context.replica.wholeDataset;
  const found = await loadContests(context.db, sql`c.state = 'running' and c.is_on_boards`);
  const shown: BoardView['contests'] = [];
  for (const contest of found) {
    const round = roundsBy(contest, dataset.calendar, dataset.asOf).at(-1);
    const isTheirs = sees(contest.unitId) || enrolledOf(contest).some(sees);
    if (!round || !isTheirs) continue;
    const places = await findPlaces(context, contest, round);
    const best = places[0]?.value ?? null;
    shown.push({
      name: contest.name,
      round: describePeriod(round, dataset.calendar),
      places: places.slice(0, PLACES_SHOWN).flatMap((place) =>
        place.rank === null
          ? []
          : [
              {
                name: nameOf(dataset, contest.member, place),
                rank: place.rank,
                progress: heightOf(place, contest.rules, best) ?? 0,
                isReached: place.reached !== null,
              },
            ],
      ),
      isOfFirst: isOfFirst(contest.rules),
      count: places.length,
    });
  }
  return shown;
}

/** Teams of two branches may be called alike. */
function nameOf(
  { tree, asOf }: Dataset,
  member: ContestMember,
  { unitId, name }: Pick<ContestPlace, 'unitId' | 'name'>,
): string {
  const above = member === 'team' ? tree.parentOn(unitId, asOf) : null;
  return above === null ? name : `${name}, ${tree.find(above)!.name}`;
}
