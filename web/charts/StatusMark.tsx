import { fillOf, type ShownStatus, textOf } from './status';

/** A shape of its own for each grade, 0 to 4: told apart without its colour. */
const SHAPES = [
  'M6.5 2.5a4 4 0 1 0 .01 0',
  'M1.5 3h10l-5 8.5z',
  'M6.5 1l5.5 5.5-5.5 5.5L1 6.5z',
  'M2 2h9v9H2z',
  'M6.5 .8l1.7 3.6 4 .5-3 2.7.8 4-3.5-2-3.5 2 .8-4-3-2.7 4-.5z',
] as const;

/**
 * The symbol of a status as its rule draws it: a small ladder with as many rungs as the grade, a
 * shape, or the word alone. The word is read out.
 */
export function StatusMark({ status, size = 13 }: { status: ShownStatus; size?: number }) {
  const { grade, label, iconSet } = status;
  if (iconSet === 'words')
    return <span className={`shrink-0 text-[11px] font-semibold ${textOf(status)}`}>{label}</span>;
  const colour = fillOf(status);
  return (
    <svg
      role="img"
      aria-label={label}
      width={size}
      height={size}
      viewBox="0 0 13 13"
      className="shrink-0"
    >
      <title>{label}</title>
      {iconSet === 'shapes' ? (
        <path
          d={SHAPES[grade]}
          fill={grade === 0 ? 'none' : colour}
          stroke={colour}
          strokeWidth={grade === 0 ? 1.4 : 0}
        />
      ) : (
        <>
          <path
            d="M2.5 1v11.5M10.5 1v11.5"
            stroke={colour}
            strokeWidth="1.6"
            strokeLinecap="round"
          />
          {Array.from({ length: grade }, (_, rung) => (
            <path key={rung} d={`M2.5 ${10.8 - rung * 2.7}h8`} stroke={colour} strokeWidth="1.5" />
          ))}
        </>
      )}
    </svg>
  );
}
