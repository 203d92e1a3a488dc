import { changeOf } from '#core/comparison/change';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatExact, formatWhole } from '#wording/numbers/format';
import { showChange } from '#wording/numbers/percent';
import { classNames } from '../ui/classNames';
import { LineList } from '../ui/LineList';
import type { Sheet, SheetColumn } from './sheet';

const t = messagesOf('plan', EN_PLAN);

interface TargetLinesProps {
  sheet: Sheet;
  onUnit(code: string): void;
}

/** The targets of a plan on a phone: the unit's own by month, then what those below come to. */
export function TargetLines({ sheet, onUnit }: TargetLinesProps) {
  const { bench, total } = sheet;
  const below = sheet.rows.filter(({ unit }) => unit.id !== bench.unit.id);
  return (
    <>
      <section
        aria-label={t('targetsOfUnit', { unit: bench.unit.name })}
        className="rounded-sheet border border-line bg-sheet px-3.5 py-1"
      >
        <ul>
          {sheet.columns.map((column) => (
            <TargetLine key={column.period.id} sheet={sheet} column={column} />
          ))}
        </ul>
      </section>
      {below.length > 0 && (
        <section
          aria-label={t('targetsBelow', { unit: bench.unit.name })}
          className="rounded-sheet border border-line bg-sheet pt-2"
        >
          <h2 className="px-3">{t('below', { fullName: total.fullName })}</h2>
          <LineList
            label={t('targetsBelow', { unit: bench.unit.name })}
            rows={below}
            keyOf={({ unit }) => unit.id}
            {...(bench.sheet.slices ? {} : { onOpen: ({ unit }) => onUnit(unit.code) })}
            toLine={({ unit, depth }) => {
              const cell = bench.cellAt(unit.id, total.period);
              return {
                title: <span style={{ paddingLeft: (depth - 1) * 12 }}>{unit.name}</span>,
                value: cell.value === null ? '–' : formatWhole(cell.value, bench.figure),
                note: (
                  <span style={{ paddingLeft: (depth - 1) * 12 }}>
                    {cell.priorYear === null
                      ? t('noLastYear')
                      : t('priorYearValue', {
                          priorYear: formatWhole(cell.priorYear, bench.figure),
                        })}
                  </span>
                ),
                beside: growthOf(cell.value, cell.priorYear),
              };
            }}
          />
        </section>
      )}
    </>
  );
}

function TargetLine({ sheet: { bench }, column }: { sheet: Sheet; column: SheetColumn }) {
  const { value, priorYear, active } = bench.cellAt(bench.unit.id, column.period);
  return (
    <li
      className={classNames(
        'grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-line/70 py-2.5 last:border-b-0',
        column.isSum && 'font-semibold',
      )}
    >
      <span className="text-[15px] font-semibold">{column.fullName}</span>
      <span
        className="text-right text-[15px] font-semibold"
        title={value === null ? undefined : formatExact(value, bench.figure)}
      >
        {value === null ? (active ? t('noTarget') : '–') : formatWhole(value, bench.figure)}
      </span>
      <span className="font-normal text-soft">
        {priorYear === null
          ? t('noLastYear')
          : t('priorYearValue', { priorYear: formatWhole(priorYear, bench.figure) })}
      </span>
      <span className="text-right font-normal text-soft">{growthOf(value, priorYear)}</span>
    </li>
  );
}

function growthOf(now: number | null, then: number | null): string {
  const { share } = changeOf(now, then);
  return share === null ? '' : showChange(share);
}
