import { useState } from 'react';
import type { ContestSummary } from '#contract/schemas/contest';
import { parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { useAddress } from '../app/address';
import { useGetMeQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { useListContestsQuery } from '../figures/contests/api';
import { describeGoal, describePlace } from '../figures/contests/words';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { AwardsSheet } from './AwardsSheet';
import { ContestForm } from './ContestForm';
import { ContestSheet } from './ContestSheet';

/** What people compete for: what runs, what is planned, what is past, and who was given what. */
export function ContestsPage() {
  const { unit } = usePlace();
  const { search, put } = useAddress();
  const { data: me } = useGetMeQuery();
  const { data, error, refetch } = useListContestsQuery({ unit }, { skip: !unit });
  const [isNew, setNew] = useState(false);
  if (error)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
      </div>
    );
  if (!data || !me) return <Loading what="the contests" />;
  const mayPlan = me.role === 'administrator' || me.role === 'manager';
  const chosen =
    data.contests.find(({ contest }) => String(contest.id) === search.get('contest')) ??
    data.contests.find(({ contest }) => contest.state === 'running') ??
    data.contests[0];
  return (
    <div className="flex flex-col gap-3 px-[18px] pt-3 pb-4 max-phone:px-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h1>{describe(data.contests)}</h1>
        {mayPlan && (
          <Button kind="main" onClick={() => setNew(true)}>
            New contest…
          </Button>
        )}
      </div>
      <div className="grid grid-cols-[290px_minmax(0,1fr)] grid-rows-[auto_1fr] items-start gap-3 max-desk:grid-cols-1">
        <section
          aria-label="Contests"
          className="rounded-sheet border border-line bg-sheet px-1.5 py-1.5"
        >
          {data.contests.length === 0 ? (
            <p className="p-2 text-soft">
              {mayPlan
                ? 'None yet. A contest is a draft first: look at who would have won last month before you start it.'
                : 'None. Your manager starts contests.'}
            </p>
          ) : (
            <ul>
              {data.contests.map((summary) => (
                <Item
                  key={summary.contest.id}
                  summary={summary}
                  currency={data.currency}
                  isChosen={summary === chosen}
                  onChoose={() => put({ contest: String(summary.contest.id), round: null })}
                />
              ))}
            </ul>
          )}
        </section>
        {chosen && (
          <div className="col-start-2 row-span-2 min-w-0 max-desk:col-start-1">
            <ContestSheet key={chosen.contest.id} id={chosen.contest.id} />
          </div>
        )}
        <AwardsSheet unit={unit} mayGive={mayPlan} currency={data.currency} />
      </div>
      {isNew && (
        <ContestForm
          unit={unit}
          contest={null}
          currency={data.currency}
          onClose={() => setNew(false)}
          onSaved={(id) => put({ contest: String(id), round: null })}
        />
      )}
    </div>
  );
}

function describe(contests: readonly ContestSummary[]): string {
  const running = contests.filter(({ contest }) => contest.state === 'running').length;
  if (contests.length === 0) return 'No contest';
  if (running === 0) return 'No contest runs now';
  return running === 1 ? 'One contest runs' : `${running} contests run`;
}

const STATE_WORDS = { draft: 'Draft', running: 'Running', finished: 'Finished' } as const;

function Item({
  summary: { contest, round, members, reached, leader, mine },
  currency,
  isChosen,
  onChoose,
}: {
  summary: ContestSummary;
  currency: string;
  isChosen: boolean;
  onChoose(): void;
}) {
  const until = shortDay(parseDay(contest.through)!, true);
  return (
    <li>
      <button
        type="button"
        aria-pressed={isChosen}
        onClick={onChoose}
        className={`w-full rounded-[5px] px-2.5 py-1.5 text-left ${isChosen ? 'bg-cell' : 'hover:bg-hover'}`}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="min-w-0 truncate font-semibold">{contest.name}</span>
          <span className="text-[12px] text-soft">{STATE_WORDS[contest.state]}</span>
        </span>
        <span className="block text-[12px] text-soft">
          {describeGoal(contest, currency)} · {contest.unit.name} · until {until}
        </span>
        {contest.state !== 'draft' && (
          <span className="block text-[12.5px]">
            {round ? `${round.name}: ` : ''}
            {contest.rules.mode === 'goal' && reached > 0
              ? `${reached} of ${members} have reached it`
              : leader
                ? `${leader.unit.name}, ${describePlace(contest, leader, currency)}`
                : `${members} take part`}
          </span>
        )}
        {mine && mine.rank !== null && (
          <span className="block text-[12.5px] font-medium">
            You: place {mine.rank}, {describePlace(contest, mine, currency)}
          </span>
        )}
        {contest.own === 'invited' && (
          <span className="block text-[12.5px] font-medium text-grade-2">You are invited</span>
        )}
      </button>
    </li>
  );
}
