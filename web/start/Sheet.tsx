import { type ReactNode, useId } from 'react';

/** A sheet of the start page: a heading, what it is of, and its lines. */
export function Sheet({
  heading,
  about,
  children,
}: {
  heading: string;
  about?: ReactNode;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <section
      aria-labelledby={id}
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 py-2.5"
    >
      <h2 id={id} className="mb-1">
        {heading}
        {about && <span className="ml-2 text-[11.5px] font-normal text-soft">{about}</span>}
      </h2>
      {children}
    </section>
  );
}

export const ROW =
  'flex items-baseline justify-between gap-3 border-t border-line/70 py-1.5 first:border-0';
