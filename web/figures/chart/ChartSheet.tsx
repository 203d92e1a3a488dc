import { ChartLine, Download, Table2 } from 'lucide-react';
import Papa from 'papaparse';
import { DropdownMenu } from 'radix-ui';
import { type ReactNode, useId, useRef, useState } from 'react';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { Button } from '../../ui/Button';
import { useSay } from '../../ui/Toasts';
import type { ChartNumbers } from './chartNumbers';
import { Enlarge, type PictureSize } from './Enlarge';
import { PictureReader } from './PictureReader';
import type { Plot } from './plot';
import { saveFile, toPng, toSvg } from './savePicture';

const t = messagesOf('view', EN_VIEW);

interface ChartSheetProps {
  heading: string;
  note?: ReactNode;
  /** Begins the names of downloaded files. */
  fileName: string;
  numbers: ChartNumbers;
  /** Height of the table that stands in the picture's place; left out: as high as it needs. */
  tableHeight?: number;
  /** Beside the heading, on the right. */
  controls?: ReactNode;
  className?: string;
  /** Where its points lie, in the order of the numbers; left out: they are read by key alone. */
  plot?: Plot;
  /** The picture: in its place (null), or as large as the window. */
  children(size: PictureSize | null): ReactNode;
}

/** A picture with the table of its numbers one key away, and both as files. */
export function ChartSheet({
  heading,
  note,
  fileName,
  numbers,
  tableHeight,
  controls,
  className = '',
  plot,
  children,
}: ChartSheetProps) {
  const [isTable, setTable] = useState(false);
  const picture = useRef<HTMLDivElement>(null);
  const id = useId();
  const way = isTable ? t('showThePicture') : t('showAsTable');
  return (
    <section
      aria-labelledby={id}
      className={`flex flex-col rounded-sheet border border-line bg-sheet ${className}`}
    >
      <div className="flex flex-wrap items-center gap-x-1 px-3.5 pt-1.5">
        <h2 id={id} className="min-w-0 flex-[1_1_220px]">
          {heading}
          {note && <span className="ml-2 text-[11.5px] font-normal text-soft">{note}</span>}
        </h2>
        {controls}
        <Button
          kind="quiet"
          className="h-[24px] px-2 text-soft"
          aria-pressed={isTable}
          aria-label={way}
          title={way}
          onClick={() => setTable(!isTable)}
        >
          {isTable ? <ChartLine size={14} /> : <Table2 size={14} />}
        </Button>
        <Enlarge heading={heading}>
          {(size) => (
            <PictureReader heading={heading} numbers={numbers} plot={plot ?? null}>
              {children(size)}
            </PictureReader>
          )}
        </Enlarge>
        <Files
          heading={heading}
          fileName={fileName}
          numbers={numbers}
          pictureOf={() => (isTable ? null : picture.current)}
        />
      </div>
      {isTable ? (
        <NumbersTable heading={heading} numbers={numbers} height={tableHeight} />
      ) : (
        <PictureReader
          pictureRef={picture}
          className="mx-1 mb-1 min-h-0 flex-1"
          heading={heading}
          numbers={numbers}
          plot={plot ?? null}
        >
          {children(null)}
        </PictureReader>
      )}
    </section>
  );
}

function NumbersTable({
  heading,
  numbers,
  height,
}: {
  heading: string;
  numbers: ChartNumbers;
  height: number | undefined;
}) {
  return (
    <div
      className="min-h-0 flex-1 overflow-y-auto"
      style={{ height }}
      tabIndex={0}
      role="region"
      aria-label={t('asTable', { heading })}
    >
      <table className="w-full text-[12px]">
        <thead className="sticky top-0 bg-sheet text-soft">
          <tr>
            {numbers.headings.map((name) => (
              <th
                key={name}
                scope="col"
                className="px-3 py-1 text-right font-medium first:text-left"
              >
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {numbers.rows.map(({ key, cells: [first, ...rest] }) => (
            <tr key={key} className="border-t border-line">
              <th scope="row" className="px-3 py-1 text-left font-normal">
                {first}
              </th>
              {rest.map((cell, index) => (
                <td key={index} className="px-3 py-1 text-right">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Files({
  heading,
  fileName,
  numbers,
  pictureOf,
}: {
  heading: string;
  fileName: string;
  numbers: ChartNumbers;
  pictureOf(): HTMLElement | null;
}) {
  const say = useSay();
  const savePicture = async (type: 'svg' | 'png') => {
    const part = pictureOf();
    if (!part) return say(t('showThePictureFirstAs'));
    saveFile(
      `${fileName}.${type}`,
      type === 'svg' ? new Blob([toSvg(part).text], { type: 'image/svg+xml' }) : await toPng(part),
    );
  };
  // A name that begins like a formula stays text in a spreadsheet.
  const saveNumbers = () =>
    saveFile(
      `${fileName}.csv`,
      new Blob(
        [
          Papa.unparse(
            [numbers.headings as string[], ...numbers.rows.map((row) => row.cells as string[])],
            { escapeFormulae: true },
          ),
        ],
        { type: 'text/csv' },
      ),
    );
  const item = 'cursor-pointer rounded-[4px] px-3 py-1 outline-none data-[highlighted]:bg-hover';
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={t('save', { heading })}
        title={t('saveAsAFile')}
        className="grid size-[24px] place-items-center rounded-[4px] text-soft hover:bg-hover"
      >
        <Download size={14} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-60 min-w-[150px] rounded-sheet border border-strong/30 bg-sheet p-1 text-ink"
        >
          <DropdownMenu.Item className={item} onSelect={() => void savePicture('png')}>
            {t('picturePng')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void savePicture('svg')}>
            {t('pictureSvg')}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={saveNumbers}>
            {t('numbersCsv')}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
