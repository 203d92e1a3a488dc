import { Link, useLocation } from 'react-router';
import type { StartView } from '#contract/schemas/start';
import { useGetCompanyQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { AttainmentBar } from '../charts/AttainmentBar';
import { StatusMark } from '../charts/StatusMark';
import { GapPlanSheet } from '../figures/GapPlanSheet';
import { Headline } from '../figures/Headline';
import { MeasurePicker } from '../figures/MeasurePicker';
import { useOutlook } from '../figures/useOutlook';
import { Loading } from '../ui/Loading';
import { AlertsSheet } from './AlertsSheet';
import { useGetStartQuery } from './api';
import { ContestsLines } from './ContestsLines';
import { CustomersSheet } from './CustomersSheet';
import { PinnedViews } from './PinnedViews';
import { Sheet } from './Sheet';
import { SinceSheet } from './SinceSheet';
import { ToDoSheet } from './ToDoSheet';
import { WhySheet } from './WhySheet';

/** What one sees first: where one stands, who and what makes the gap, what changed, what to do. */
export function StartPage() {
  const { unit, period, measure } = usePlace();
  const { data: company } = useGetCompanyQuery();
  const { data, currentData, error, refetch } = useGetStartQuery(
    { unit, period, measure },
    { skip: !unit || !period },
  );
  const { pipeline, outlooks } = useOutlook(data?.unit.code ?? '', data?.measure.code ?? '');
  if (error)
    return (
      <div className="flex flex-col gap-3 p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {error.code === 'unknownMeasure' && <MeasurePicker />}
      </div>
    );
  if (!data || !company) return <Loading what="where you stand" />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex flex-col gap-2.5 px-[18px] pt-3 pb-4 max-phone:px-3"
    >
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <Headline view={data} />
        <MeasurePicker />
      </div>
      <div className="grid grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)_minmax(0,0.9fr)] items-start gap-3 max-desk:grid-cols-2 max-phone:grid-cols-1">
        <div className="grid min-w-0 gap-3">
          <WhySheet view={data} />
          <CustomersSheet view={data} />
          {data.measure.code === 'revenue' && (
            <GapPlanSheet
              unit={data.unit}
              period={data.period}
              figures={data.figures}
              currency={data.currency}
              pipeline={pipeline}
              outlook={outlooks.get(data.period.id)}
            />
          )}
        </div>
        <div className="grid min-w-0 gap-3">
          <ToDoSheet view={data} />
          <SinceSheet view={data} />
          <AlertsSheet />
          <ContestsLines />
        </div>
        <div className="grid min-w-0 gap-3 max-desk:col-span-2 max-phone:col-span-1">
          <WhoSheet view={data} />
          <PinnedViews />
        </div>
      </div>
    </ViewBody>
  );
}

/** Everybody below by attainment, the best first. */
function WhoSheet({ view }: { view: StartView }) {
  const { search } = useLocation();
  const { elapsed } = view.figures;
  const pace = elapsed.phase === 'open' ? elapsed.dueShare : null;
  if (view.who.length === 0) return null;
  return (
    <Sheet heading="Who" about={view.period.name}>
      <ol>
        {view.who.map(({ unit, status, attainment, attainmentText }) => (
          <li key={unit.code} className="flex items-center gap-2 py-[3px]">
            <StatusMark status={status} />
            <Link
              className="min-w-0 flex-1 truncate hover:underline"
              to={{ pathname: '/profile', search: placeLink(search, { unit: unit.code }) }}
            >
              {unit.name}
            </Link>
            {attainment === null ? (
              <span className="text-[12px] text-soft">{status.label}</span>
            ) : (
              <>
                <AttainmentBar attainment={attainment} pace={pace} status={status} />
                <span className="w-[44px] text-right">{attainmentText}</span>
              </>
            )}
          </li>
        ))}
      </ol>
      <Link
        className="text-[12.5px] underline underline-offset-2"
        to={{ pathname: '/ladder', search: placeLink(search) }}
      >
        {view.whoRemainder > 0 ? `${view.whoRemainder} more on the ladder` : 'Ladder'}
      </Link>
    </Sheet>
  );
}
