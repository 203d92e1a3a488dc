import { type RefObject, useEffect, useRef } from 'react';

/** Brings what has just appeared into sight: an answer below the button that asked for it. */
export function useShownOnce<E extends HTMLElement>(): RefObject<E | null> {
  const element = useRef<E>(null);
  useEffect(() => {
    element.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return element;
}
