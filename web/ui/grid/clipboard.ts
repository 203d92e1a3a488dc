/**
 * A block of cells as spreadsheets put it on the clipboard: tabs between cells, line breaks between
 * rows.
 */
export function parseBlock(text: string): string[][] {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  return lines.map((line) => line.split('\t').map((cell) => cell.trim().replace(/^"(.*)"$/, '$1')));
}

export function toBlock(rows: readonly (readonly string[])[]): string {
  return rows.map((row) => row.join('\t')).join('\n');
}
