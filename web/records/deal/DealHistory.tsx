import { API } from '#contract/routes/route';
import { useListCustomFieldsQuery } from '../../app/customFields/api';
import { Moment } from '../../app/Moment';
import { useGetDealHistoryQuery } from '../api';
import { listDifferences } from './differences';

/** Who changed what, when and why, with before and after; every past state as a file. */
export function DealHistory({ id }: { id: number }) {
  const { data: fields = [] } = useListCustomFieldsQuery();
  const nameOfField = (code: string) =>
    fields.find((each) => each.owner === 'deal' && each.code === code)?.name ?? code;
  const { data: changes = [] } = useGetDealHistoryQuery(id);
  if (changes.length === 0) return null;
  return (
    <section aria-label="History" className="mt-5">
      <div className="mb-1.5 flex items-baseline justify-between">
        <h2>History</h2>
        <a
          download
          className="text-[12px] text-soft underline"
          href={`${API}/deals/${id}/history.csv`}
        >
          All past states (CSV)
        </a>
      </div>
      <ol>
        {changes.map((change, index) => (
          <li key={index} className="border-t border-line py-1.5">
            <span className="font-medium">{change.action}</span> by {change.userName},{' '}
            <span className="text-soft">
              <Moment at={change.at} />
            </span>
            {change.reason && <span> – {change.reason}</span>}
            {change.before &&
              change.after &&
              listDifferences(change.before, change.after, nameOfField).map(
                ({ name, before, after }) => (
                  <p key={name} className="text-[12px] text-soft">
                    {name}: <span className="line-through">{before}</span> → {after}
                  </p>
                ),
              )}
          </li>
        ))}
      </ol>
    </section>
  );
}
