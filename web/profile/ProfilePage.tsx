import { lazy, Suspense } from 'react';
import { Link, useLocation } from 'react-router';
import { useGetCompanyQuery } from '../app/api';
import { useGetMeQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { SOON, useLoadsAhead } from '../app/lookAhead';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { yearOf } from '../app/yearOf';
import {
  useGetLadderQuery,
  useGetSeriesQuery,
  useGetStandingQuery,
  usePrefetchStandings,
} from '../figures/api';
import { FigureRow } from '../figures/FigureRow';
import { GapPlanSheet } from '../figures/GapPlanSheet';
import { Headline } from '../figures/Headline';
import { MeasurePicker } from '../figures/MeasurePicker';
import { NotesButton } from '../figures/notes/NotesButton';
import { ShownNotes } from '../figures/notes/ShownNotes';
import { PrintMenu } from '../figures/PrintMenu';
import { SalesMixLine } from '../figures/SalesMixLine';
import { SeriesSheet } from '../figures/SeriesSheet';
import { StandingTabs } from '../figures/StandingTabs';
import { useOutlook } from '../figures/useOutlook';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { Loading } from '../ui/Loading';
import { AwardsOfUnit } from './AwardsOfUnit';
import { BreakdownSheet } from './BreakdownSheet';
import { CrossTableSheet } from './CrossTableSheet';
import { NewestDeals } from './NewestDeals';
import { Photo } from './Photo';
import { TargetsSheet } from './TargetsSheet';
import { UnseenTargetsNote } from './UnseenTargetsNote';

const PathSheet = lazy(async () => ({ default: (await import('../figures/PathSheet')).PathSheet }));

const KINDS = {
  company: 'company',
  branch: 'branch',
  team: 'team',
  salesperson: 'salesperson',
} as const;

/**
 * Everything about one unit: the page of a salesperson, and of a team or branch on the same
 * pattern.
 */
export function ProfilePage() {
  const { data: me } = useGetMeQuery();
  const { unit, period, measure, go } = usePlace();
  const { data, currentData, error, refetch } = useGetStandingQuery(
    { unit, period, measure },
    { skip: !unit || !period },
  );
  const load = usePrefetchStandings('getStanding', SOON);
  useLoadsAhead(load);
  const { data: company } = useGetCompanyQuery();
  const year = company && period ? yearOf(company.calendar, period) : '';
  const { currentData: months } = useGetSeriesQuery(
    { unit, period: year, measure, step: 'month' },
    { skip: !unit || !year },
  );
  const { pipeline, outlooks } = useOutlook(data?.unit.code ?? '', data?.measure.code ?? '');
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
  if (!data) return <Loading what="the page" />;
  const isPerson = data.unit.kind === 'salesperson';
  const isOwn = me?.role === 'salesperson' && me.unitCode === data.unit.code;
  const at = { unit: data.unit.code, period: data.period.id };
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex min-h-full flex-col gap-2.5 px-[18px] pt-2 pb-4 max-phone:px-3"
    >
      <StandingTabs>
        <div className="flex gap-2">
          <NotesButton
            place={{ unit: data.unit.code, period: data.period.id, measure: data.measure.code }}
          />
          <KeptViewsMenu unitName={data.unit.name} />
          <PrintMenu unit={data.unit.code} period={data.period.id} measure={data.measure.code} />
        </div>
      </StandingTabs>
      <div className="flex items-center gap-3">
        {isPerson && <Photo key={data.unit.code} code={data.unit.code} name={data.unit.name} />}
        <p className="text-[12.5px]">
          <strong className="text-[14px] font-semibold">{data.unit.name}</strong>
          <span className="ml-2 text-soft">{KINDS[data.unit.kind]}</span>{' '}
          {isPerson && <Rank unit={data.unit.code} />}
        </p>
      </div>
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <Headline view={data} />
        <MeasurePicker />
      </div>
      {isOwn && <UnseenTargetsNote />}
      <FigureRow view={data} />
      <SalesMixLine unit={data.unit.code} period={data.period.id} />
      <div className="grid grid-cols-2 items-start gap-3 max-desk:grid-cols-1">
        <Suspense
          fallback={
            <div className="h-[226px] rounded-sheet border border-line bg-sheet">
              <Loading what="the path" />
            </div>
          }
        >
          <PathSheet view={data} outlook={outlooks.get(data.period.id)} />
        </Suspense>
        {months ? (
          <ShownNotes
            view={{
              unit: months.unit.code,
              period: months.period.id,
              measure: months.measure.code,
            }}
          >
            <SeriesSheet
              view={months}
              isCumulative={false}
              height={172}
              heading={`Months of ${months.period.name}`}
              onOpen={(id) => go({ period: id })}
            />
          </ShownNotes>
        ) : (
          <div className="h-[210px] rounded-sheet border border-line bg-sheet" />
        )}
        {data.measure.code === 'revenue' ? (
          <GapPlanSheet
            unit={data.unit}
            period={data.period}
            figures={data.figures}
            currency={data.currency}
            pipeline={pipeline}
            outlook={outlooks.get(data.period.id)}
          />
        ) : (
          <section className="rounded-sheet border border-line bg-sheet px-3.5 py-2 text-soft">
            What it takes is told of Revenue, the measure open deals speak of.
          </section>
        )}
        <TargetsSheet view={data} year={year} />
      </div>
      <div className="grid grid-cols-3 items-start gap-3 max-desk:grid-cols-1">
        <BreakdownSheet
          key={`what ${at.unit}`}
          title="What"
          {...at}
          ways={['product', 'category']}
        />
        <BreakdownSheet
          key={`whom ${at.unit}`}
          title="To whom"
          {...at}
          ways={isPerson ? ['customer', 'source'] : ['customer', 'salesperson']}
        />
        <BreakdownSheet key={`where ${at.unit}`} title="Where" {...at} ways={['location']} />
      </div>
      <CrossTableSheet key={`cross ${at.unit}`} {...at} measure={data.measure.code} />
      <AwardsOfUnit unit={data.unit.code} />
      <NewestDeals {...at} currency={data.currency} />
    </ViewBody>
  );
}

/** Where a person stands among those the reader may see beside them. */
function Rank({ unit }: { unit: string }) {
  const { search } = useLocation();
  const { period, measure } = usePlace();
  const { currentData } = useGetLadderQuery({ unit, period, measure, level: 'salesperson' });
  const own = currentData?.rankings.find((place) => place.unit.code === unit) ?? currentData?.mine;
  if (!own) return null;
  const { ranked } = currentData!;
  return (
    <span className="ml-2 text-soft">
      {own.teamName && <>in {own.teamName}</>}
      {ranked > 1 && own.rank !== null && (
        <>
          , place {own.rank} of {ranked}
        </>
      )}{' '}
      ·{' '}
      <Link className="underline" to={{ pathname: '/ladder', search: placeLink(search) }}>
        Ladder
      </Link>{' '}
      ·{' '}
      <Link className="underline" to={{ pathname: '/standing', search: placeLink(search) }}>
        Standing
      </Link>
    </span>
  );
}
