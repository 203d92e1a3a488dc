import type { DealTally } from '#contract/schemas/deal';
import { formatCount, formatExact } from '#wording/numbers/format';
import { Button } from '../../ui/Button';

/** Counts and sums of deals; open ones are never added to what is booked (GUARDS 33). */
export interface Tallies {
  count: number;
  won: DealTally;
  open: DealTally;
}

/** Count, sum and average in words, won and open apart. */
export function TallyWords({ tallies, reporting }: { tallies: Tallies; reporting: string }) {
  const money = (minor: number) => formatExact(minor, { kind: 'money', currency: reporting });
  const part = (name: string, tally: DealTally) =>
    tally.count > 0 && (
      <span>
        {' '}
        · {formatCount(tally.count)} {name} {money(tally.credited)}
        {tally.average !== null && tally.count > 1 && (
          <span className="text-soft"> (average {money(tally.average)})</span>
        )}
      </span>
    );
  return (
    <>
      {formatCount(tallies.count)} {tallies.count === 1 ? 'deal' : 'deals'}
      {part('won', tallies.won)}
      {part('open', tallies.open)}
    </>
  );
}

interface SelectionBarProps {
  all: Tallies;
  selected: Tallies | null;
  loaded: number;
  /** All that match are selected, not only those that are loaded. */
  isEverything: boolean;
  reporting: string;
  mayBook: boolean;
  onEverything(): void;
  onNone(): void;
  onCopy(): void;
  onChange(): void;
}

/** Always in sight under the table: what all that match add up to, and what the selected do. */
export function SelectionBar({
  all,
  selected,
  loaded,
  isEverything,
  reporting,
  mayBook,
  onEverything,
  onNone,
  onCopy,
  onChange,
}: SelectionBarProps) {
  return (
    <div className="flex min-h-[38px] items-center gap-3 border-t border-line px-4 py-1 text-[12px]">
      <span role="status" aria-label="Sums" className="flex-1">
        {selected ? (
          <>
            <strong className="font-semibold">Selected:</strong>{' '}
            <TallyWords tallies={selected} reporting={reporting} />
          </>
        ) : (
          <>
            <strong className="font-semibold">All that match:</strong>{' '}
            <TallyWords tallies={all} reporting={reporting} />.{' '}
            {loaded < all.count && (
              <span className="text-soft">{formatCount(loaded)} loaded, more as you scroll.</span>
            )}
          </>
        )}
      </span>
      {selected && !isEverything && selected.count < all.count && selected.count === loaded && (
        <Button kind="quiet" className="h-[26px] text-[12px]" onClick={onEverything}>
          Select all {formatCount(all.count)}
        </Button>
      )}
      {selected && !isEverything && (
        <Button className="h-[26px] text-[12px]" onClick={onCopy}>
          Copy
        </Button>
      )}
      {selected && mayBook && (
        <Button kind="main" className="h-[26px] text-[12px]" onClick={onChange}>
          Change together…
        </Button>
      )}
      {selected && (
        <Button kind="quiet" className="h-[26px] text-[12px]" onClick={onNone}>
          Select none
        </Button>
      )}
    </div>
  );
}
