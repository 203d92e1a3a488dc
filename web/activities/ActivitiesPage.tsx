import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { measuresOfTotals } from '#core/ledger/monthlyTotals';
import { buildMeasure, type MeasureRecord } from '#core/measure/measure';
import { buildCalendar } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';
import { describePeriod } from '#wording/period';
import { useAddress } from '../app/address';
import { useGetCompanyQuery, useGetMeQuery, useListMeasuresQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { ImportDialog } from '../app/files/ImportDialog';
import { usePlace } from '../app/place';
import { DealsTabs } from '../records/RecordTabs';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { ActivitySheet } from './ActivitySheet';
import { useGetActivitiesQuery } from './api';
import { useActivitySaves } from './useActivitySaves';

const CONTROL = 'h-[30px] rounded-sheet border border-strong/30 bg-sheet px-2 font-medium';

/** Typed-in measures: units by the months of a year or the days of a month. */
export function ActivitiesPage() {
  const { unit, period, measure, go } = usePlace();
  const { search } = useLocation();
  const { search: address, put } = useAddress();
  const { data: company } = useGetCompanyQuery();
  const { data: me } = useGetMeQuery();
  const { data } = useListMeasuresQuery();
  const typedIn = (data?.measures ?? []).filter(
    (each) => each.definition.kind === 'typed' && !each.isArchived,
  );
  const totals = listTotals(data?.measures ?? []);
  const mayPlan = me?.role === 'administrator' || me?.role === 'manager';
  const askedTotal = address.get('total');
  const chosen =
    totals.find((each) => each.code === askedTotal) ??
    typedIn.find((each) => each.code === measure) ??
    typedIn[0] ??
    (mayPlan ? totals[0] : undefined);
  const isTotal = chosen !== undefined && chosen.definition.kind !== 'typed';
  const calendar = company && buildCalendar(company.calendar);
  const asked = calendar?.parse(period);
  const [isImporting, setImporting] = useState(false);
  const shown =
    asked && ((asked.kind === 'month' && !isTotal) || asked.kind === 'year')
      ? asked.id
      : asked && calendar
        ? calendar.periodOf('year', asked.from).id
        : '';
  const {
    data: grid,
    currentData,
    error,
    refetch,
  } = useGetActivitiesQuery(
    { unit, period: shown, measure: chosen?.code ?? '' },
    { skip: !unit || !shown || !chosen },
  );
  const isOther = grid !== currentData;
  const saves = useActivitySaves();
  if (!data || !company || !calendar) return <Loading what="activities" />;
  const isMonth = calendar.parse(shown)?.kind === 'month';
  const toYear = () => go({ period: calendar.periodOf('year', calendar.parse(shown)!.from).id });
  const toMonth = () => {
    const year = calendar.parse(shown)!;
    const today = parseDay(company.today)!;
    go({
      period: calendar.periodOf('month', today >= year.from && today < year.to ? today : year.from)
        .id,
    });
  };
  const toggle = (name: string, isOn: boolean, run: () => void) => (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={run}
      className={classNames(
        'h-[28px] px-3',
        isOn ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover',
      )}
    >
      {name}
    </button>
  );

  return (
    <div className="flex h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-4 pb-4">
      <DealsTabs />
      {!chosen ? (
        <p className="max-w-[560px] text-soft">
          No measure is typed in yet: calls made, headcount, visits.{' '}
          {me?.role === 'administrator' ? (
            <>
              Add one in{' '}
              <Link className="underline" to={{ pathname: '/setup/measures', search }}>
                Setup, under Measures
              </Link>
              .
            </>
          ) : (
            'An administrator can add one in Setup.'
          )}
        </p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-2">
            <h1 className="mr-2 truncate">
              {chosen.name} of {grid?.unit.name ?? '…'}
              {shown && `, ${describePeriod(calendar.parse(shown)!, calendar)}`}
            </h1>
            <select
              aria-label="What is typed in"
              className={CONTROL}
              value={chosen.code}
              title={chosen.description}
              onChange={(event) => {
                const code = event.target.value;
                if (totals.some((each) => each.code === code)) put({ total: code });
                else put({ total: null, measure: code });
              }}
            >
              {typedIn.map(toOption)}
              <optgroup label="Totals from before the first deals">{totals.map(toOption)}</optgroup>
            </select>
            {!isTotal && (
              <div
                role="group"
                aria-label="Columns"
                className="flex overflow-hidden rounded-sheet border border-strong/30"
              >
                {toggle('Months', !isMonth, toYear)}
                {toggle('Days', isMonth, toMonth)}
              </div>
            )}
            {grid?.canEdit && (
              <Button
                aria-label="Undo"
                disabled={!saves.canUndo}
                onClick={() => void saves.undo()}
                className="px-2"
              >
                <Undo2 size={15} />
              </Button>
            )}
            {grid?.canEdit && (
              <Button
                aria-label="Redo"
                disabled={!saves.canRedo}
                onClick={() => void saves.redo()}
                className="px-2"
              >
                <Redo2 size={15} />
              </Button>
            )}
            <span className="flex-1" />
            <a
              href={`/api/v1/exports/${isTotal ? 'history' : 'activities'}`}
              download
              className="inline-flex h-[30px] items-center rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover"
            >
              Export
            </a>
            {me && (isTotal ? mayPlan : me.role !== 'viewer') && (
              <Button onClick={() => setImporting(true)}>Import…</Button>
            )}
          </div>
          <p className="-mt-1 text-[12.5px] text-soft">
            {isTotal
              ? TOTALS_EXPLAINED
              : `${chosen.description} ${describeAccumulation(chosen.definition)}`}{' '}
            {grid?.canEdit
              ? 'Type or paste from a spreadsheet; what you type is saved at once.'
              : 'You may read these values.'}
          </p>
          {error ? (
            <FailureNote failure={error} onRetry={() => void refetch()} />
          ) : !grid ? (
            <Loading what="values" />
          ) : (
            <div
              aria-busy={isOther}
              // What is typed now would be a value of the sheet before.
              inert={isOther}
              className={classNames('flex min-h-0 flex-1 flex-col', isOther && 'stale')}
            >
              <ActivitySheet
                key={`${grid.measure.code} ${grid.columns[0]?.id} ${grid.unit.code}`}
                grid={grid}
                figure={figureUnit(grid)}
                saves={saves}
              />
            </div>
          )}
        </>
      )}
      {isImporting && (
        <ImportDialog
          kind={isTotal ? 'history' : 'activities'}
          onClose={() => setImporting(false)}
        />
      )}
    </div>
  );
}

const TOTALS_EXPLAINED =
  'What a month came to where only its total is known. It counts in every figure of whole months; it has no days and no deals. Grey: from deals, or from units below.';

const toOption = ({ code, name }: { code: string; name: string }) => (
  <option key={code} value={code}>
    {name}
  </option>
);

/** Measures of which months may have a total without deals: the first of each that adds up. */
function listTotals(measures: readonly (MeasureRecord & { isArchived: boolean })[]) {
  const first = new Set(
    [...measuresOfTotals(measures.map(buildMeasure)).values()].map((each) => each.code),
  );
  return measures.filter((each) => first.has(each.code) && !each.isArchived);
}

function describeAccumulation(definition: { kind: string; accumulation?: string }): string {
  return (
    {
      sum: 'Values add up over days and people.',
      average: 'A longer period, or several people, have the average of all values.',
      last: 'A period has its newest value; those of people add up.',
    }[definition.accumulation ?? 'sum'] ?? ''
  );
}
