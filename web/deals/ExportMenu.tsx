import { API } from '#contract/routes/route';
import type { DealFilterQuery } from '#contract/schemas/deal';
import { Menu } from '../ui/Menu';

const FORMATS = [
  ['csv', 'CSV'],
  ['xlsx', 'Workbook (XLSX)'],
  ['json', 'JSON'],
] as const;

/**
 * What matches as a file with the columns an import takes, the whole book, and the open deals' days
 * for a calendar.
 */
export function ExportMenu({ query }: { query: DealFilterQuery }) {
  const parameters = (over: Record<string, string>) =>
    new URLSearchParams([
      ...Object.entries(query).map(([key, value]) => [key, String(value)]),
      ...Object.entries(over),
    ] as [string, string][]).toString();
  const link = 'block rounded-[4px] px-2 py-1 hover:bg-hover';
  return (
    <Menu name="Export" width="w-[240px]">
      <p className="px-2 text-[11.5px] text-soft">What matches</p>
      {FORMATS.map(([format, name]) => (
        <a
          key={format}
          download
          className={link}
          href={`${API}/exports/deals?${parameters({ format })}`}
        >
          {name}
        </a>
      ))}
      <a download className={link} href={`${API}/deals.ics?${parameters({})}`}>
        Open deals as calendar (iCalendar)
      </a>
      <p className="mt-1 border-t border-line px-2 pt-1 text-[11.5px] text-soft">Everything</p>
      <a download className={link} href={`${API}/exports/deals`}>
        The whole book (CSV)
      </a>
    </Menu>
  );
}
