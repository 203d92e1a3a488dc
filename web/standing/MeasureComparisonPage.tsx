import { useNavigate } from 'react-router';
import { figureUnit } from '#wording/figureUnit';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { showColumn } from '#wording/numbers/display';
import { formatExact } from '#wording/numbers/format';
import { shippedWord, statusLabel } from '#wording/shipped';
import { headingOfKind } from '#wording/unitKind';
import { useAddress } from '../app/address';
import { useListMeasuresQuery } from '../app/api';
import { useDisplay } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { SOON, useLoadsAhead } from '../app/lookAhead';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { PairChart } from '../charts/PairChart';
import { fillOf, textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { ChartSheet } from '../figures/chart/ChartSheet';
import { LEVEL_NAMES, readLevel } from '../figures/levels';
import { HowMade } from '../figures/made/HowMade';
import { MeasurePicker } from '../figures/MeasurePicker';
import { StandingTabs } from '../figures/StandingTabs';
import { type Column, DataTable } from '../ui/DataTable';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { useSize } from '../ui/useSize';
import { type Pair, type Pairs, useCompareMeasuresQuery, usePrefetchSheets } from './api';

const t = messagesOf('standingView', EN_STANDING_VIEW);

/** What a unit is good in, by name: nobody remembers which measure was the first. */
function goodIn({ reading }: Pair, [first, second]: Pairs['measures']): string {
  return {
    both: 'both',
    onlyFirst: first.name,
    onlySecond: second.name,
    neither: 'neither',
    unknown: t('noTarget'),
  }[reading];
}

/**
 * Two measures of all units of a level: strong in one and weak in the other is seen as both (GUARDS
 * 13).
 */
export function MeasureComparisonPage() {
  const { unit, period, measure } = usePlace();
  const { search, put } = useAddress();
  const navigate = useNavigate();
  const compareMeasure =
    search.get('with') ?? (measure === 'gross_margin' ? 'revenue' : 'gross_margin');
  const level = readLevel(search.get('level'));
  const { data, currentData, error, refetch } = useCompareMeasuresQuery(
    { unit, period, measure, compareMeasure, ...(level ? { level } : {}) },
    { skip: !unit || !period },
  );
  const load = usePrefetchSheets('compareMeasures', SOON);
  useLoadsAhead((spot) => load({ ...spot, compareMeasure, ...(level ? { level } : {}) }));
  const open = (code: string) =>
    void navigate({ pathname: '/profile', search: placeLink(search, { unit: code }) });
  if (error)
    return (
      <div className="flex flex-col gap-3 px-[18px] max-phone:px-3 pt-2">
        <StandingTabs />
        <FailureNote failure={error} onRetry={() => void refetch()} />
        <span className="flex gap-2">
          <MeasurePicker />
          <BesidePicker value={compareMeasure} onChange={(code) => put({ with: code })} />
        </span>
      </div>
    );
  if (!data) return <Loading what={t('theTwoMeasures')} />;
  return (
    <ViewBody
      isOther={data !== currentData}
      className="flex h-full min-h-[620px] flex-col gap-3 px-[18px] max-phone:px-3 pt-2 pb-4"
    >
      <StandingTabs />
      <h1 className="max-w-[900px]" aria-live="polite">
        {data.sentence}
      </h1>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <MeasurePicker />
        <span className="text-soft">{t('beside')}</span>
        <BesidePicker value={compareMeasure} onChange={(code) => put({ with: code })} />
        {data.levels.length > 1 && (
          <Segments
            label={t('level')}
            options={data.levels.map((each) => [each, LEVEL_NAMES[each]])}
            value={data.level}
            onChange={(next) => put({ level: next })}
          />
        )}
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-3 max-desk:grid-cols-1">
        <Picture view={data} onOpen={open} />
        <Table view={data} onOpen={open} />
      </div>
    </ViewBody>
  );
}

function BesidePicker({ value, onChange }: { value: string; onChange(code: string): void }) {
  const { data } = useListMeasuresQuery();
  const shown = (data?.measures ?? []).filter((each) => !each.isArchived || each.code === value);
  return (
    <select
      aria-label={t('measureBesideIt')}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className="h-[30px] max-w-[190px] rounded-sheet border border-strong/30 bg-sheet px-2 font-medium"
    >
      {!shown.some((each) => each.code === value) && <option value={value}>{value}</option>}
      {shown.map((each) => (
        <option key={each.code} value={each.code}>
          {each.name}
        </option>
      ))}
    </select>
  );
}

function Picture({ view, onOpen }: { view: Pairs; onOpen(code: string): void }) {
  const { box, width, height } = useSize<HTMLDivElement>({ width: 480, height: 380 });
  const of = (measure: Pairs['measures'][number]) =>
    measure.direction === 'lower' ? t('ofTheLimit') : t('ofTarget');
  const [one, other] = view.measures;
  const shown = view.pairs.filter(
    (pair) => pair.first.attainment !== null && pair.second.attainment !== null,
  );
  return (
    <ChartSheet
      heading={t('bothByAttainment')}
      note={t('pairsNote', {
        days: view.days,
        hasMore: view.pairs.length - shown.length > 0 ? 'yes' : 'no',
        more: view.pairs.length - shown.length,
      })}
      fileName={`${one.code} beside ${other.code} ${view.unit.code} ${view.period.id}`}
      className="min-h-0"
      numbers={{
        headings: [t('unit'), shippedWord(one.name), shippedWord(other.name), t('goodIn')],
        rows: view.pairs.map((pair) => ({
          key: pair.unit.code,
          cells: [
            pair.unit.name,
            pair.first.attainmentText ?? '–',
            pair.second.attainmentText ?? '–',
            goodIn(pair, view.measures),
          ],
        })),
      }}
    >
      {(size) => (
        <div ref={size === null ? box : undefined} className="h-full min-h-[300px]">
          {shown.length === 0 ? (
            <p className="p-3 text-soft">{t('noUnitHasAComplete')}</p>
          ) : (
            <PairChart
              width={Math.max(240, size?.width ?? width)}
              height={Math.max(280, size?.height ?? height - 4)}
              names={[
                `${shippedWord(one.name)}, ${of(one)}`,
                `${shippedWord(other.name)}, ${of(other)}`,
              ]}
              onOpen={onOpen}
              label={t('besideOf', {
                one: shippedWord(one.name),
                other: shippedWord(other.name),
                level: LEVEL_NAMES[view.level],
                unit: view.unit.name,
              })}
              marks={shown.map((pair) => ({
                key: pair.unit.code,
                name: pair.unit.name,
                x: pair.first.attainment!,
                y: pair.second.attainment!,
                fill: fillOf(pair.first.status),
                words: `${pair.unit.name}: ${shippedWord(one.name)} ${pair.first.attainmentText} ${of(one)}, ${statusLabel(pair.first.status)}; ${shippedWord(other.name)} ${pair.second.attainmentText} ${of(other)}, ${statusLabel(pair.second.status)}`,
              }))}
            />
          )}
        </div>
      )}
    </ChartSheet>
  );
}

function Table({ view, onOpen }: { view: Pairs; onOpen(code: string): void }) {
  const display = useDisplay();
  const figure = (which: 'first' | 'second', index: 0 | 1): Column<Pair>[] => {
    const unit = figureUnit({ measure: view.measures[index], currency: view.currency });
    const name = view.measures[index].name;
    return [
      {
        key: `${which} actual`,
        heading: name,
        width: '72px',
        align: 'right',
        cell: (pair) => {
          const { actual } = pair[which];
          return (
            <HowMade
              isInRow={index === 0}
              at={{
                unit: pair.unit.code,
                period: view.period.id,
                measure: view.measures[index].code,
              }}
              title={
                actual === null
                  ? undefined
                  : formatExact(unit.kind === 'money' ? Math.round(actual) : actual, unit)
              }
            >
              {actual === null ? '–' : showColumn(actual, unit, display)}
            </HowMade>
          );
        },
      },
      {
        key: `${which} status`,
        heading: view.measures[index].direction === 'lower' ? t('ofLimit') : t('ofTarget'),
        width: '70px',
        cell: (pair) => (
          <span className="flex items-center gap-1.5">
            <StatusMark status={pair[which].status} />
            <span className={`font-semibold ${textOf(pair[which].status)}`}>
              {pair[which].attainmentText ?? '–'}
            </span>
          </span>
        ),
      },
    ];
  };
  const columns: Column<Pair>[] = [
    {
      key: 'unit',
      heading: headingOfKind(view.level),
      width: 'minmax(104px,1fr)',
      cell: (pair) => pair.unit.name,
    },
    ...figure('first', 0),
    ...figure('second', 1),
    {
      key: 'reading',
      heading: t('goodIn'),
      width: '82px',
      cell: (pair) => (
        <span className="text-[11.5px] text-soft" title={goodIn(pair, view.measures)}>
          {goodIn(pair, view.measures)}
        </span>
      ),
    },
  ];
  return (
    <section
      aria-label={t('bothMeasures')}
      className="flex min-h-0 flex-col rounded-sheet border border-line bg-sheet"
    >
      <DataTable
        label={t('oneBesideOther', {
          one: shippedWord(view.measures[0].name),
          other: shippedWord(view.measures[1].name),
        })}
        columns={columns}
        rows={view.pairs}
        keyOf={(pair) => pair.unit.id}
        onOpen={(pair) => onOpen(pair.unit.code)}
        footer={t('pairsIn', { count: view.pairs.length, unit: view.unit.name, days: view.days })}
      />
    </section>
  );
}
