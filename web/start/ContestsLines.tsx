import { Link, useLocation } from 'react-router';
import { parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { useListContestsQuery } from '../figures/contests/api';
import { describeGoal, describePlace } from '../figures/contests/words';
import { ROW, Sheet } from './Sheet';

/** Contests that run: who is ahead, and where oneself stands. Nothing where none runs. */
export function ContestsLines() {
  const { unit } = usePlace();
  const { search } = useLocation();
  const { data } = useListContestsQuery({ unit, onlyRunning: true }, { skip: !unit });
  if (!data || data.contests.length === 0) return null;
  return (
    <Sheet heading="Contests">
      <ul>
        {data.contests.map(({ contest, round, mine, leader, reached, members }) => (
          <li key={contest.id} className={ROW}>
            <span className="min-w-0">
              <Link
                className="hover:underline"
                to={`/contests${placeLink(search) || '?'}&contest=${contest.id}`}
              >
                {contest.name}
              </Link>
              <span className="block text-[12px] text-soft">
                {describeGoal(contest, data.currency)}, {round ? round.name : 'from'}{' '}
                {round ? '' : shortDay(parseDay(contest.from)!, true)}
              </span>
            </span>
            <span className="text-right text-[12.5px]">
              {contest.own === 'invited' ? (
                <span className="font-medium text-grade-2">You are invited</span>
              ) : mine && mine.rank !== null ? (
                <span className="font-medium">
                  You: place {mine.rank}, {describePlace(contest, mine, data.currency)}
                </span>
              ) : contest.rules.mode === 'goal' && reached > 0 ? (
                `${reached} of ${members} have reached it`
              ) : leader ? (
                `${leader.unit.name}, ${describePlace(contest, leader, data.currency)}`
              ) : (
                `${members} take part`
              )}
            </span>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
