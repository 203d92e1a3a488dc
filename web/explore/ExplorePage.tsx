import { useEffect, useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { readExploreAddress } from '#contract/addresses';
import { TAKEN_APART_BY, type TakenApartBy } from '#contract/schemas/comparison';
import type { NoteSlice } from '#contract/schemas/note';
import type { LinesHeader } from '#contract/schemas/slice';
import {
  type Choices,
  EXPLORE_SPANS,
  type ExploreSpan,
  readChoices,
  spanOf,
  toggle,
  withoutKey,
  writeChoices,
} from '#core/slices/exploreChoices';
import {
  type ExploreAnswer,
  type ExploreKey,
  type ExploreQuestion,
  type SliceRow,
} from '#core/slices/exploring';
import { SLICE_MEASURES } from '#core/slices/lineTable';
import { describeAnswer, MEASURE_NAMES, nameOf, unitOf } from '#wording/exploreWords';
import { useAddress } from '../app/address';
import { useGetCompanyQuery } from '../app/api';
import { useShown } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { ViewBody } from '../app/ViewBody';
import { DocumentMenu } from '../figures/DocumentMenu';
import { NoteLines } from '../figures/notes/NoteLines';
import { NotesButton } from '../figures/notes/NotesButton';
import { type NotedPoint, ShownNotes } from '../figures/notes/ShownNotes';
import { KeptViewsMenu } from '../figures/views/KeptViewsMenu';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { ChoiceChips } from './ChoiceChips';
import { ColumnsSheet } from './ColumnsSheet';
import { dealsLink } from './dealsLink';
import { SliceListSheet } from './SliceListSheet';
import { useExplorer } from './useExplorer';

/** Lists under the pictures, in their order. */
const LISTS = [
  'category',
  'customerGroup',
  'salesperson',
  'customer',
  'product',
  'branch',
  'team',
  'source',
  'location',
] as const satisfies readonly ExploreKey[];

const SPAN_NAMES: Readonly<Record<ExploreSpan, string>> = {
  months: '12 months',
  year: 'Fiscal year',
  quarter: 'Quarter',
  period: 'As chosen',
};

const FIRST_SHOWN = 6;
const MORE = 20;
/** Of more values one looks for a name. */
const SEARCHED_FROM = 15;

/**
 * All won deals of a unit in a span, by anything they have: what is chosen in one picture shows its
 * part in all the others at once.
 */
export function ExplorePage() {
  const { unit, period, measure: placeMeasure } = usePlace();
  const { search, put } = useAddress();
  const { data: company } = useGetCompanyQuery();
  const { span, measure, pick, order } = readExploreAddress(search, placeMeasure);
  const choices = useMemo(() => readChoices(pick), [pick]);
  const [more, setMore] = useState<Partial<Record<ExploreKey, number>>>({});
  const [find, setFind] = useState<Partial<Record<ExploreKey, string>>>({});
  const question = useMemo(
    (): ExploreQuestion => ({
      measure,
      choices,
      order,
      shown: Object.fromEntries(LISTS.map((key) => [key, more[key] ?? FIRST_SHOWN])),
      find,
    }),
    [measure, choices, order, more, find],
  );
  const spanId = company && period ? spanOf(company.calendar, period, span) : '';
  const { header, answer, isOther, share, failure, retry } = useExplorer(unit, spanId, question);
  const choose = (next: Choices) => put({ pick: writeChoices(next) }, { replace: false });
  useSteps(choices, choose);

  if (failure && (!answer || isOther))
    return (
      <div className="p-5">
        <FailureNote failure={failure} onRetry={retry} />
      </div>
    );
  if (!header || !answer)
    return (
      <Loading
        what={`the deals${share === null || share === 0 ? '' : `, ${Math.round(share * 100)}%`}`}
      />
    );
  return (
    <ViewBody
      isOther={isOther}
      className="flex flex-col gap-2.5 px-[18px] pt-3 pb-4 max-phone:px-3"
    >
      {failure && <FailureNote failure={failure} onRetry={retry} />}
      <Explored
        header={header}
        answer={answer}
        choices={choices}
        choose={choose}
        order={order}
        find={find}
        onFind={(key, text) => setFind({ ...find, [key]: text })}
        onMore={(key) => setMore({ ...more, [key]: (more[key] ?? FIRST_SHOWN) + MORE })}
        controls={
          <div className="flex flex-wrap items-center gap-2">
            <Segments
              label="Measure"
              options={SLICE_MEASURES.map((each) => [each, MEASURE_NAMES[each]])}
              value={measure}
              onChange={(next) => put({ of: next })}
            />
            <Segments
              label="Span"
              options={EXPLORE_SPANS.map((each) => [each, SPAN_NAMES[each]])}
              value={span}
              onChange={(next) => put({ span: next === 'months' ? null : next })}
            />
            <Segments
              label="Order of lists"
              options={[
                ['amount', 'Largest first'],
                ['change', 'Largest change first'],
              ]}
              value={order}
              onChange={(next) => put({ order: next === 'change' ? next : null })}
            />
          </div>
        }
      />
    </ViewBody>
  );
}

/** Esc goes one step back, Backspace all of them, unless one types or a dialog is open. */
function useSteps(choices: Choices, choose: (next: Choices) => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { target } = event;
      if (
        event.defaultPrevented ||
        choices.length === 0 ||
        (target instanceof HTMLElement &&
          target.closest('input,select,textarea,[role="dialog"],[role="menu"]') !== null)
      )
        return;
      if (event.key === 'Escape') choose(choices.slice(0, -1));
      else if (event.key === 'Backspace') choose([]);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}

interface ExploredProps {
  order: ExploreQuestion['order'];
  header: LinesHeader;
  answer: ExploreAnswer;
  choices: Choices;
  choose(next: Choices): void;
  find: Partial<Record<ExploreKey, string>>;
  onFind(key: ExploreKey, text: string): void;
  onMore(key: ExploreKey): void;
  controls: React.ReactNode;
}

const EMPHASIS = {
  chosen: 'font-extrabold',
  good: 'text-grade-3',
  bad: 'text-grade-1',
} as const;

function Explored({
  order,
  header,
  answer,
  choices,
  choose,
  find,
  onFind,
  onMore,
  controls,
}: ExploredProps) {
  const { search } = useLocation();
  // Of the answer, not of what was just asked: figures and their unit belong together.
  const { measure } = answer;
  const unit = unitOf(measure, header);
  const shown = useShown(unit);
  const { currency } = header;
  const isChosen = (key: ExploreKey) => choices.some((each) => each.key === key);
  const chooseIn = (key: ExploreKey) => (id: string) => choose(toggle(choices, key, id));
  const parts = describeAnswer(header, answer);
  const linkOf = (key: ExploreKey) => (row: SliceRow) => {
    if (key === 'customer' && row.id !== '0')
      return `/deals/customers/${row.id}${placeLink(search)}`;
    if (key === 'product' && row.id !== '0') return `/deals/products/${row.id}${placeLink(search)}`;
    if ((key === 'salesperson' || key === 'team' || key === 'branch') && row.id !== '')
      return `/profile${placeLink(search, { unit: row.id })}`;
    return null;
  };
  const place = {
    unit: header.unit.code,
    period: header.period.id,
    measure: measure === 'quantity' ? 'revenue' : measure,
    slice: sliceOf(answer),
  };
  const pick = writeChoices(choices);
  const fileQuery = {
    unit: header.unit.code,
    period: header.period.id,
    measure,
    order,
    ...(pick ? { pick } : {}),
  };
  const deals = dealsLink(search, header.period.id, answer.choices);
  const columns = (
    key: 'month' | 'week' | 'weekday' | 'size',
    heading: string,
    note: string,
    height: number,
  ) => (
    <ColumnsSheet
      name={key}
      heading={heading}
      note={note}
      list={trim(key, answer)}
      isChosen={isChosen(key)}
      height={height}
      shown={shown}
      labelOf={(row) => nameOf(key, row, currency)}
      onChoose={chooseIn(key)}
    />
  );
  const before = header.priorYear
    ? `ring: the same, ${header.priorYear.days}`
    : 'no year before to compare with';
  return (
    <ShownNotes view={place}>
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[840px]" aria-live="polite">
          {parts.map((part, index) => (
            <span key={index} className={part.emphasis && EMPHASIS[part.emphasis]}>
              {part.text}
            </span>
          ))}
        </h1>
        <div className="flex gap-2">
          <NotesButton place={place} />
          <KeptViewsMenu unitName={header.unit.name} />
          <DocumentMenu path="/explore/export" query={fileQuery} />
        </div>
      </div>
      {controls}
      <ChoiceChips
        answer={answer}
        currency={currency}
        onRemove={(key) => choose(withoutKey(choices, key))}
        onClear={() => choose([])}
      />
      <NoteLines place={place} />
      {answer.lists.month.rows.length > 1 &&
        columns('month', 'By month', `${header.now.days} · ${before}`, 116)}
      {answer.lists.week.rows.length > 1 &&
        columns('week', 'By week', 'named by its first day', 84)}
      <div className="grid grid-cols-3 gap-2.5 max-desk:grid-cols-2 max-phone:grid-cols-1 min-[1800px]:grid-cols-4">
        {LISTS.filter((key) => answer.lists[key].count > 1 || isChosen(key)).map((key) => (
          <SliceListSheet
            key={key}
            name={key}
            list={answer.lists[key]}
            isChosen={isChosen(key)}
            shown={shown}
            unit={unit}
            linkOf={linkOf(key)}
            noteOf={noteOf(key)}
            targetOf={({ id }) =>
              header.targets.find(
                (each) => each.by === key && each.key === id && each.measure === measure,
              ) ?? null
            }
            onChoose={chooseIn(key)}
            search={
              answer.lists[key].count > SEARCHED_FROM
                ? { text: find[key] ?? '', onChange: (text) => onFind(key, text) }
                : null
            }
            onMore={() => onMore(key)}
          />
        ))}
        {columns('size', 'By deal size', 'the whole deal’s amount', 84)}
        {columns('weekday', 'By weekday', 'of the closing date', 84)}
      </div>
      <p className="text-[12.5px] text-soft">
        {header.unit.name}
        {answer.choices.map(({ key, values }) => (
          <span key={key}>
            {' › '}
            {values.map((value) => nameOf(key, value, currency)).join(', ')}
          </span>
        ))}
        {choices.length > 0 && ' · Esc: one step back · Backspace: clear all'}
        {' · '}
        <Link to={deals.to} className="text-ink underline underline-offset-2">
          List the deals
        </Link>
        {deals.unsayable.length > 0 &&
          ` (without ${deals.unsayable.join(', ')}: the list has no such filter)`}
      </p>
    </ShownNotes>
  );
}

/** The last single value chosen of what figures are taken apart by: what a note is then about. */
function sliceOf({ choices }: ExploreAnswer): NoteSlice | null {
  const chosen = choices.findLast(
    ({ key, values }) => values.length === 1 && TAKEN_APART_BY.some((by) => by === key),
  );
  if (!chosen) return null;
  const [{ id, name }] = chosen.values as [{ id: string; name: string }];
  return id === '' ? null : { by: chosen.key as TakenApartBy, key: id, name };
}

/** What notes are about that belong to a value of a list; units have figures of their own. */
function noteOf(key: ExploreKey): ((row: SliceRow) => NotedPoint) | null {
  if (key === 'branch' || key === 'team' || key === 'salesperson')
    return ({ id }) => ({ unit: id });
  const by = TAKEN_APART_BY.find((each) => each === key);
  return by ? ({ id }) => ({ slice: { by, key: id } }) : null;
}

/** Sizes nobody sold at the ends of the range say nothing. */
function trim(key: ExploreKey, { lists }: ExploreAnswer): ExploreAnswer['lists'][ExploreKey] {
  const list = lists[key];
  if (key === 'month' || key === 'week') return list;
  const isThere = (row: SliceRow) => row.all !== 0 || (row.before ?? 0) !== 0 || row.isChosen;
  if (key === 'weekday') {
    const rows = list.rows.filter((row, index) => index < 5 || isThere(row));
    return { ...list, rows };
  }
  const isRefund = ({ id }: SliceRow) => id === 'refund';
  const sizes = list.rows.filter((row) => !isRefund(row));
  const first = sizes.findIndex(isThere);
  const shown = first < 0 ? [] : sizes.slice(first, sizes.findLastIndex(isThere) + 1);
  // Below nothing, so before it.
  const rows = [...list.rows.filter((row) => isRefund(row) && isThere(row)), ...shown];
  return {
    ...list,
    rows: rows.map((row) => ({ ...row, name: isRefund(row) ? '<0' : shortSize(row.id) })),
  };
}

const shortSize = (id: string) => (Number(id) >= 1_000 ? `${Number(id) / 1_000}k` : id);
