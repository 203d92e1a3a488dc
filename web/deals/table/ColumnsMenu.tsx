import { ArrowDown, ArrowUp } from 'lucide-react';
import { Button } from '../../ui/Button';
import { Menu } from '../../ui/Menu';
import type { DealColumn } from './columns';
import { FIRST_COLUMNS } from './columns';

interface ColumnsMenuProps {
  all: readonly DealColumn[];
  shown: readonly string[];
  frozen: number;
  onChange(over: { columns?: string[]; frozen?: number; widths?: Record<string, number> }): void;
}

/** Which columns, in which order, and how many of them stay in sight. */
export function ColumnsMenu({ all, shown, frozen, onChange }: ColumnsMenuProps) {
  const rest = all.filter((column) => !shown.includes(column.key));
  const nameOf = (key: string) => all.find((column) => column.key === key)?.name ?? key;
  const move = (index: number, by: number) => {
    const columns = [...shown];
    const [moved] = columns.splice(index, 1);
    columns.splice(index + by, 0, moved!);
    onChange({ columns });
  };
  const arrow = 'rounded-[4px] p-0.5 text-soft hover:bg-hover disabled:opacity-30';
  return (
    <Menu name="Columns" width="w-[280px]">
      <ul aria-label="Columns shown" className="max-h-[230px] overflow-y-auto">
        {shown.map((key, index) => (
          <li key={key} className="flex items-center gap-1.5">
            <label className="flex flex-1 items-center gap-1.5">
              <input
                type="checkbox"
                checked
                disabled={shown.length === 1}
                onChange={() =>
                  onChange({
                    columns: shown.filter((each) => each !== key),
                    frozen: Math.min(frozen, shown.length - 1),
                  })
                }
              />
              {nameOf(key)}
            </label>
            <button
              type="button"
              className={arrow}
              disabled={index === 0}
              aria-label={`${nameOf(key)} further left`}
              onClick={() => move(index, -1)}
            >
              <ArrowUp size={13} aria-hidden />
            </button>
            <button
              type="button"
              className={arrow}
              disabled={index === shown.length - 1}
              aria-label={`${nameOf(key)} further right`}
              onClick={() => move(index, 1)}
            >
              <ArrowDown size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <ul
        aria-label="Columns not shown"
        className="mt-2 max-h-[170px] overflow-y-auto border-t border-line pt-2"
      >
        {rest.map((column) => (
          <li key={column.key}>
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={false}
                onChange={() => onChange({ columns: [...shown, column.key] })}
              />
              {column.name}
            </label>
          </li>
        ))}
      </ul>
      <label className="mt-2 flex items-center justify-between gap-2 border-t border-line pt-2">
        Keep the first in sight
        <select
          className="h-[26px] rounded-sheet border border-strong/30 bg-sheet px-1.5"
          value={frozen}
          onChange={(event) => onChange({ frozen: Number(event.target.value) })}
        >
          {Array.from({ length: Math.min(5, shown.length) + 1 }, (_, count) => (
            <option key={count} value={count}>
              {count === 0 ? 'none' : count}
            </option>
          ))}
        </select>
      </label>
      <Button
        kind="quiet"
        className="mt-1 h-[24px] px-1 text-[12px]"
        onClick={() => onChange({ columns: FIRST_COLUMNS, widths: {}, frozen: 0 })}
      >
        As at first
      </Button>
    </Menu>
  );
}
