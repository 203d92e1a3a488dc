/** How many things wait at a place; nothing for none. */
export function Badge({ count, what }: { count: number; what: string }) {
  if (count === 0) return null;
  return (
    <span
      className="ml-1.5 rounded-full bg-ember px-1.5 text-[11px] leading-[17px] font-semibold text-iron"
      title={`${count} ${what}`}
    >
      {count > 999 ? '999+' : count}
      <span className="sr-only"> {what}</span>
    </span>
  );
}
