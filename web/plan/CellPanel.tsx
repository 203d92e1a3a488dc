import { useState } from 'react';
import { convertMinor } from '#core/money/rate';
import { readTyped } from '#core/money/typed';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn, formatExact } from '#wording/numbers/format';
import { Moment } from '../app/Moment';
import type { Selection } from '../ui/grid/selection';
import { useSay } from '../ui/Toasts';
import { useGetTargetHistoryQuery } from './api';
import type { PlanGridProps } from './gridProps';
import { Line } from './Line';
import { PartProposal } from './PartProposal';
import { cellAt, type Sheet, targetSourceWords, whyLocked } from './sheet';
import type { useTargetSaves } from './useTargetSaves';

const t = messagesOf('plan', EN_PLAN);

interface CellPanelProps {
  sheet: Sheet;
  selection: Selection;
  saves: ReturnType<typeof useTargetSaves>;
  onEnter: PlanGridProps['onEnter'];
}

const SHOWN_CHANGES = 6;

/**
 * The chosen cell: its value spelt out, where it comes from, its floor and stretch, who changed it.
 */
export function CellPanel({ sheet, selection, saves, onEnter }: CellPanelProps) {
  const { bench } = sheet;
  const row = sheet.rows[selection.row]!;
  const column = sheet.columns[selection.column]!;
  const cell = cellAt(sheet, selection.row, selection.column);
  const { plan } = bench.sheet;
  const { unit, slice } = bench.nameOf(row.unit.id);
  const { data: history = [] } = useGetTargetHistoryQuery({
    unit,
    ...(slice ?? {}),
    period: column.period.id,
    measure: bench.measure,
    ...(plan?.status === 'draft' ? { plan: plan.id } : {}),
  });
  const note = cell.targetSource === 'set' ? (history[0]?.note ?? '') : '';
  const show = (value: number | null) =>
    value === null ? t('none') : formatExact(value, bench.figure);
  const showPast = (value: number | null) => show(bench.toShown(value));
  const isFree = whyLocked(sheet, selection.row, selection.column) === null;
  // A floor of a share sets the share itself: a floor stands on a target of its own.
  const mayEdit =
    cell.value !== null &&
    ['set', 'allocatedFromPeriod', 'inherited'].includes(cell.targetSource) &&
    isFree;
  return (
    <section aria-labelledby="this-cell" aria-live="polite">
      <h2 id="this-cell" className="mb-1">
        {t('thisCell')}
      </h2>
      <dl>
        <Line name={`${row.unit.name}, ${column.fullName}`} value={show(cell.value)} />
        <Line name={t('whereItComesFrom')} value={targetSourceWords(cell)} />
        {bench.rate !== null && cell.value !== null && (
          <Line
            name={t('atThePlansRate', { currency: bench.sheet.currency })}
            value={formatExact(
              convertMinor(cell.value, bench.currency, bench.sheet.currency, bench.rate),
              { kind: 'money', currency: bench.sheet.currency },
            )}
          />
        )}
        {(['floor', 'stretch'] as const).map((part) =>
          mayEdit ? (
            <PartField
              key={`${row.unit.id} ${column.period.id} ${part} ${cell[part] ?? ''}`}
              part={part}
              sheet={sheet}
              selection={selection}
              saves={saves}
              onEnter={onEnter}
            />
          ) : (
            cell[part] !== null && (
              <Line
                key={part}
                name={part === 'floor' ? 'Floor' : 'Stretch'}
                value={show(cell[part])}
              />
            )
          ),
        )}
      </dl>
      {(mayEdit || note) && (
        <NoteField
          key={`${row.unit.id} ${column.period.id} ${note}`}
          note={note}
          mayEdit={mayEdit && cell.targetSource === 'set'}
          sheet={sheet}
          selection={selection}
          saves={saves}
          onEnter={onEnter}
        />
      )}
      {isFree && (
        <PartProposal sheet={sheet} selection={selection} saves={saves} onEnter={onEnter} />
      )}
      {history.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 font-medium">{t('changes')}</h3>
          <ol className="text-[12px]">
            {history.slice(0, SHOWN_CHANGES).map((change, index) => (
              <li key={index} className="border-b border-line py-1">
                <span className="text-soft">
                  <Moment at={change.at} />
                </span>{' '}
                {change.userName}: {showPast(change.from)} → {showPast(change.to)}
                {change.reason && <span className="text-soft"> ({change.reason})</span>}
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

interface NoteFieldProps extends CellPanelProps {
  note: string;
  mayEdit: boolean;
}

/** What was agreed about a target that is set; empty takes it away. */
function NoteField({ note, mayEdit, sheet, selection, saves, onEnter }: NoteFieldProps) {
  const [text, setText] = useState(note);
  if (!mayEdit)
    return note ? (
      <p className="mt-1 text-[12.5px]">
        <span className="text-soft">{t('note')}</span>
        {note}
      </p>
    ) : null;
  const cell = cellAt(sheet, selection.row, selection.column);
  const save = () => {
    if (text.trim() === note || !onEnter()) return;
    void saves.set(
      [
        sheet.bench.toChange(
          sheet.rows[selection.row]!.unit.id,
          sheet.columns[selection.column]!.period,
          cell.value,
          { note: text.trim() || null },
        ),
      ],
      t('theNote'),
    );
  };
  return (
    <div className="mt-2">
      <label htmlFor="cell-note" className="mb-1 block">
        {t('noteField')}
      </label>
      <textarea
        id="cell-note"
        rows={2}
        maxLength={500}
        placeholder={t('whatWasAgreedAboutIt')}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={save}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setText(note);
        }}
        className="w-full rounded-[4px] border border-strong/25 bg-sheet px-1.5 py-1"
      />
    </div>
  );
}

interface PartFieldProps extends CellPanelProps {
  part: 'floor' | 'stretch';
}

/** The floor or stretch of a set target; empty takes it away. */
function PartField({ part, sheet, selection, saves, onEnter }: PartFieldProps) {
  const { bench } = sheet;
  const cell = cellAt(sheet, selection.row, selection.column);
  const shown = cell[part] === null ? '' : formatColumn(cell[part], bench.figure);
  const [text, setText] = useState(shown);
  const say = useSay();
  const save = () => {
    if (text.trim() === shown) return;
    const typed = text.trim() === '' ? null : readTyped(text, bench.decimals);
    if (typed && !typed.ok)
      return say(t('isNotAnAmountWrite', { text }), {
        kind: 'fault',
      });
    if (typed && (part === 'floor' ? typed.value > cell.value! : typed.value < cell.value!))
      return say(part === 'floor' ? t('aFloorCannotLieAbove') : t('aStretchCannotLieBelow'), {
        kind: 'fault',
      });
    if (!onEnter()) return;
    void saves.set(
      [
        bench.toChange(
          sheet.rows[selection.row]!.unit.id,
          sheet.columns[selection.column]!.period,
          cell.value,
          { [part]: typed?.value ?? null },
        ),
      ],
      part === 'floor' ? t('theFloor') : t('theStretch'),
    );
  };
  return (
    <div className="flex items-center justify-between gap-3 border-b border-line py-1">
      <dt>
        <label htmlFor={`cell-${part}`}>{part === 'floor' ? t('floor') : t('stretch')}</label>
      </dt>
      <dd>
        <input
          id={`cell-${part}`}
          inputMode="decimal"
          placeholder={t('none')}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onBlur={save}
          onKeyDown={(event) => {
            if (event.key === 'Enter') save();
            if (event.key === 'Escape') setText(shown);
          }}
          className="h-[25px] w-[96px] rounded-[4px] border border-strong/25 bg-sheet px-1.5 text-right font-semibold"
        />
      </dd>
    </div>
  );
}
