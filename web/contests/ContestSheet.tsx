import { useState } from 'react';
import type { ContestPlace, ContestView } from '#contract/schemas/contest';
import { parseDay } from '#core/period/day';
import { formatPaid } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { useAddress } from '../app/address';
import { FailureNote, otherFault } from '../app/FailureNote';
import {
  useAnswerContestMutation,
  useChangeContestMembersMutation,
  useEndContestMutation,
  useGetContestQuery,
  useRemoveContestMutation,
} from '../figures/contests/api';
import { AwardLines } from '../figures/contests/AwardLines';
import { AwardMark } from '../figures/contests/AwardMark';
import {
  describeGoal,
  describeLead,
  describePlace,
  formatValue,
  MEMBER_WORDS,
  REPEAT_WORDS,
} from '../figures/contests/words';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { ContestForm } from './ContestForm';
import { ContestLadder } from './ContestLadder';
import { StartDialog } from './StartDialog';

/** One contest: its rules, where everybody stands in a round, and what was won. */
export function ContestSheet({ id }: { id: number }) {
  const { search, put } = useAddress();
  const round = search.get('round') ?? undefined;
  const { data, error, refetch } = useGetContestQuery({ id, ...(round ? { round } : {}) });
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the contest" />;
  const { contest, currency } = data;
  return (
    <section
      aria-label={contest.name}
      className="flex min-w-0 flex-col gap-3 rounded-sheet border border-line bg-sheet px-4 py-3"
    >
      <div className="flex flex-wrap items-start justify-between gap-2">
        <div className="min-w-0">
          <h2 className="text-[16px]">
            {contest.state === 'draft' ? `${contest.name} (draft)` : describeLead(data)}
          </h2>
          <p className="text-soft">
            {contest.name}: {describeGoal(contest, currency)}, {MEMBER_WORDS[contest.member]} at{' '}
            {contest.unit.name}, {REPEAT_WORDS[contest.repeat]},{' '}
            {shortDay(parseDay(contest.from)!, true)} to{' '}
            {shortDay(parseDay(contest.through)!, true)}
            {contest.leavesOutRamps && '; newcomers on a ramp are left out'}
          </p>
          {contest.text && <p className="mt-1 whitespace-pre-line">{contest.text}</p>}
        </div>
        {data.rounds.length > 1 && (
          <label className="flex items-center gap-1.5">
            <span className="text-soft">Round</span>
            <select
              className="h-[30px] rounded-sheet border border-strong/30 bg-sheet px-2"
              value={data.round?.id}
              onChange={(event) => put({ round: event.target.value })}
            >
              {data.rounds.map(({ id: key, name }) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <Prizes view={data} />
      <Answer view={data} />
      {contest.mayChange && <Manage view={data} />}
      {data.isCorrected && (
        <p role="note" className="rounded-sheet border border-grade-2 px-3 py-1.5">
          Deals of this round were booked or changed after it ended. The places are as corrected;
          those at its end stand beside them.
        </p>
      )}
      {contest.state !== 'draft' && data.places.length > 0 && (
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] items-start gap-4 max-phone:grid-cols-1">
          <ContestLadder view={data} />
          <Places view={data} />
        </div>
      )}
      {data.awards.length > 0 && (
        <section aria-label="Won">
          <h3 className="font-semibold">Won in {data.round?.name}</h3>
          <AwardLines awards={data.awards} currency={currency} />
        </section>
      )}
    </section>
  );
}

const RECEIVER_WORDS = {
  all: 'for everybody who reaches it',
  first: 'for the first who reaches it',
} as const;

function Prizes({ view: { contest, currency } }: { view: ContestView }) {
  if (contest.rules.awards.length === 0) return null;
  return (
    <ul aria-label="Awards to win" className="flex flex-wrap gap-x-6 gap-y-1">
      {contest.rules.awards.map((award, at) => (
        <li key={at} className="flex items-center gap-2">
          <AwardMark picture={award.picture} />
          <span>
            <span className="font-medium">{award.title}</span>{' '}
            <span className="text-soft">
              {award.receivers === 'top'
                ? award.places === 1
                  ? 'for the best'
                  : `for the best ${award.places}`
                : RECEIVER_WORDS[award.receivers]}
              {award.amount !== null && `, ${formatPaid(award.amount, currency)}`}
              {!award.isAtOnce && ', at the end'}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

function Answer({ view: { contest } }: { view: ContestView }) {
  const [answer, { isLoading }] = useAnswerContestMutation();
  if (contest.own === null || !contest.isByInvitation || contest.state !== 'running') return null;
  return (
    <div className="flex flex-wrap items-center gap-2 rounded-sheet bg-selected px-3 py-2">
      <span>
        {contest.own === 'invited'
          ? 'You are invited. Who takes part sees everybody’s place and share of the goal.'
          : contest.own === 'enrolled'
            ? 'You take part.'
            : 'You do not take part.'}
      </span>
      {contest.own !== 'enrolled' && (
        <Button
          kind="main"
          disabled={isLoading}
          onClick={() => void answer({ id: contest.id, takesPart: true })}
        >
          Take part
        </Button>
      )}
      {contest.own !== 'declined' && (
        <Button
          disabled={isLoading}
          onClick={() => void answer({ id: contest.id, takesPart: false })}
        >
          Not this time
        </Button>
      )}
    </div>
  );
}

function Manage({ view }: { view: ContestView }) {
  const { contest, joined, left, members, currency } = view;
  const [isEdited, setEdited] = useState(false);
  const [isStarting, setStarting] = useState(false);
  const [end] = useEndContestMutation();
  const [remove] = useRemoveContestMutation();
  const [change] = useChangeContestMembersMutation();
  const { put } = useAddress();
  const say = useSay();
  const told = (result: { error?: unknown }, done: string) =>
    result.error
      ? say(otherFault(result.error, []) ?? 'It could not be changed.', { kind: 'fault' })
      : say(done);
  const waiting = members.filter(({ state }) => state === 'invited').length;
  if (contest.state === 'draft')
    return (
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={() => setStarting(true)}>
          Start…
        </Button>
        <Button onClick={() => setEdited(true)}>Change…</Button>
        <Button
          onClick={() =>
            void remove(contest.id).then((result) => {
              told(result, `“${contest.name}” is removed.`);
              if (!result.error) put({ contest: null });
            })
          }
        >
          Remove
        </Button>
        {isEdited && (
          <ContestForm
            unit={contest.unit.code}
            contest={contest}
            currency={currency}
            onClose={() => setEdited(false)}
            onSaved={() => undefined}
          />
        )}
        {isStarting && <StartDialog view={view} onClose={() => setStarting(false)} />}
      </div>
    );
  if (contest.state === 'finished') return null;
  return (
    <div className="flex flex-wrap items-center gap-2">
      {joined.length > 0 && (
        <>
          <span className="text-soft">
            Come since the start: {joined.map(({ name }) => name).join(', ')}.
          </span>
          <Button
            onClick={() =>
              void change({
                id: contest.id,
                add: joined.map(({ code }) => code),
                remove: [],
              }).then((result) => told(result, 'They take part.'))
            }
          >
            Let them take part
          </Button>
        </>
      )}
      {left.length > 0 && (
        <>
          <span className="text-soft">
            No longer at {contest.unit.name}: {left.map(({ name }) => name).join(', ')}.
          </span>
          <Button
            onClick={() =>
              void change({
                id: contest.id,
                add: [],
                remove: left.map(({ code }) => code),
              }).then((result) => told(result, 'They are taken out.'))
            }
          >
            Take them out
          </Button>
        </>
      )}
      {waiting > 0 && <span className="text-soft">{waiting} have not answered yet.</span>}
      <Button
        onClick={() =>
          void end(contest.id).then((result) =>
            told(
              result,
              contest.repeat === 'once' ? 'It ends with today.' : 'It ends with the running round.',
            ),
          )
        }
      >
        {contest.repeat === 'once' ? 'End with today' : 'End with this round'}
      </Button>
    </div>
  );
}

const NOTES = {
  left: 'left',
  noTarget: 'no target of their own',
  onRamp: 'on a ramp, left out',
} as const;

function Places({ view }: { view: ContestView }) {
  const { contest, places, isCorrected, currency } = view;
  const isGoal = contest.rules.mode === 'goal';
  const row = (place: ContestPlace) => (
    <tr
      key={place.unit.code}
      className={`border-t border-line/60 ${place.isMine ? 'bg-selected font-semibold' : ''}`}
    >
      <td className="w-[1%] pr-2 text-right text-soft">{place.rank ?? '–'}</td>
      <td className="min-w-0">
        <span className="whitespace-nowrap">{place.unit.name}</span>
        {contest.member !== 'salesperson' && place.teamName && (
          <span className="text-[12px] text-soft"> · {place.teamName}</span>
        )}
        {place.note && <span className="text-[12px] text-soft"> · {NOTES[place.note]}</span>}
        {place.rankAtEnd !== null && place.rankAtEnd !== place.rank && (
          <span className="text-[12px] text-soft"> · {place.rankAtEnd}. at the end</span>
        )}
      </td>
      {isGoal && (
        <td className="text-right whitespace-nowrap text-soft max-phone:hidden">
          {place.actual !== null && place.goal !== null
            ? `${formatValue(contest, place.actual, currency)} of ${formatValue(contest, place.goal, currency)}`
            : ''}
        </td>
      )}
      <td className="text-right whitespace-nowrap">{describePlace(contest, place, currency)}</td>
      {isGoal && (
        <td className="pl-3 text-right whitespace-nowrap text-made">
          {place.reachedOn ? shortDay(parseDay(place.reachedOn)!) : ''}
        </td>
      )}
    </tr>
  );
  return (
    <div className="max-h-[560px] min-w-0 overflow-y-auto">
      <table aria-label="Places" className="w-full text-[12.5px] [&_td]:py-1">
        <thead className="text-left text-soft">
          <tr>
            <th scope="col" className="pr-2 text-right font-medium">
              #
            </th>
            <th scope="col" className="font-medium">
              Name{isCorrected ? ', as corrected' : ''}
            </th>
            {isGoal && (
              <th scope="col" className="text-right font-medium max-phone:hidden">
                {contest.measures[0]?.name}
              </th>
            )}
            <th scope="col" className="text-right font-medium">
              {isGoal ? 'Of the goal' : describeGoal(contest, currency)}
            </th>
            {isGoal && (
              <th scope="col" className="pl-3 text-right font-medium">
                Reached
              </th>
            )}
          </tr>
        </thead>
        <tbody>{places.map(row)}</tbody>
      </table>
    </div>
  );
}
