/** Purpose: the pages of the card house: where a card is given, where its owner says yes, and what has happened. */
import { refusals, spaced, testCards } from './cards';
import type { Payment } from './house';
import type { Mood, Told } from './notices';

const escape = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const money = ({ amount, currency }: Pick<Payment, 'amount' | 'currency'>): string => {
  const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
  return format.format(amount / 10 ** (format.resolvedOptions().maximumFractionDigits ?? 2));
};
const when = (at: number) =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }).format(at);

export const style = `
*{box-sizing:border-box}
body{margin:0;font:17px/25px system-ui,sans-serif;color:#1E2233;background:#F2F0EA}
main{max-width:520px;margin:0 auto;padding:32px 20px}
main.wide{max-width:1000px}
h1{font:600 30px/36px Rockwell,Georgia,serif;margin:0 0 4px}
h2{font:600 20px/26px Rockwell,Georgia,serif;margin:32px 0 8px}
.card{background:#fff;border:1px solid #C9C4B6;border-radius:6px;padding:20px;margin:16px 0}
label{display:block;font-weight:600;margin:0 0 14px}
input{display:block;width:100%;font:inherit;padding:9px 12px;border:1px solid #76725F;border-radius:3px;margin-top:3px}
.pair{display:grid;grid-template-columns:1fr 1fr;gap:16px}
.fault{color:#9A2118;font-weight:400;display:block}
button{font:600 17px/1 system-ui;padding:13px 18px;border-radius:3px;border:1px solid #1E2233;background:#1E2233;color:#fff}
button.plain{background:none;color:#1E2233}
button:focus-visible,input:focus-visible,a:focus-visible{outline:2px solid #2B5FB3;outline-offset:2px}
p.acts{display:flex;gap:12px;flex-wrap:wrap;margin:4px 0 0}
.told{background:#FBE9E7;border:1px solid #9A2118;border-radius:3px;padding:10px 14px}
table{width:100%;border-collapse:collapse;font-size:15px}
th,td{text-align:left;padding:7px 8px;border-bottom:1px solid #D8D4C8;overflow-wrap:anywhere}
td.n{font-variant-numeric:tabular-nums;white-space:nowrap}
.quiet{color:#5A5848;margin:0}
`;

const page = (title: string, body: string, wide = false) =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${escape(title)}</title><link rel="stylesheet" href="/style.css"></head><body><main${wide ? ' class="wide"' : ''}>${body}</main></body></html>`;

type Typed = { number: string; expires: string; faults: { number?: string; expires?: string } };

export function cardPage(payment: Payment, typed: Typed = { number: '', expires: '', faults: {} }): string {
  const { faults } = typed;
  const fault = (name: 'number' | 'expires') =>
    faults[name] ? ` <span class="fault" id="${name}-fault">${escape(faults[name])}</span>` : '';
  const marks = (name: 'number' | 'expires') =>
    faults[name] ? ` aria-invalid="true" aria-describedby="${name}-fault"` : '';
  const refused = payment.reason
    ? `<p class="told" role="alert">This card was refused: ${escape(refusals[payment.reason].says.toLowerCase())}. Nothing was taken. Try another card, or go back.</p>`
    : '';
  const amount = payment.amount === 0 ? 'Keep a card' : money(payment);
  const rows = Object.entries(testCards)
    .map(([number, { title }]) => `<tr><td class="n">${spaced(number)}</td><td>${escape(title)}</td></tr>`)
    .join('');
  return page(
    'Card house',
    `<p class="quiet">Card house, a stand-in: no money moves</p><h1>${amount}</h1><p class="quiet">${escape(payment.words)}</p>${refused}
<form method="post" class="card"><label>Card number <input name="number" inputmode="numeric" autocomplete="cc-number" required value="${escape(typed.number)}"${marks('number')}>${fault('number')}</label>
<div class="pair"><label>Good until <input name="expires" placeholder="MM/YY" autocomplete="cc-exp" required value="${escape(typed.expires)}"${marks('expires')}>${fault('expires')}</label></div>
<p class="acts"><button name="act" value="pay">${payment.amount === 0 ? 'Keep this card' : `Pay ${money(payment)}`}</button> <button class="plain" name="act" value="back" formnovalidate>Go back without paying</button></p></form>
<h2>Cards to try</h2><table><thead><tr><th>Number</th><th>What it does</th></tr></thead><tbody>${rows}</tbody></table>`,
  );
}

export const confirmPage = (payment: Payment, number: string, expires: string): string =>
  page(
    'Say yes',
    `<p class="quiet">The bank of the card, a stand-in</p><h1>Is it you?</h1><p>You are paying ${money(payment)} with the card that ends in ${escape(number.slice(-4))}.</p>
<form method="post" class="card"><input type="hidden" name="number" value="${escape(number)}"><input type="hidden" name="expires" value="${escape(expires)}"><input type="hidden" name="yes" value="1">
<p class="acts"><button name="act" value="pay">Yes, pay ${money(payment)}</button> <button class="plain" name="act" value="back" formnovalidate>No, go back</button></p></form>`,
  );

export function frontPage(payments: readonly Payment[], told: readonly Told[], mood: Mood): string {
  const rows = payments
    .slice(-200)
    .reverse()
    .map((one) => {
      const back = one.refunds.reduce((sum, { amount }) => sum + amount, 0);
      const what = one.reason ? refusals[one.reason].says : one.state;
      return `<tr><td class="n">${when(one.at)}</td><td class="n">${money(one)}</td><td>${escape(what)}${back ? `, ${money({ ...one, amount: back })} given back` : ''}</td><td>${escape(one.words)}</td><td class="n">${one.card ? `ends ${one.card.last}` : ''}</td></tr>`;
    })
    .join('');
  const notices = told
    .slice(-50)
    .reverse()
    .map(
      ({ event, tries, status }) =>
        `<tr><td>${event}</td><td>${tries === 0 ? 'not told' : `told ${tries} ×, answered ${status || 'nothing'}`}</td></tr>`,
    )
    .join('');
  const moods = Object.entries(mood)
    .filter(([, value]) => value)
    .map(([name]) => name)
    .join(', ');
  return page(
    'Card house',
    `<h1>Card house</h1><p class="quiet">A stand-in: no money moves. ${moods ? `Just now: ${escape(moods)}.` : 'It behaves well just now.'}</p>
<h2>Payments</h2>${rows ? `<table><thead><tr><th>When</th><th>Amount</th><th>What became of it</th><th>For</th><th>Card</th></tr></thead><tbody>${rows}</tbody></table>` : '<p>Nothing has been paid yet.</p>'}
<h2>What the site was told</h2>${notices ? `<table><thead><tr><th>Notice</th><th>Delivery</th></tr></thead><tbody>${notices}</tbody></table>` : '<p>Nothing yet.</p>'}`,
    true,
  );
}
