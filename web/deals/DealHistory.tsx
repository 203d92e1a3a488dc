import { useGetDealHistoryQuery } from './api';

/** Who changed what, when and why. */
export function DealHistory({ id }: { id: number }) {
  const { data: changes = [] } = useGetDealHistoryQuery(id);
  if (changes.length === 0) return null;
  return (
    <section aria-label="History" className="mt-5">
      <h2 className="mb-1.5">History</h2>
      <ol>
        {changes.map((change, index) => (
          <li key={index} className="border-t border-line py-1.5">
            <span className="font-medium">{change.action}</span> by {change.who}, <time className="text-soft">{change.at.slice(0, 16)}</time>
            {change.reason && <span> – {change.reason}</span>}
            {listDifferences(change.before, change.after).map((line) => <p key={line} className="text-[12px] text-soft">{line}</p>)}
          </li>
        ))}
      </ol>
    </section>
  );
}

const HIDDEN = new Set(['version', 'credited', 'day', 'voidedAt', 'voidReason', 'salespersonName']);

function listDifferences(before: unknown, after: unknown): string[] {
  if (!before || !after) return [];
  const [old, now] = [before as Record<string, unknown>, after as Record<string, unknown>];
  const text = (value: unknown) => (value == null ? 'empty' : typeof value === 'object' ? JSON.stringify(value) : String(value));
  return Object.keys(now).filter((key) => !HIDDEN.has(key) && text(old[key]) !== text(now[key])).map((key) => `${key}: ${text(old[key])} → ${text(now[key])}`);
}
