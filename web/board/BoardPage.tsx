import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { API } from '#contract/routes/route';
import type { BoardPage as Page, BoardView } from '#contract/schemas/board';
import { parseDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';
import { formatExact, formatWhole } from '#wording/numbers/format';
import { describeDay, shortDay } from '#wording/period';
import { AttainmentBar } from '../charts/AttainmentBar';
import { BoardLadder, type BoardMark } from '../charts/BoardLadder';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { ContestOnBoard } from './ContestOnBoard';
import { type Board, useBoard } from './useBoard';

const MOST_ON_LADDER = 40;

/**
 * A screen on the wall: no clicks. Each unit in its turn, as of the newest data; says when it could
 * not look.
 */
export function BoardPage() {
  const { secret = '' } = useParams();
  const { view, trouble } = useBoard(secret);
  const turn = useTurn(view);
  useEffect(() => {
    document.documentElement.dataset['theme'] = 'dark';
  }, []);
  if (trouble?.kind === 'gone')
    return <Message title={trouble.problem.title} text={trouble.problem.detail} />;
  if (!view)
    return (
      <Message
        title="Iron Ladder"
        text={
          trouble ? 'The server is away. The board tries again by itself.' : 'Fetching the board …'
        }
      />
    );
  const at = turn % (view.pages.length + view.contests.length);
  const contest = view.contests[at - view.pages.length];
  const page = view.pages[at % view.pages.length]!;
  if (contest)
    return (
      <main className="flex h-full flex-col gap-[1.6vh] bg-stone p-[2vh] text-[2vh] text-ink">
        <Head view={view} title={contest.name} about={contest.round} trouble={trouble} turn={at} />
        <ContestOnBoard contest={contest} />
      </main>
    );
  return (
    <main className="flex h-full flex-col gap-[1.6vh] bg-stone p-[2vh] text-[2vh] text-ink">
      <Head
        view={view}
        title={page.unit.name}
        about={`${view.measure.name}, ${describeDay(parseDay(view.asOf)!)}`}
        trouble={trouble}
        turn={at}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,0.92fr)] gap-[2vh]">
        <section
          aria-label={`Ladder of ${page.unit.name}`}
          className="min-h-0 rounded-sheet border border-line bg-sheet p-[1.6vh]"
        >
          <Ladder view={view} page={page} secret={secret} />
        </section>
        <div className="flex min-h-0 flex-col gap-[2vh]">
          <Goal name="Today" view={view} goal={page.today} isDay />
          <Goal
            name={page.month.period.name}
            view={view}
            goal={page.month}
            pace={view.isCumulative ? page.elapsedShare : null}
          />
          {page.excludesDealsOf.length > 0 && (
            <p role="note" className="rounded-sheet border border-grade-1 px-[2vh] py-[1vh]">
              Without deals of {page.excludesDealsOf.join(', ')} that are too large to be added up.
            </p>
          )}
          <TodayByPerson view={view} page={page} />
          <Newest view={view} page={page} />
        </div>
      </div>
    </main>
  );
}

/** Which page stands on the wall; goes round by itself. */
function useTurn(view: BoardView | null): number {
  const [turn, setTurn] = useState(0);
  const count = view ? view.pages.length + view.contests.length : 0;
  const seconds = view?.seconds ?? 0;
  useEffect(() => {
    if (count < 2) return;
    const timer = setInterval(() => setTurn((shown) => (shown + 1) % count), seconds * 1_000);
    return () => clearInterval(timer);
  }, [count, seconds]);
  return turn;
}

function Message({ title, text }: { title: string; text: string }) {
  return (
    <main className="grid h-full place-content-center gap-2 bg-stone p-10 text-center text-ink">
      <h1 className="text-[4vh]">{title}</h1>
      <p role="status" className="text-[2.2vh] text-soft">
        {text}
      </p>
    </main>
  );
}

function Head({
  view,
  title,
  about,
  trouble,
  turn,
}: {
  view: BoardView;
  title: string;
  about: string;
  trouble: Board['trouble'];
  turn: number;
}) {
  const clock = (at: string | number) =>
    new Date(at).toLocaleTimeString('en-GB', {
      hour: '2-digit',
      minute: '2-digit',
      timeZone: view.timeZone,
    });
  const names = [
    ...view.pages.map(({ unit }) => unit.name),
    ...view.contests.map(({ name }) => name),
  ];
  return (
    <header className="flex items-baseline gap-[2vh]">
      <h1 className="text-[4.4vh] leading-none">{title}</h1>
      <span className="text-soft">{about}</span>
      {names.length > 1 && (
        <span aria-hidden className="flex gap-[0.7vh]">
          {names.map((name, index) => (
            <span
              key={`${name} ${index}`}
              className={`inline-block h-[1vh] w-[1vh] rounded-full ${index === turn ? 'bg-ember' : 'bg-track'}`}
            />
          ))}
        </span>
      )}
      <span
        role="status"
        className={`ml-auto ${trouble ? 'font-semibold text-grade-1' : 'text-soft'}`}
      >
        {trouble?.kind === 'away'
          ? `No connection since ${clock(trouble.since)}: what is shown may be out of date`
          : view.newestAt
            ? `newest deal recorded ${clock(view.newestAt)}`
            : 'no deal in the last month'}
      </span>
    </header>
  );
}

