/** Which line is which, by its stroke and words. */
export function LineLegend({
  lines,
}: {
  lines: readonly {
    key: string;
    name: string;
    stroke: string;
    dash: string | undefined;
    opacity?: number;
  }[];
}) {
  return (
    <ul aria-hidden className="flex flex-wrap gap-x-4 text-[12px]">
      {lines.map(({ key, name, stroke, dash, opacity }) => (
        <li key={key} className="flex items-center gap-1.5">
          <svg width={26} height={8}>
            <line
              x1={0}
              x2={26}
              y1={4}
              y2={4}
              stroke={stroke}
              strokeOpacity={opacity}
              strokeDasharray={dash}
              strokeWidth={2.5}
            />
          </svg>
          {name}
        </li>
      ))}
    </ul>
  );
}
