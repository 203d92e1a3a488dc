/** A piece of a mail; the same pieces make its text and its HTML. */
export type LetterPart =
  | { kind: 'text'; text: string }
  | { kind: 'heading'; text: string }
  | { kind: 'list'; items: readonly (string | { text: string; url: string })[] }
  | { kind: 'table'; head: readonly string[]; rows: readonly (readonly string[])[] }
  | { kind: 'link'; text: string; url: string };

export interface Letter {
  title: string;
  parts: readonly LetterPart[];
  /** Why the reader gets it, and where that is changed. */
  footer: string;
}

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
};
const escape = (text: string) => text.replace(/[&<>"]/g, (sign) => ESCAPES[sign]!);

/** Mail programs know no style sheets of a page: each part carries its own. */
const STYLE = {
  body: 'font:15px/1.5 Arial,Helvetica,sans-serif;color:#20262c;background:#f3f1ec;margin:0;padding:24px',
  sheet:
    'max-width:640px;margin:0 auto;background:#fffefb;border:1px solid #ddd8ce;padding:20px 24px',
  cell: 'padding:5px 12px 5px 0;border-bottom:1px solid #e6e1d7;text-align:left;vertical-align:top',
  button:
    'display:inline-block;background:#20262c;color:#fffefb;padding:8px 16px;text-decoration:none',
  footer: 'max-width:640px;margin:12px auto 0;color:#5c6670;font-size:12px',
} as const;

/** The HTML of a mail: no picture, script or style from anywhere. */
export function writeHtml({ title, parts, footer }: Letter): string {
  return [
    '<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">',
    `<title>${escape(title)}</title></head><body style="${STYLE.body}"><div style="${STYLE.sheet}">`,
    `<h1 style="font-size:19px;margin:0 0 12px">${escape(title)}</h1>`,
    ...parts.map(toHtml),
    `</div><p style="${STYLE.footer}">${escape(footer)}</p></body></html>`,
  ].join('\n');
}

function toHtml(part: LetterPart): string {
  switch (part.kind) {
    case 'text':
      return `<p style="margin:0 0 12px;white-space:pre-line">${escape(part.text)}</p>`;
    case 'heading':
      return `<h2 style="font-size:15px;margin:16px 0 6px">${escape(part.text)}</h2>`;
    case 'list':
      return `<ul style="margin:0 0 12px;padding-left:20px">${part.items
        .map((item) =>
          typeof item === 'string'
            ? `<li>${escape(item)}</li>`
            : `<li><a href="${escape(item.url)}">${escape(item.text)}</a></li>`,
        )
        .join('')}</ul>`;
    case 'table':
      return [
        '<table style="border-collapse:collapse;margin:0 0 12px;font-size:14px"><thead><tr>',
        ...part.head.map((name) => `<th style="${STYLE.cell}">${escape(name)}</th>`),
        '</tr></thead><tbody>',
        ...part.rows.map(
          (row) =>
            `<tr>${row.map((cell) => `<td style="${STYLE.cell}">${escape(cell)}</td>`).join('')}</tr>`,
        ),
        '</tbody></table>',
      ].join('');
    case 'link':
      return `<p style="margin:16px 0"><a style="${STYLE.button}" href="${escape(part.url)}">${escape(part.text)}</a></p>`;
  }
}

/** The same as plain text, for whoever reads it so. */
export function writeText({ title, parts, footer }: Letter): string {
  return [title, '', ...parts.flatMap((part) => [toText(part), '']), '-- ', footer].join('\n');
}

function toText(part: LetterPart): string {
  switch (part.kind) {
    case 'text':
      return part.text;
    case 'heading':
      return part.text.toUpperCase();
    case 'list':
      return part.items
        .map((item) => (typeof item === 'string' ? `- ${item}` : `- ${item.text}: ${item.url}`))
        .join('\n');
    case 'table': {
      const rows = [part.head, ...part.rows];
      const widths = part.head.map((_, at) => Math.max(...rows.map((row) => row[at]!.length)));
      return rows
        .map((row) =>
          row
            .map((cell, at) => cell.padEnd(widths[at]!))
            .join('  ')
            .trimEnd(),
        )
        .join('\n');
    }
    case 'link':
      return `${part.text}: ${part.url}`;
  }
}
