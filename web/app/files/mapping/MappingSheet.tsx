import {
  columnKindOf,
  DEAL_COLUMNS,
  NEEDED_DEAL_COLUMNS,
  readMapped,
} from '#contract/importMapping';
import {
  type ImportMapping,
  type ImportPreview,
  NUMBER_FORMS,
} from '#contract/schemas/importMapping';
import type { CustomFieldKind } from '#core/customField/field';
import { parseAmount } from '#core/money/amount';
import { parseDay } from '#core/period/day';
import { DAY_FORMS, type DayForm } from '#core/period/dayForm';
import { classNames } from '../../../ui/classNames';
import { useCustomFields } from '../../customFields/api';

const DAY_WORDS: Readonly<Record<DayForm, string>> = {
  iso: '2026-11-12',
  dayFirst: '12.11.2026 or 12/11/2026, day first',
  monthFirst: '11/12/2026, month first',
};
const NUMBER_WORDS = { point: '1,234.50', comma: '1.234,50' } as const;
const SELECT = 'h-[26px] w-full rounded-[4px] border border-strong/30 bg-sheet px-1';

interface MappingSheetProps {
  preview: ImportPreview;
  mapping: ImportMapping;
  onChange(mapping: ImportMapping): void;
}

/**
 * Which column means what, how days and numbers are written, and the first rows as they will be
 * read.
 */
export function MappingSheet({ preview, mapping, onChange }: MappingSheetProps) {
  const { headings, rows } = preview;
  const fields = useCustomFields('deal');
  const custom = new Map(fields.map(({ code, kind }) => [code, kind]));
  const taken = new Set(Object.values(mapping.columns));
  const missing = NEEDED_DEAL_COLUMNS.filter(
    (column) => !taken.has(column) && !mapping.defaults[column],
  );
  const put = (heading: string, column: string) => {
    const columns = Object.fromEntries(
      Object.entries(mapping.columns).map(([each, meant]) => [
        each,
        column !== '' && meant === column ? '' : meant,
      ]),
    );
    onChange({ ...mapping, columns: { ...columns, [heading]: column } });
  };
  const putDefault = (column: string, value: string) => {
    const defaults = { ...mapping.defaults, [column]: value };
    if (!value) delete defaults[column];
    onChange({ ...mapping, defaults });
  };
  return (
    <section
      aria-label="How the file is read"
      className="mt-3 rounded-sheet border border-line p-3"
    >
      <div className="flex flex-wrap items-end gap-4">
        <label className="flex flex-col gap-1">
          Date format
          <select
            className={SELECT}
            value={mapping.days}
            onChange={(event) => onChange({ ...mapping, days: event.target.value as DayForm })}
          >
            {DAY_FORMS.map((form) => (
              <option key={form} value={form}>
                {DAY_WORDS[form]}
              </option>
            ))}
          </select>
        </label>
        <label className="flex flex-col gap-1">
          Number format
          <select
            className={SELECT}
            value={mapping.numbers}
            onChange={(event) =>
              onChange({ ...mapping, numbers: event.target.value as 'point' | 'comma' })
            }
          >
            {NUMBER_FORMS.map((form) => (
              <option key={form} value={form}>
                {NUMBER_WORDS[form]}
              </option>
            ))}
          </select>
        </label>
        {!taken.has('status') && (
          <label className="flex flex-col gap-1">
            All of them are
            <select
              className={SELECT}
              value={mapping.defaults['status'] ?? ''}
              onChange={(event) => putDefault('status', event.target.value)}
            >
              <option value="">choose</option>
              {['won', 'open', 'lost'].map((status) => (
                <option key={status}>{status}</option>
              ))}
            </select>
          </label>
        )}
        {!taken.has('currency') && (
          <label className="flex flex-col gap-1">
            Currency of all
            <input
              className={SELECT}
              maxLength={3}
              placeholder="reporting"
              value={mapping.defaults['currency'] ?? ''}
              onChange={(event) => putDefault('currency', event.target.value.toUpperCase())}
            />
          </label>
        )}
      </div>
      {preview.isDoubtful && (
        <p className="mt-2 text-grade-2">
          The days can be read in two ways. Look at the rows below, and choose.
        </p>
      )}
      {missing.length > 0 && (
        <p role="status" className="mt-2 text-grade-1">
          Nothing in the file matches {missing.join(', ')} yet.
        </p>
      )}
      <div
        className="mt-3 overflow-x-auto"
        tabIndex={0}
        role="region"
        aria-label="First rows as they are read"
      >
        <table className="text-[12px]">
          <thead>
            <tr>
              {headings.map((heading) => (
                <th
                  key={heading}
                  scope="col"
                  className="px-1.5 text-left font-medium whitespace-nowrap"
                >
                  {heading}
                </th>
              ))}
            </tr>
            <tr>
              {headings.map((heading) => (
                <td key={heading} className="px-1 pb-1">
                  <select
                    aria-label={`${heading} means`}
                    className={classNames(
                      SELECT,
                      'min-w-[104px]',
                      !mapping.columns[heading] && 'text-soft',
                    )}
                    value={mapping.columns[heading] ?? ''}
                    onChange={(event) => put(heading, event.target.value)}
                  >
                    <option value="">skip</option>
                    {[...DEAL_COLUMNS, ...custom.keys()].map((column) => (
                      <option key={column}>{column}</option>
                    ))}
                  </select>
                </td>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, 5).map((row, index) => (
              <tr key={index} className="border-t border-line/70">
                {headings.map((heading, at) => (
                  <Cell
                    key={heading}
                    column={mapping.columns[heading] ?? ''}
                    text={row[at] ?? ''}
                    mapping={mapping}
                    custom={custom}
                  />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/**
 * A value as it will be read; what it was written as, where that differs; marked where it cannot
 * be.
 */
function Cell({
  column,
  text,
  mapping,
  custom,
}: {
  column: string;
  text: string;
  mapping: ImportMapping;
  custom: ReadonlyMap<string, CustomFieldKind>;
}) {
  const read = column === '' ? text : readMapped(column, text, mapping, custom);
  const kind = columnKindOf(column, custom);
  const isWrong =
    read !== '' &&
    ((kind === 'day' && parseDay(read) === null) ||
      (kind === 'number' && !parseAmount(read, 'CLF').ok));
  return (
    <td
      className={classNames(
        'max-w-[180px] truncate px-1.5 py-0.5',
        column === '' && 'text-soft',
        isWrong && 'text-grade-1',
      )}
      title={read === text ? undefined : `written ${text}`}
    >
      {read || <span className="text-soft">–</span>}
      {isWrong && ' ✕'}
      {read !== text && <span className="ml-1 text-[10.5px] text-soft">{text}</span>}
    </td>
  );
}
