import Papa from 'papaparse';
import type { ImportReport } from '#contract/schemas/import';
import { formatCount, formatExact } from '#wording/numbers/format';
import { Button } from '../../ui/Button';
import { classNames } from '../../ui/classNames';
import { useGetCompanyQuery } from '../api';
import { ChangedRows } from './ChangedRows';
import { type Corrected, correctedAt } from './corrections';

interface ReportProps {
  report: ImportReport;
  corrected: Corrected;
  onCorrect(line: number, column: string, value: string): void;
  /** Reads the file again with what was typed; null while nothing was, or it is as it was read. */
  onCheckAgain: (() => void) | null;
}

/** What a file would do; refused cells are corrected where they stand. */
export function ImportReportView({ report, corrected, onCorrect, onCheckAgain }: ReportProps) {
  const { data: company } = useGetCompanyQuery();
  const money = (minor: number) =>
    formatExact(minor, { kind: 'money', currency: company?.currency ?? 'EUR' });
  const counts = [
    ['read', report.read],
    ['new', report.created],
    ['changed', report.changed],
    ['unchanged', report.unchanged],
    ['refused', report.refused],
  ] as const;
  return (
    <section aria-label="What the file would do" className="mt-4">
      <dl className="grid grid-cols-5 gap-3">
        {counts.map(([name, count]) => (
          <div key={name} className="border-l-2 border-line pl-2">
            <dd
              className={classNames(
                'text-[17px] font-semibold',
                name === 'refused' && count > 0 && 'text-grade-1',
              )}
            >
              {formatCount(count)}
            </dd>
            <dt className="text-soft">{name}</dt>
          </div>
        ))}
      </dl>
      {report.value && <ReportedValue value={report.value} money={money} />}
      {report.changes && report.changes.length > 0 && (
        <ChangedRows changes={report.changes} count={report.changed} />
      )}
      {report.newNames.length > 0 && (
        <p className="mt-1 text-soft">
          New names: {report.newNames.map((each) => `${each.count} ${each.list}`).join(', ')}.
        </p>
      )}
      {report.ignoredColumns.length > 0 && (
        <p className="mt-1 text-soft">Skipped columns: {report.ignoredColumns.join(', ')}.</p>
      )}
      {report.refused > 0 && (
        <>
          <div className="mt-3 flex items-center justify-between">
            <p className="font-medium">
              Correct the refused values here and check again
              {report.kind === 'units' ? '' : ', or import the good rows only'}.
            </p>
            <div className="flex gap-2">
              {onCheckAgain && <Button onClick={onCheckAgain}>Check again</Button>}
              <Button onClick={() => download(report)}>Refused rows as CSV</Button>
            </div>
          </div>
          <div
            className="mt-2 max-h-[240px] overflow-y-auto rounded-sheet border border-line"
            tabIndex={0}
            role="region"
            aria-label="Refused rows"
          >
            <table className="w-full text-[12px]">
              <thead className="sticky top-0 bg-sheet text-left text-soft">
                <tr>
                  {['Line', 'Column', 'Value', 'Why, and what would be accepted'].map((name) => (
                    <th key={name} scope="col" className="px-2 py-1 font-medium">
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {report.refusals.slice(0, 500).map((each, index) => (
                  <tr key={index} className="border-t border-line align-top">
                    <td className="px-2 py-1">{each.cell ?? each.line}</td>
                    <td className="px-2 py-1">{each.column}</td>
                    <td className="px-2 py-1">
                      {each.column ? (
                        <input
                          aria-label={`${each.column} of line ${each.line}`}
                          className="w-full min-w-[110px] rounded-[3px] border border-strong/30 bg-sheet px-1.5 py-0.5"
                          maxLength={2_000}
                          value={correctedAt(corrected, each.line, each.column) ?? each.value}
                          onChange={(event) =>
                            onCorrect(each.line, each.column, event.target.value)
                          }
                          onKeyDown={(event) => {
                            if (event.key === 'Enter') onCheckAgain?.();
                          }}
                        />
                      ) : (
                        each.value || '(empty)'
                      )}
                    </td>
                    <td className="px-2 py-1">
                      {each.reason} {each.accepted}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </section>
  );
}

function download(report: ImportReport): void {
  const url = URL.createObjectURL(new Blob([Papa.unparse(report.refusals)], { type: 'text/csv' }));
  const link = Object.assign(document.createElement('a'), {
    href: url,
    download: `refused ${report.kind}.csv`,
  });
  link.click();
  URL.revokeObjectURL(url);
}

/** What the rows come to, apart by what becomes of them; what there is none of is not said. */
function ReportedValue({
  value,
  money,
}: {
  value: NonNullable<ImportReport['value']>;
  money(minor: number): string;
}) {
  const parts = (
    [
      ['new', value.created],
      ['changed', value.changed],
      ['unchanged', value.unchanged],
      ['refused', value.refused],
    ] as const
  ).filter(([, minor]) => minor !== 0);
  return (
    <p className="mt-2 text-soft">
      Total value of the good rows: {money(value.read)}
      {parts.length > 0 &&
        ` (${parts.map(([name, minor]) => `${name} ${money(minor)}`).join(', ')})`}
      .
      {value.unassigned !== 0 &&
        ` ${money(value.unassigned)} of it is of salespeople who stood in no unit that day.`}
    </p>
  );
}
