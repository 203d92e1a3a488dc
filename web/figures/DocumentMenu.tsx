import { Printer } from 'lucide-react';
import { API } from '#contract/routes/route';
import { Menu } from '../ui/Menu';

interface DocumentMenuProps {
  /** Of the API: "/comparison/export". */
  path: string;
  query: Readonly<Record<string, string>>;
  formats: readonly (readonly [format: string, name: string])[];
}

const PAGES_AND_WORKBOOK = [
  ['pdf', 'Pages (PDF)'],
  ['xlsx', 'Workbook (XLSX)'],
] as const;

/** A view as a file, made by the server: the same words and figures, with the notes about them. */
export function DocumentMenu({
  path,
  query,
  formats = PAGES_AND_WORKBOOK,
}: Omit<DocumentMenuProps, 'formats'> & Partial<Pick<DocumentMenuProps, 'formats'>>) {
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
      {formats.map(([format, name]) => (
        <a
          key={format}
          download
          className="block rounded-[4px] px-2 py-1 hover:bg-hover"
          href={`${API}${path}?${new URLSearchParams({ ...query, format })}`}
        >
          {name}
        </a>
      ))}
    </Menu>
  );
}
