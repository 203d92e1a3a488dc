/** A name and a value of a side panel. */
export function Line({
  name,
  value,
  isFault = false,
}: {
  name: string;
  value: string;
  isFault?: boolean;
}) {
  return (
    <div
      className={`flex justify-between gap-3 border-b border-line py-1.5 ${isFault ? 'text-grade-1' : ''}`}
    >
      <dt>{name}</dt>
      <dd className="text-right font-semibold">{value}</dd>
    </div>
  );
}
