import { Printer } from 'lucide-react';
import { API } from '#contract/routes/route';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { Menu } from '../ui/Menu';

const t = messagesOf('view', EN_VIEW);

interface DocumentMenuProps {
  /** Of the API: "/comparison/export". */
  path: string;
  query: Readonly<Record<string, string>>;
  formats: readonly (readonly [format: string, name: string])[];
}

const PAGES_AND_WORKBOOK = [
  ['pdf', t('pagesPdf')],
  ['xlsx', t('workbookXlsx')],
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
          <span className="sr-only">{t('printOrSave')}</span>
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
