import type { ImportReport } from '#contract/schemas/import';
import { formatCount } from '#wording/numbers/format';

/** What would change in each deal that the book already has: before and after, field by field. */
export function ChangedRows({
  changes,
  count,
}: {
  changes: NonNullable<ImportReport['changes']>;
  count: number;
}) {
  return (
    <details className="mt-2">
      <summary className="cursor-pointer font-medium">
        What changes in {count === 1 ? 'it' : 'each'}
        {count > changes.length && `, the first ${changes.length} of ${formatCount(count)}`}
      </summary>
      <ul aria-label="Changed rows" className="mt-1 max-h-[220px] overflow-y-auto text-[12.5px]">
        {changes.map(({ line, deal, fields }) => (
          <li key={line} className="border-t border-line/70 py-1">
            <span className="font-medium">{deal}</span>{' '}
            <span className="text-soft">row {line}</span>
            {fields.map(({ field, before, after }) => (
              <span key={field} className="ml-3">
                <span className="text-soft">{field.replaceAll('_', ' ')}: </span>
                {before ?? 'empty'} → {after ?? 'empty'}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </details>
  );
}
