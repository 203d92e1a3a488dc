/** What the deal before did, where the next one is already begun: nothing lies over the form. */
export function BookedNote({ text, onUndo }: { text: string; onUndo(): void }) {
  return (
    <p
      role="status"
      className="mb-3 flex items-start justify-between gap-3 rounded-sheet border border-line bg-cell px-3 py-2"
    >
      <span>{text} The next one:</span>
      <button type="button" className="font-semibold underline underline-offset-2" onClick={onUndo}>
        Undo
      </button>
    </p>
  );
}
