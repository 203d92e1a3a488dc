import { useState } from 'react';
import type { RulePreview as Preview, RulePreviewInput } from '#contract/schemas/rule';
import type { StatusRule } from '#core/status/rule';
import { FailureNote } from '../../app/FailureNote';
import { textOf } from '../../charts/status';
import { StatusMark } from '../../charts/StatusMark';
import { Button } from '../../ui/Button';
import { type Column, DataTable } from '../../ui/DataTable';
import { Loading } from '../../ui/Loading';
import { usePreviewRulesQuery } from './api';

interface RulePreviewProps {
  code: string;
  period: string;
  tried: readonly StatusRule[];
  /** So many of the tried ones were set beside; what comes after is the form's. */
  keptCount: number;
  onTake(at: number): void;
  onDrop(at: number): void;
}

type Row = Preview['units'][number];

/**
 * Who would change grade by the rules that are tried, before and after, on the figures of the
 * chosen period.
 */
export function RulePreview({ code, period, tried, keptCount, onTake, onDrop }: RulePreviewProps) {
  const [isAll, setAll] = useState(false);
  const { data, error } = usePreviewRulesQuery(
    { code, body: { period, rules: tried as unknown as RulePreviewInput['rules'] } },
    { skip: tried.length === 0 },
  );
  if (tried.length === 0)
    return (
      <p className="text-soft">Mend what is marked, and it is shown here who would change grade.</p>
    );
  if (error) return <FailureNote failure={error} />;
  if (!data) return <Loading what="what would change" />;
  const names = tried.map((_, at) =>
    at < keptCount ? `Rule ${String.fromCharCode(65 + at)}` : 'This one',
  );
  const rows = isAll
    ? data.units
    : data.units.filter((each) => each.previews.some((then) => then?.grade !== each.current.grade));
  const grade = (status: Row['current'] | undefined, now?: Row['current']) =>
    status && (
      <span
        className={`flex items-center gap-1.5 ${now && now.grade !== status.grade ? `font-semibold ${textOf(status)}` : ''}`}
      >
        {status.iconSet !== 'words' && <StatusMark status={status} />}
        <span className="truncate">{status.label}</span>
      </span>
    );
  const columns: Column<Row>[] = [
    {
      key: 'unit',
      heading: 'Unit',
      width: 'minmax(110px,1.4fr)',
      cell: (row) => (
        <span className="truncate" title={row.parentName ?? undefined}>
          {row.unit.name}
        </span>
      ),
    },
    { key: 'now', heading: 'Now', width: 'minmax(86px,1fr)', cell: (row) => grade(row.current) },
    ...names.map((name, at): Column<Row> => ({
      key: `then ${at}`,
      heading: name,
      width: 'minmax(86px,1fr)',
      cell: (row) => grade(row.previews[at], row.current),
    })),
  ];
  return (
    <section aria-label="What would change" className="flex h-[560px] min-w-0 flex-col">
      <h3 className="font-semibold">{data.period.name}: who would change grade</h3>
      <ul className="mt-1 text-soft">
        {names.map((name, at) => (
          <li key={name} className="flex items-center gap-2">
            <span>
              {name}: <strong className="font-semibold text-ink">{data.changed[at] ?? 0}</strong> of{' '}
              {data.units.length} units
            </span>
            {at < keptCount && (
              <>
                <Button
                  kind="quiet"
                  className="h-[22px] px-1.5 text-[12px]"
                  onClick={() => onTake(at)}
                >
                  Take it up
                </Button>
                <Button
                  kind="quiet"
                  className="h-[22px] px-1.5 text-[12px]"
                  onClick={() => onDrop(at)}
                >
                  Drop
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      <label className="my-1 flex items-center gap-1.5">
        <input type="checkbox" checked={isAll} onChange={(event) => setAll(event.target.checked)} />
        Show all units
      </label>
      {rows.length === 0 ? (
        <p className="text-soft">Nobody changes grade.</p>
      ) : (
        <div className="flex min-h-0 flex-1 flex-col overflow-hidden rounded-sheet border border-line">
          <DataTable
            label="Grades before and after"
            columns={columns}
            rows={rows}
            keyOf={(row) => row.unit.id}
          />
        </div>
      )}
    </section>
  );
}
