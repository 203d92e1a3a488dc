import type { ReactNode } from 'react';

/** A file to be saved, as a button. */
export function FileLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <a
      href={href}
      download
      className="touchable inline-flex h-[30px] items-center rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover"
    >
      {children}
    </a>
  );
}
