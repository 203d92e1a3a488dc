/** Places gained or lost against the prior period at the same point. */
export function RankChange({ places }: { places: number | null }) {
  if (places === null) return null;
  if (places === 0)
    return (
      <span className="text-[11px] text-soft" title="same place">
        –
      </span>
    );
  return (
    <span
      className="text-[11px] text-soft"
      title={`${places > 0 ? 'up' : 'down'} ${Math.abs(places)}`}
    >
      {places > 0 ? '▲' : '▼'}
      {Math.abs(places)}
    </span>
  );
}
