import { useCallback, useEffect, useRef, useState } from 'react';
import { useForm, type UseFormReturn } from 'react-hook-form';
import { dropTyped, loadTyped, saveTyped } from '../../app/saving/keptTyping';
import type { FormValues } from './formValues';
import { type Clash, isTyped, mergeValues, readField } from './merge';

/** What was typed, and what it was typed over. */
export interface Typed {
  values: FormValues;
  opened: FormValues;
}

const SAVE_AFTER_MS = 250;

export interface KeptForm {
  form: UseFormReturn<FormValues>;
  /** When what is shown was typed, where it was brought back; null: it is as it was opened. */
  broughtBack: number | null;
  clashes: readonly Clash[];
  /** True while somebody else's save has changed what is shown. */
  isMerged: boolean;
  takeTheirs(clash: Clash): void;
  /** Begins with these values; what was typed before is gone. */
  begin(values: FormValues): void;
  /** Nothing typed is kept any more. */
  forget(): void;
}

/**
 * A form whose typing outlives the page: kept under a key until it is saved or dropped on purpose.
 * `stored` may change while one types, when somebody else saves the same thing: then both are put
 * together.
 */
export function useKeptForm(key: string, stored: FormValues, isNew: boolean): KeptForm {
  const opened = useRef(stored);
  const [kept] = useState(() => loadTyped<Typed>(key));
  // Typed over what is no longer there: put together with what is, as if it had changed under one's
  // hands.
  const [first] = useState(() => {
    if (!kept) return null;
    const mine = { ...stored, ...kept.values.values };
    return isNew
      ? { values: mine, clashes: [], changed: [] }
      : mergeValues({ ...stored, ...kept.values.opened }, mine, stored);
  });
  const form = useForm<FormValues>({ defaultValues: first?.values ?? stored });
  const [broughtBack, setBroughtBack] = useState(kept?.at ?? null);
  const [clashes, setClashes] = useState<readonly Clash[]>(first?.clashes ?? []);
  const [isMerged, setMerged] = useState(first !== null && first.changed.length > 0);
  const { reset, getValues, setValue, watch } = form;

  useEffect(() => {
    const before = opened.current;
    if (JSON.stringify(before) === JSON.stringify(stored)) return;
    const merged = mergeValues(before, getValues(), stored);
    opened.current = stored;
    if (!isNew) {
      setMerged(isTyped(before, getValues()));
      setClashes(merged.clashes);
    }
    reset(merged.values);
  }, [stored, isNew, reset, getValues]);

  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const save = () => {
      if (isTyped(opened.current, getValues()))
        saveTyped<Typed>(key, { values: getValues(), opened: opened.current });
      else dropTyped(key);
    };
    const watched = watch(() => {
      clearTimeout(timer);
      timer = setTimeout(save, SAVE_AFTER_MS);
    });
    // A window that closes in the middle of a word.
    window.addEventListener('pagehide', save);
    return () => {
      if (timer !== undefined) {
        clearTimeout(timer);
        if (!isDropped.current) save();
      }
      watched.unsubscribe();
      window.removeEventListener('pagehide', save);
    };
  }, [key, watch, getValues]);

  const isDropped = useRef(false);
  const forget = useCallback(() => {
    isDropped.current = true;
    dropTyped(key);
  }, [key]);
  const begin = useCallback(
    (values: FormValues) => {
      opened.current = values;
      dropTyped(key);
      setBroughtBack(null);
      setClashes([]);
      setMerged(false);
      reset(values);
    },
    [key, reset],
  );
  const takeTheirs = useCallback(
    (clash: Clash) => {
      if (clash.field.startsWith('custom.'))
        setValue(clash.field as `custom.${string}`, readField(opened.current, clash.field));
      else {
        const field = clash.field as Exclude<keyof FormValues, 'custom'>;
        setValue(field, opened.current[field]);
      }
      setClashes((all) => all.filter((each) => each !== clash));
    },
    [setValue],
  );
  return { form, broughtBack, clashes, isMerged, takeTheirs, begin, forget };
}
