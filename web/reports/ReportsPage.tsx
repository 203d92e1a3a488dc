import { useState } from 'react';
import { Link } from 'react-router';
import type { Report } from '#contract/schemas/report';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { useListKeptViewsQuery } from '../figures/views/api';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import {
  useChangeReportMutation,
  useListReportsQuery,
  useRemoveReportMutation,
  useSendReportToMeMutation,
} from './api';
import { ReportForm } from './ReportForm';
import { describeSchedule, FORMAT_WORDS, PERIOD_WORDS } from './reportWords';

/** Kept views that go out by mail again and again. */
export function ReportsPage() {
  const { data, error, refetch } = useListReportsQuery();
  const { data: views = [] } = useListKeptViewsQuery();
  const [edited, setEdited] = useState<Report | 'new' | null>(null);
  if (error)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
      </div>
    );
  if (!data) return <Loading what="the reports" />;
  const active = data.reports.filter(({ isPaused, view }) => !isPaused && view !== null).length;
  return (
    <div className="flex flex-col gap-3 px-[18px] pt-3 pb-4 max-phone:px-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h1>
          {active === 0
            ? 'No report goes out'
            : `${active} ${active === 1 ? 'report goes' : 'reports go'} out by mail`}
        </h1>
        <Button
          kind="main"
          missing={
            views.length === 0 ? 'Keep a view first: “Views” in Standing, Ladder or Compare.' : null
          }
          onClick={() => setEdited('new')}
        >
          New report…
        </Button>
      </div>
      {data.reports.length === 0 ? (
        <p className="rounded-sheet border border-line bg-sheet p-4 text-soft">
          A report sends a kept view by mail, daily, on working days, weekly or monthly, with a
          sentence, a table and a file.
        </p>
      ) : (
        <ul aria-label="Reports" className="grid gap-2.5">
          {data.reports.map((report) => (
            <ReportItem key={report.id} report={report} onEdit={() => setEdited(report)} />
          ))}
        </ul>
      )}
      {edited !== null && (
        <ReportForm
          report={edited === 'new' ? null : edited}
          views={views}
          people={data.people}
          onClose={() => setEdited(null)}
        />
      )}
    </div>
  );
}

function ReportItem({ report, onEdit }: { report: Report; onEdit(): void }) {
  const [change] = useChangeReportMutation();
  const [remove] = useRemoveReportMutation();
  const [send, sending] = useSendReportToMeMutation();
  const say = useSay();
  const { view } = report;
  const sendNow = async () => {
    const result = await send(report.id);
    if (result.error) return say('It could not be sent.', { kind: 'fault' });
    say(
      result.data.sent > 0
        ? 'It is on its way to you.'
        : 'You may not see what this view shows, so nothing was sent.',
    );
  };
  const pause = () =>
    view &&
    void change({
      id: report.id,
      body: {
        name: report.name,
        text: report.text,
        periodKind: report.periodKind,
        format: report.format,
        rhythm: report.rhythm,
        time: report.time,
        weekday: report.weekday,
        monthDay: report.monthDay,
        view: view.id,
        receivers: report.receivers.map(({ id }) => id),
        isPaused: !report.isPaused,
      },
    });
  const button = (name: string, run: () => void, isOff = false) => (
    <Button kind="quiet" className="h-[26px] px-2 text-[12px]" disabled={isOff} onClick={run}>
      {name}
      <span className="sr-only"> {report.name}</span>
    </Button>
  );
  return (
    <li className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5">
      <span className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span className="font-semibold">{report.name}</span>
        <span className="text-soft">{report.isPaused ? 'paused' : describeSchedule(report)}</span>
      </span>
      <span className="block text-[12.5px]">
        {view ? (
          <Link
            className="underline underline-offset-2"
            to={{ pathname: view.path, search: view.search && `?${view.search}` }}
          >
            {view.name}
          </Link>
        ) : (
          <span className="text-grade-1">Its view is gone: choose another one.</span>
        )}
        , {PERIOD_WORDS[report.periodKind]}, {FORMAT_WORDS[report.format]}; to{' '}
        {report.receivers.map(({ name }) => name).join(', ')}
      </span>
      {report.runs[0] && (
        <span className="block text-[12px] text-soft">
          Sent <Moment at={report.runs[0].at} /> to {report.runs[0].sent}
          {report.runs[0].withoutRight > 0 &&
            `; ${report.runs[0].withoutRight} may not see it and got none`}
        </span>
      )}
      <span className="-ml-2 flex flex-wrap gap-1">
        {button('Send me one now', () => void sendNow(), view === null || sending.isLoading)}
        {button('Change…', onEdit)}
        {view && button(report.isPaused ? 'Go on' : 'Pause', pause)}
        {button(
          'Remove',
          () =>
            void remove(report.id).then((result) =>
              result.error
                ? say('It could not be removed.', { kind: 'fault' })
                : say(`“${report.name}” is removed.`),
            ),
        )}
      </span>
    </li>
  );
}
