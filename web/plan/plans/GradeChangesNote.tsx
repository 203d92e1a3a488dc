import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatCount } from '#wording/numbers/format';
import { useGetGradeChangesQuery } from '../api';

const t = messagesOf('plan', EN_PLAN);

/** Whose grade publishing would change, running and ended, before it is done. */
export function GradeChangesNote({ plan, from }: { plan: number; from: string }) {
  const { data, currentData } = useGetGradeChangesQuery({ id: plan, ...(from ? { from } : {}) });
  if (!data) return <p className="text-soft">{t('lookingWhoseGradeChanges')}</p>;
  const { count, rows } = data;
  return (
    <section
      aria-label={t('whoseGradeChanges')}
      aria-busy={data !== currentData}
      className="rounded-sheet border border-line bg-cell px-3 py-2"
    >
      {count === 0 ? (
        <p>{t('nobodysGradeChangesInThe')}</p>
      ) : (
        <>
          <p className="font-semibold">
            {formatCount(count)} {count === 1 ? t('gradeChanges') : t('gradesChange')}:
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
          {count > rows.length && (
            <p className="text-soft">{t('theFirstOfThem', { shown: rows.length })}</p>
          )}
        </>
      )}
    </section>
  );
}
