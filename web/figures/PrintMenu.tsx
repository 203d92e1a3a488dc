import { Printer } from 'lucide-react';
import { API } from '#contract/routes/route';
import { Menu } from '../ui/Menu';

const FORMATS = [
  ['pdf', 'One page (PDF)'],
  ['png', 'One page (PNG)'],
  ['svg', 'One page (SVG)'],
  ['xlsx', 'Numbers (XLSX)'],
  ['csv', 'Numbers (CSV)'],
] as const;

/** A standing as a file: the same words and grades, with what they mean at the end. */
export function PrintMenu({
  unit,
  period,
  measure,
}: {
  unit: string;
  period: string;
  measure: string;
}) {
  return (
    <Menu
      name={
        <>
          <Printer size={14} aria-hidden />
          <span className="sr-only">Print or save</span>
        </>
      }
      width="w-[180px]"
    >
      {FORMATS.map(([format, name]) => (
        <a
          key={format}
          download
          className="block rounded-[4px] px-2 py-1 hover:bg-hover"
          href={`${API}/attainment/export?${new URLSearchParams({ unit, period, measure, format })}`}
        >
          {name}
        </a>
      ))}
    </Menu>
  );
}
