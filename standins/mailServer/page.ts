import type { TakenMail } from './store';

const escape = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const STYLE =
  'body{font:14px/1.5 system-ui,sans-serif;max-width:900px;margin:32px auto;padding:0 16px;color:#20262c;background:#f3f1ec}h1{font-size:19px}section{background:#fffdf9;border:1px solid #ddd8ce;border-radius:6px;padding:14px 16px;margin:12px 0}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:4px 12px 4px 0;border-bottom:1px solid #e6e1d7}form{display:inline-block;margin:0 6px 6px 0}button{font:inherit;padding:3px 10px}pre{white-space:pre-wrap;overflow-wrap:anywhere}iframe{width:100%;height:520px;border:1px solid #ddd8ce;background:#fff}';

const frame = (title: string, body: string, refresh: boolean) =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escape(title)}</title>${refresh ? '<meta http-equiv="refresh" content="3">' : ''}<style>${STYLE}</style></head><body>${body}</body></html>`;

export interface MailServerState {
  mails: readonly TakenMail[];
  isAway: boolean;
  /** Addresses it refuses for good. */
  refused: ReadonlySet<string>;
  repeated: number;
}

/** The list of what was sent. */
export function writeList({ mails, isAway, refused, repeated }: MailServerState): string {
  const button = (action: string, name: string, isOff: boolean) =>
    `<form method="post" action="/do/${action}"><button${isOff ? ' disabled' : ''}>${name}</button></form>`;
  const rows = mails.map(
    (mail) =>
      `<tr><td>${mail.at.toISOString().slice(0, 19).replace('T', ' ')}</td><td>${escape(mail.to)}</td><td><a href="/mails/${mail.number}">${escape(mail.subject || '(no subject)')}</a></td><td>${mail.attachments.length || ''}</td></tr>`,
  );
  return frame(
    'Mail server (stand-in)',
    `<h1>Mail server (stand-in)</h1><p>It takes all mail by SMTP and passes none on.${repeated > 0 ? ` ${repeated} came twice and are shown once.` : ''}</p>
<section aria-label="Controls">${button('away', 'Go away', isAway)}${button('back', 'Come back', !isAway)} ${isAway ? 'It answers nobody.' : ''}
<form method="post" action="/do/refuse"><input name="address" type="email" required aria-label="Address to refuse" placeholder="name@example.com"><button>Refuse this address</button></form> ${[...refused].map((each) => `<code>${escape(each)}</code>`).join(' ')}</section>
<section aria-label="Mail"><table><thead><tr><th>Taken (UTC)</th><th>To</th><th>Subject</th><th>Files</th></tr></thead><tbody>${rows.join('') || '<tr><td colspan="4">Nothing yet.</td></tr>'}</tbody></table></section>`,
    true,
  );
}

/** One mail: who, HTML in a frame that runs nothing, text, attachments. */
export function writeMail(mail: TakenMail): string {
  const files = mail.attachments.map(
    ({ name, content }, index) =>
      `<li><a href="/mails/${mail.number}/files/${index}" download="${escape(name)}">${escape(name)}</a> (${Math.ceil(content.length / 1024)} kB)</li>`,
  );
  return frame(
    mail.subject,
    `<p><a href="/">All mail</a></p><h1>${escape(mail.subject)}</h1><p>From ${escape(mail.from)} to ${escape(mail.to)}, ${mail.at.toISOString()} · <a href="/mails/${mail.number}/raw">as it was sent</a></p>
${mail.html ? `<section aria-label="HTML"><iframe title="HTML" sandbox="allow-popups allow-popups-to-escape-sandbox allow-top-navigation-by-user-activation" srcdoc="${escape(mail.html.replace(/<a /g, '<a target="_top" '))}"></iframe></section>` : ''}
<section aria-label="Text"><pre>${escape(mail.text)}</pre></section>${files.length > 0 ? `<section aria-label="Files"><ul>${files.join('')}</ul></section>` : ''}`,
    false,
  );
}