function Ladder({ view, page, secret }: { view: BoardView; page: Page; secret: string }) {
  const ranked = page.rankings
    .filter((place) => place.rank !== null && place.attainment !== null)
    .slice(0, MOST_ON_LADDER);
  if (ranked.length === 0)
    return (
      <p className="text-soft">
        Nobody has a complete target for {page.month.period.name}. Set targets in Plan.
      </p>
    );
  const marks: BoardMark[] = ranked.map((place) => {
    const changed = view.photos[place.unit.code];
    return {
      key: place.unit.code,
      name: place.unit.name,
      rank: place.rank!,
      at: place.attainment!,
      text: place.attainmentText!,
      status: place.status,
      before: place.priorValue,
      photo: changed
        ? `${API}/public/boards/${encodeURIComponent(secret)}/photos/${encodeURIComponent(place.unit.code)}?${new URLSearchParams({ at: changed })}`
        : null,
    };
  });
  return (
    <BoardLadder
      marks={marks}
      pace={
        view.isCumulative && page.month.figures.elapsed.phase === 'open' ? page.elapsedShare : null
      }
      label={`${page.unit.name}, ${page.month.period.name}, by attainment`}
    />
  );
}

/** Who has sold today: their day, their day's goal, their deals. */
function TodayByPerson({ view, page }: { view: BoardView; page: Page }) {
  const unit = figureUnit(view);
  const show = (value: number) =>
    formatWhole(unit.kind === 'money' ? Math.round(value) : value, unit);
  if (page.todayByPerson.length === 0) return null;
  return (
    <section
      aria-label="Today, by person"
      className="rounded-sheet border border-line bg-sheet px-[2vh] py-[1.2vh]"
    >
      <ul className="grid grid-cols-2 gap-x-[3vh] text-[1.9vh]">
        {page.todayByPerson.map((each) => (
          <li key={each.salespersonName} className="flex items-baseline gap-[1vh]">
            <span className="min-w-0 flex-1 truncate">{each.salespersonName}</span>
            <span className="text-soft">
              {each.deals} {each.deals === 1 ? 'deal' : 'deals'}
            </span>
            <strong className="font-semibold">
              {each.actual === null ? '–' : show(each.actual)}
            </strong>
            {each.target !== null && each.target > 0 && (
              <span className="text-soft">of {show(each.target)}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Goal({
  name,
  view,
  goal: { figures },
  isDay = false,
  pace = null,
}: {
  name: string;
  view: BoardView;
  goal: Page['today'];
  isDay?: boolean;
  pace?: number | null;
}) {
  const unit = figureUnit(view);
  const show = (value: number) =>
    formatWhole(unit.kind === 'money' ? Math.round(value) : value, unit);
  const noun = view.measure.direction === 'lower' ? 'limit' : 'target';
  return (
    <section
      aria-label={name}
      className="rounded-sheet border border-line bg-sheet px-[2vh] py-[1.4vh]"
    >
      <div className="flex items-baseline justify-between gap-[2vh]">
        <h2 className="text-[2.2vh]">{name}</h2>
        <span className={`flex items-center gap-[0.8vh] font-semibold ${textOf(figures.status)}`}>
          <StatusMark status={figures.status} size={20} />
          {figures.status.label}
        </span>
      </div>
      <p className="flex items-baseline gap-[1.2vh]">
        <strong className="text-[5vh] leading-tight font-semibold">
          {figures.actual === null ? '–' : show(figures.actual)}
        </strong>
        <span className="text-soft">
          {figures.target.value === null || figures.target.missingCount > 0
            ? `no complete ${noun}`
            : isDay && figures.target.value === 0
              ? 'a closed day'
              : `of ${show(figures.target.value)} ${noun}`}
        </span>
        {figures.attainmentText !== null && (
          <strong className={`ml-auto text-[3.4vh] font-semibold ${textOf(figures.status)}`}>
            {figures.attainmentText}
          </strong>
        )}
      </p>
      {figures.attainment !== null && (
        <div className="origin-left [&>svg]:h-[2.4vh] [&>svg]:w-full">
          <AttainmentBar
            attainment={figures.attainment}
            pace={pace}
            status={figures.status}
            width={520}
          />
        </div>
      )}
      {!isDay && figures.requiredDailyRate !== null && figures.requiredDailyRate > 0 && (
        <p className="text-soft">
          {show(figures.requiredDailyRate)} a working day, {figures.elapsed.workingDaysRemaining}{' '}
          left
        </p>
      )}
    </section>
  );
}

function Newest({ view, page }: { view: BoardView; page: Page }) {
  const money = { kind: 'money' as const, currency: view.currency };
  return (
    <section
      aria-label="Newest deals"
      className="min-h-0 flex-1 overflow-hidden rounded-sheet border border-line bg-sheet px-[2vh] py-[1.4vh]"
    >
      <h2 className="text-[2.2vh]">Newest deals</h2>
      {page.newest.length === 0 ? (
        <p className="text-soft">None in the last month.</p>
      ) : (
        <ul aria-live="polite">
          {page.newest.map((deal) => (
            <li
              key={deal.id}
              className="arriving flex items-baseline gap-[1.4vh] border-t border-line py-[0.55vh]"
            >
              <span className="w-[7.5vh] shrink-0 text-soft">{shortDay(parseDay(deal.day)!)}</span>
              <span className="truncate">{deal.salespersonName}</span>
              <span className="min-w-0 flex-1 truncate text-soft">{deal.product ?? ''}</span>
              <strong className="font-semibold">{formatExact(deal.credited, money)}</strong>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
