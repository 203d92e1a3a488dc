/** What the page tells. */
export interface Shown {
  isRunning: boolean;
  perMinute: number;
  isAway: boolean;
  taken: number;
  refused: number;
  kept: number;
  lastBody: string;
  lastAnswer: string;
  url: string;
}

const escape = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** The page of the order system: plain forms, read anew every other second. */
export function writePage({
  isRunning,
  perMinute,
  isAway,
  taken,
  refused,
  kept,
  lastBody,
  lastAnswer,
  url,
}: Shown): string {
  const button = (action: string, name: string, isOff = false) =>
    `<form method="post" action="/do/${action}"><button${isOff ? ' disabled' : ''}>${name}</button></form>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Order system (stand-in)</title><meta http-equiv="refresh" content="2">
<style>body{font:14px/1.5 system-ui,sans-serif;max-width:720px;margin:32px auto;padding:0 16px;color:#20262c;background:#f3f1ec}h1{font-size:19px}section{background:#fffdf9;border:1px solid #ddd8ce;border-radius:6px;padding:14px 16px;margin:12px 0}
form{display:inline-block;margin:0 6px 6px 0}button,input{font:inherit;padding:3px 10px}dl{display:grid;grid-template-columns:160px 1fr;margin:0}dd{margin:0}pre{white-space:pre-wrap;overflow-wrap:anywhere;font-size:12px;margin:6px 0 0}</style></head>
<body><h1>Order system of Harrow &amp; Tide (stand-in)</h1><p>It sends orders to <code>${escape(url)}</code>, signed, each again until it is taken.</p>
<section aria-label="State"><dl><dt>State</dt><dd>${isAway ? 'away: it keeps what happens and sends nothing' : isRunning ? `running, ${perMinute} a minute` : 'stopped'}</dd><dt>Taken</dt><dd>${taken}</dd><dt>Refused</dt><dd>${refused}</dd><dt>Kept for later</dt><dd>${kept}</dd></dl></section>
<section aria-label="Controls">${button('start', 'Start', isRunning)}${button('stop', 'Stop', !isRunning)}<form method="post" action="/do/rate"><input name="perMinute" type="number" min="1" max="6000" value="${perMinute}" aria-label="Orders a minute"><button>a minute</button></form><br>
${button('one', 'Send one')}${button('repeat', 'Repeat the last', lastBody === '')}${button('bad', 'Send a bad one')}${button('forged', 'Send one with a wrong signature', lastBody === '')}<br>${button('away', 'Go away', isAway)}${button('back', 'Come back', !isAway)}</section>
<section aria-label="Last"><strong>Last sent</strong><pre>${escape(lastBody || 'nothing yet')}</pre><strong>Answer</strong><pre>${escape(lastAnswer || 'none yet')}</pre></section></body></html>`;
}
