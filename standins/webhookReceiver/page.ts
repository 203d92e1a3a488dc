const escape = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const STYLE = `body{font:14px/1.5 system-ui,sans-serif;max-width:900px;margin:32px auto;
padding:0 16px;color:#20262c;background:#f3f1ec}h1{font-size:19px}
section{background:#fffdf9;border:1px solid #ddd8ce;border-radius:6px;padding:14px 16px;margin:12px 0}
form{display:inline-block;margin:0 6px 6px 0}button{font:inherit;padding:3px 10px}
pre{white-space:pre-wrap;overflow-wrap:anywhere;font-size:12px}`;

export interface TakenEvent {
  key: string;
  type: string;
  at: Date;
  isSigned: boolean;
  body: string;
}

export interface ReceiverState {
  events: readonly TakenEvent[];
  answer: number;
  repeated: number;
  wronglySigned: number;
}

/** The page of the receiver: what came, the newest first, and what it answers. */
export function writePage({ events, answer, repeated, wronglySigned }: ReceiverState): string {
  const button = (status: number, name: string) =>
    `<form method="post" action="/do/${status}"><button${answer === status ? ' disabled' : ''}>${name}</button></form>`;
  const rows = events.map(
    ({ key, type, at, body }) =>
      `<details><summary>${at.toISOString().slice(0, 19).replace('T', ' ')} <strong>${escape(type)}</strong> <code>${escape(key)}</code></summary><pre>${escape(body)}</pre></details>`,
  );
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Webhook receiver (stand-in)</title>
<meta http-equiv="refresh" content="3"><style>${STYLE}</style></head><body>
<h1>Webhook receiver (stand-in)</h1><p>It takes signed events and keeps the newest 200. ${repeated} came twice and are shown once; ${wronglySigned} were wrongly signed and are not shown.</p>
<section aria-label="Controls">${button(204, 'Take them')}${button(500, 'Answer 500')}${button(302, 'Point elsewhere')}</section>
<section aria-label="Events">${rows.join('') || 'Nothing yet.'}</section></body></html>`;
}
