import { useState } from 'react';
import type { Problem } from '#contract/errors/problem';
import { NEEDED_DEAL_COLUMNS } from '#contract/importMapping';
import { saveImportMapping } from '#contract/routes/imports';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import type { ImportMapping, ImportPreview } from '#contract/schemas/importMapping';
import { api } from '../../api';
import type { useFileUpload } from '../useFileUpload';

export interface ChosenFile {
  blob: Blob;
  name: string;
}

const { useSaveImportMappingMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    saveImportMapping: build.mutation<
      ResponseOf<typeof saveImportMapping>,
      BodyOf<typeof saveImportMapping>
    >({ query: (body) => ({ route: saveImportMapping, body }) }),
  }),
});

/** By its beginning a long CSV is known as well as by all of it. */
const ENOUGH_BYTES = 300 * 1024;

/** Whether the file is in the open format as it stands. */
function isOpenFormat({ columns, days, numbers, values, defaults }: ImportMapping): boolean {
  const isSame = Object.entries(columns).every(
    ([heading, column]) => column === '' || heading.toLowerCase() === column,
  );
  return (
    isSame &&
    days === 'iso' &&
    numbers === 'point' &&
    Object.keys(defaults).length === 0 &&
    Object.values(values).every((each) => Object.keys(each).length === 0)
  );
}

/** How the chosen file is read: guessed or remembered, changed, and kept when it is checked. */
export function useMapping(send: ReturnType<typeof useFileUpload>['send']) {
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [mapping, setMapping] = useState<ImportMapping | null>(null);
  const [isOpen, setOpen] = useState(false);
  const [isChanged, setChanged] = useState(false);
  const [save] = useSaveImportMappingMutation();

  const begin = async (file: ChosenFile): Promise<Problem | 'cancelled' | null> => {
    setPreview(null);
    setMapping(null);
    const isWhole = /\.(xlsx|json)$/.test(file.name);
    const result = await send<ImportPreview>(
      '/import-preview',
      isWhole ? file : { ...file, blob: file.blob.slice(0, ENOUGH_BYTES) },
    );
    if (!('data' in result)) return 'error' in result ? result.error : 'cancelled';
    const { mapping: guessed, missing, isDoubtful, isRemembered } = result.data;
    setMapping(guessed);
    setChanged(false);
    setOpen(missing.length > 0 || isDoubtful || (!isRemembered && !isOpenFormat(guessed)));
    setPreview(result.data);
    return null;
  };
  const taken = new Set(Object.values(mapping?.columns ?? {}));
  return {
    preview,
    mapping,
    isOpen,
    isChanged,
    begin,
    isReady:
      mapping !== null &&
      NEEDED_DEAL_COLUMNS.every((column) => taken.has(column) || mapping.defaults[column]),
    open: () => setOpen(true),
    change: (next: ImportMapping) => {
      setMapping(next);
      setChanged(true);
    },
    /** @returns the mapping's id; null for a file in the open format, which needs none */
    save: async (): Promise<number | null> => {
      setChanged(false);
      if (!mapping || !preview || isOpenFormat(mapping)) return null;
      const result = await save({ headings: preview.headings, mapping });
      return result.data?.id ?? null;
    },
  };
}
