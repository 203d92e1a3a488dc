import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { LadderView } from '#contract/schemas/ladder';
import { RANKED_BY } from '#core/ranking/ladder';
import { EN_LADDER } from '#wording/messages/en/ladder';
import { messagesOf } from '#wording/messages/translate';
import { showPercent } from '#wording/numbers/percent';
import { useAddress } from '../app/address';
import { useGetCompanyQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { SOON, useLoadsAhead } from '../app/lookAhead';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { heightFor } from '../charts/LadderChart';
import { useGetLadderQuery, usePrefetchStandings } from '../figures/api';
import { Enlarge } from '../figures/chart/Enlarge';
import { LadderPicture } from '../figures/LadderPicture';
import { LEVEL_NAMES } from '../figures/levels';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes } from '../figures/notes/ShownNotes';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { rich } from '../language/rich';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { useSize } from '../ui/useSize';
import {
  type Length,
  LENGTHS,
  RANKED_BY_NAMES,
  readLadderAddress,
  toLength,
} from './ladderAddress';
import { LadderOf, readLadderOf } from './LadderOf';
import { LadderTable } from './LadderTable';
import { MeasureColumns } from './MeasureColumns';
import { SliceLadder } from './SliceLadder';

const t = messagesOf('ladder', EN_LADDER);

/** Who stands where, or what. */
export function LadderPage() {
  const { search } = useAddress();
  const by = readLadderOf(search);
  return by ? <SliceLadder by={by} /> : <UnitLadder />;
}

/** One level ranked, as a picture and as a table, with where each stood before. */
function UnitLadder() {
  const { unit, period, measure, go } = usePlace();
  const { search, put } = useAddress();
  const { data: company } = useGetCompanyQuery();
  const navigate = useNavigate();
  // Of thousands the first hundred come at once, the rest when someone scrolls there.
  const [isAll, setAll] = useState(false);
  const { level, by, withoutRamps, columns: asked } = readLadderAddress(search);
  const columns = asked.filter((code) => code !== measure);
  const chosen = {
    by,
    ...(columns.length > 0 ? { columns: columns.join(',') } : {}),
    ...(level ? { level } : {}),
    ...(withoutRamps ? { withoutRamps } : {}),
    ...(isAll ? { limit: 10_000 } : {}),
  };
  const { data, currentData, error, refetch } = useGetLadderQuery(
    { unit, period, measure, ...chosen },
    { skip: !unit || !period },
  );
  const load = usePrefetchStandings('getLadder', SOON);
  useLoadsAhead((spot) => load({ ...spot, ...chosen }));
  if (error)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {error.code === 'unknownMeasure' && (
          <div className="mt-3">
            <MeasurePicker />
          </div>
        )}
      </div>
    );
  if (!data) return <Loading what={t('theLadder')} />;
  const open = (code: string) =>
    void navigate({ pathname: '/profile', search: placeLink(search, { unit: code }) });
  const shownLength = data.period.kind === 'range' ? null : data.period.kind;
  const place = { unit: data.unit.code, period: data.period.id, measure: data.measure.code };
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex h-full min-h-[560px] flex-col gap-2.5 px-[18px] pt-3 pb-4 max-desk:h-auto max-phone:px-3"
    >
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[840px]">{data.sentence}</h1>
        <div className="flex gap-2">
          <NotesButton place={place} />
          <KeptViewsMenu unitName={data.unit.name} />
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <MeasurePicker />
        <LadderOf />
        {data.levels.length > 1 && (
          <Segments
            label={t('level')}
            options={data.levels.map((each) => [each, LEVEL_NAMES[each]])}
            value={data.level}
            onChange={(next) => put({ level: next === 'salesperson' ? null : next })}
          />
        )}
        <Segments
          label={t('rankedBy')}
          options={RANKED_BY.map((each) => [each, RANKED_BY_NAMES[each]])}
          value={by}
          onChange={(next) => put({ by: next === 'attainment' ? null : next })}
        />
        {company && (
          <Segments
            label={t('length')}
            options={Object.entries(LENGTHS) as [Length, string][]}
            value={shownLength}
            onChange={(length) =>
              go({ period: toLength(company.calendar, company.today, period, length) })
            }
          />
        )}
        <MeasureColumns
          shown={columns}
          ranked={data.measure.code}
          onChange={(codes) => put({ columns: codes.join(',') || 'none' })}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={withoutRamps}
            onChange={(event) => put({ ramps: event.target.checked ? 'out' : null })}
          />
          {t('withoutNewcomersOnARamp', {
            hasSome: data.onRamp > 0 ? 'yes' : 'no',
            onRamp: data.onRamp,
          })}
        </label>
      </div>
      {data.isShared && (
        <p className="text-soft">{t('yourTeamsLadderAsYour', { unit: data.unit.name })}</p>
      )}
      {data.rankings.length > 0 && (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_256px] gap-3.5 max-desk:flex-none max-desk:grid-cols-1 max-desk:grid-rows-[minmax(300px,46vh)_560px] max-phone:grid-rows-[auto_560px]">
          <ShownNotes view={place}>
            <LadderTable view={data} onOpen={open} onMore={() => setAll(true)} />
            <Picture view={data} onOpen={open} />
          </ShownNotes>
        </div>
      )}
    </ViewBody>
  );
}

/** The ladder itself; enlarged, it is as long as all names need. */
function Picture({ view, onOpen }: { view: LadderView; onOpen(code: string): void }) {
  const { box, height } = useSize<HTMLDivElement>({ width: 262, height: 400 });
  const room = Math.max(240, height);
  const ranked = view.rankings.filter((place) => place.rank !== null);
  const draw = (least: number) => (
    <LadderPicture
      places={ranked}
      by={view.by}
      measure={view.measure}
      currency={view.currency}
      height={least}
      pace={
        view.phase === 'open' && view.isCumulative && view.by === 'attainment'
          ? view.elapsedShare
          : null
      }
      paceText={t('pace', { elapsedShare: showPercent(view.elapsedShare) })}
      onOpen={onOpen}
    />
  );
  return (
    <section
      aria-labelledby="ladder-picture"
      className="flex min-h-0 flex-col rounded-sheet border border-line bg-sheet px-3 pt-2 pb-2"
    >
      <div className="flex items-center justify-between">
        <h2 id="ladder-picture">
          {rich(t, 'ladderRing', {
            part: (words) => (
              <span className="ml-2 text-[11.5px] font-normal text-soft">{words}</span>
            ),
            priorDays: view.priorDays,
            isCut: view.rankings.length < view.count ? 'yes' : 'no',
            count: view.rankings.length,
          })}
        </h2>
        {ranked.length > 0 && view.phase !== 'notStarted' && (
          <Enlarge heading={t('ladder')}>
            {(size) => draw(Math.max(size.height, heightFor(ranked.length)))}
          </Enlarge>
        )}
      </div>
      <div ref={box} className="mt-1.5 min-h-0 flex-1 overflow-hidden">
        {ranked.length === 0 || view.phase === 'notStarted' ? (
          <p className="pt-3 text-soft">
            {view.phase === 'notStarted' ? t('itHasNotStarted') : t('thereIsNobodyToPut')}
          </p>
        ) : (
          draw(room)
        )}
      </div>
    </section>
  );
}
