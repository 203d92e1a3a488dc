/** A named section of how a figure is made. */
export function Part({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <section aria-label={name} className="border-t border-line pt-1.5">
      <p className="text-[11.5px] font-medium text-soft">{name}</p>
      {children}
    </section>
  );
}
