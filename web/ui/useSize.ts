import { type RefObject, useEffect, useRef, useState } from 'react';

/**
 * The room a part of the page has, in pixels, followed as it changes; `first` until it is known.
 */
export function useSize<Element extends HTMLElement>(first: {
  width: number;
  height: number;
}): { box: RefObject<Element | null>; width: number; height: number } {
  const box = useRef<Element>(null);
  const [size, setSize] = useState(first);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) =>
      setSize({
        width: Math.floor(entry!.contentRect.width),
        height: Math.floor(entry!.contentRect.height),
      }),
    );
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);
  return { box, ...size };
}
