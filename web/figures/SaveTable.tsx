import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { Button } from '../ui/Button';
import { save } from './views/picture';

const t = messagesOf('view', EN_VIEW);

type Cell = string | number | null;

/** A table as CSV (RFC 4180), with a byte order mark so that a spreadsheet reads its letters. */
export function SaveTable({
  name,
  columns,
  rows,
}: {
  name: string;
  columns: readonly string[];
  /** Called when somebody wants it. */
  rows(): readonly (readonly Cell[])[];
}) {
  const write = async () => {
    const { default: Papa } = await import('papaparse');
    const text = Papa.unparse([columns, ...rows()] as Cell[][], {
      newline: '\r\n',
      // A name that begins like a formula must not run in a spreadsheet.
      escapeFormulae: true,
    });
    save(new Blob(['\uFEFF', text, '\r\n'], { type: 'text/csv' }), `${name.toLowerCase()}.csv`);
  };
  return (
    <Button
      kind="quiet"
      className="h-[24px] px-2 text-[12px] text-soft"
      aria-label={t('asCsv', { name })}
      data-nopicture
      onClick={() => void write()}
    >
      {t('csvName')}
    </Button>
  );
}
