import { formatCount } from '#wording/numbers/format';
import { useGetGradeChangesQuery } from '../api';

/** Whose grade publishing would change, running and ended, before it is done. */
export function GradeChangesNote({ plan, from }: { plan: number; from: string }) {
  const { data, currentData } = useGetGradeChangesQuery({ id: plan, ...(from ? { from } : {}) });
  if (!data) return <p className="text-soft">Looking whose grade changes …</p>;
  const { count, rows } = data;
  return (
    <section
      aria-label="Whose grade changes"
      aria-busy={data !== currentData}
      className="rounded-sheet border border-line bg-cell px-3 py-2"
    >
      {count === 0 ? (
        <p>Nobody’s grade changes in the running month, quarter or year.</p>
      ) : (
        <>
          <p className="font-semibold">
            {formatCount(count)} {count === 1 ? 'grade changes' : 'grades change'}:
          </p>
          <ul className="mt-1 max-h-[120px] overflow-y-auto" tabIndex={0}>
            {rows.map(({ unit, period, periodName, measure, before, after }) => (
              <li key={`${unit.code} ${period} ${measure}`} className="flex justify-between gap-4">
                <span>
                  {unit.name}, {periodName}
                  {measure === 'revenue' ? '' : `, ${measure.replaceAll('_', ' ')}`}
                </span>
                <span className={after.grade < before.grade ? 'text-grade-1' : undefined}>
                  {before.label} → {after.label}
                </span>
              </li>
            ))}
          </ul>
          {count > rows.length && <p className="text-soft">The first {rows.length} of them.</p>}
        </>
      )}
    </section>
  );
}
