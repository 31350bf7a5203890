/** Purpose: the page of the stand-in, where one reads what came; the same as JSON for programs. */
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Letter, Letters } from './letters';

const escape = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const when = (at: number) =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  }).format(at);

const style = `
*{box-sizing:border-box}
body{margin:0;font:16px/24px system-ui,sans-serif;color:#15302D;background:#EDF0EB}
header{background:#FBFCFA;border-bottom:1px solid #CCD4CD;padding:12px 24px;display:flex;gap:24px;align-items:center;flex-wrap:wrap}
h1{font:600 22px/28px Rockwell,Georgia,serif;margin:0}
header p{margin:0;color:#4B5F5B}
main{display:grid;grid-template-columns:minmax(300px,420px) 1fr;min-height:calc(100vh - 54px)}
ul{list-style:none;margin:0;padding:0;border-right:1px solid #CCD4CD}
li a{display:block;padding:10px 24px;border-bottom:1px solid #CCD4CD;color:inherit;text-decoration:none}
li a[aria-current]{background:#FBFCFA;box-shadow:inset 4px 0 0 #15302D}
li a:focus-visible,input:focus-visible,button:focus-visible{outline:2px solid #33558A;outline-offset:-2px}
li b{display:block}li span{color:#4B5F5B;font-size:14px}
article{padding:24px;background:#FBFCFA;min-width:0}
h2{font:600 20px/26px Rockwell,Georgia,serif;margin:0 0 4px}
dl{display:grid;grid-template-columns:64px 1fr;margin:0 0 16px;color:#4B5F5B}dd{margin:0;color:#15302D;overflow-wrap:anywhere}
iframe{width:100%;height:460px;border:1px solid #7E8D88;background:#fff}
pre{white-space:pre-wrap;overflow-wrap:anywhere;font:14px/20px ui-monospace,monospace;border:1px solid #CCD4CD;padding:16px;background:#fff}
input{font:inherit;padding:4px 8px;border:1px solid #7E8D88;border-radius:2px}
button{font:600 14px/1 system-ui;padding:9px 13px;border:1px solid #7E8D88;border-radius:3px;background:#FBFCFA;color:inherit}
@media (max-width:700px){main{grid-template-columns:1fr}ul{border-right:0}}
`;

export function mailPage(letters: Letters) {
  return (req: IncomingMessage, res: ServerResponse): void => {
    const url = new URL(req.url ?? '/', 'http://stand-in.example');
    const [, first = '', second = ''] = url.pathname.split('/');
    const to = url.searchParams.get('to') ?? '';
    if (first === 'style.css') return send(res, 200, 'text/css', style);
    if (first === 'api') return send(res, 200, 'application/json', JSON.stringify(letters.list(to)));
    if (first === 'body') {
      const letter = letters.get(second);
      return letter
        ? send(res, 200, 'text/html; charset=utf-8', letter.html, framed)
        : send(res, 404, 'text/plain', 'No such letter.');
    }
    if (first !== '' && first !== 'letter') return send(res, 404, 'text/plain', 'There is no such page.');
    const list = letters.list(to);
    const open = first === 'letter' ? letters.get(second) : list[0];
    send(res, 200, 'text/html; charset=utf-8', page(list, open, to));
  };
}

const framed =
  "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'self'; sandbox allow-popups allow-top-navigation-by-user-activation";
const own = "default-src 'none'; style-src 'self'; frame-src 'self'; form-action 'self'";

function send(res: ServerResponse, status: number, type: string, body: string, policy = own): void {
  res.writeHead(status, { 'Content-Type': type, 'Cache-Control': 'no-store', 'Content-Security-Policy': policy });
  res.end(body);
}

function page(list: Letter[], open: Letter | undefined, to: string): string {
  const query = to ? `?to=${encodeURIComponent(to)}` : '';
  const rows = list
    .slice(0, 200)
    .map(
      (letter) =>
        `<li><a href="/letter/${letter.id}${query}"${letter.id === open?.id ? ' aria-current="true"' : ''}><b>${escape(letter.subject)}</b><span>${escape(letter.to)}, ${when(letter.at)}</span></a></li>`,
    )
    .join('');
  const empty = to
    ? `No mail for ${escape(to)} has come.`
    : 'No mail has come yet. What the product sends appears here.';
  const article = open
    ? `<h2>${escape(open.subject)}</h2><dl><dt>From</dt><dd>${escape(open.from)}</dd><dt>To</dt><dd>${escape(open.to)}</dd><dt>Came</dt><dd>${when(open.at)}</dd></dl>
       ${open.html ? `<iframe src="/body/${open.id}" title="The mail as it shows"></iframe>` : ''}<h2>As plain text</h2><pre tabindex="0">${linked(open.text)}</pre>`
    : `<p>${empty}</p>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Mail that came</title><link rel="stylesheet" href="/style.css"></head>
<body><header><h1>Mail that came</h1><p>A stand-in: nothing leaves this machine.</p><form action="/"><label>For <input name="to" value="${escape(to)}" placeholder="any address"></label> <button>Show</button></form></header>
<main><ul aria-label="Letters">${rows}</ul><article>${article}</article></main></body></html>`;
}

const linked = (text: string) =>
  escape(text).replace(/https?:\/\/[^\s<&]+/g, (address) => `<a href="${address}">${address}</a>`);
