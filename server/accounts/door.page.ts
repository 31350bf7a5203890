/** Purpose: the pages at the desk's door (signing in, a first start, a forgotten password) as plain HTML. */
import { escapeHtml } from '../../core/messages';

export type DoorField = {
  readonly name: string;
  readonly label: string;
  readonly type?: 'text' | 'password';
  readonly autocomplete: string;
  readonly help?: string;
};

export type DoorPage = {
  readonly title: string;
  readonly intro: string;
  /** Null where there is nothing to fill in. */
  readonly form: { readonly action: string; readonly fields: readonly DoorField[]; readonly button: string } | null;
  readonly hidden?: Readonly<Record<string, string>>;
  /** A way beside the button. */
  readonly link?: { readonly href: string; readonly label: string };
};

export type DoorAttempt = {
  readonly trouble: string | null;
  readonly faults: readonly { readonly at: string; readonly says: string }[];
  readonly typed: Readonly<Record<string, string>>;
};

const untried: DoorAttempt = { trouble: null, faults: [], typed: {} };

/** The body of a page. What was typed stands in it again, but no password. */
export function doorBody(page: DoorPage, attempt: DoorAttempt = untried): string {
  const link = page.link ? `<a href="${page.link.href}">${escapeHtml(page.link.label)}</a>` : '';
  const trouble = attempt.trouble ? `<p class="trouble" role="alert">${escapeHtml(attempt.trouble)}</p>` : '';
  const wrong = page.form?.fields.findIndex((field) => attempt.faults.some((fault) => fault.at === field.name)) ?? -1;
  const fields = (page.form?.fields ?? []).map((field, at) => fieldHtml(field, attempt, at === Math.max(0, wrong)));
  const hidden = Object.entries(page.hidden ?? {}).map(
    ([name, value]) => `<input type="hidden" name="${name}" value="${escapeHtml(value)}">`,
  );
  const form = page.form
    ? `<form method="post" action="${escapeHtml(page.form.action)}" novalidate>${trouble}${fields.join('')}${hidden.join('')}<p class="row"><button type="submit">${escapeHtml(page.form.button)}</button>${link}</p></form>`
    : `${trouble}<p class="row">${link}</p>`;
  return `<main><p class="brand">Admissa</p><h1>${escapeHtml(page.title)}</h1><p class="quiet">${escapeHtml(page.intro)}</p>${form}</main>`;
}

function fieldHtml(field: DoorField, attempt: DoorAttempt, focused: boolean): string {
  const { name, label, type = 'text', autocomplete, help } = field;
  const fault = attempt.faults.find((item) => item.at === name)?.says;
  const described = [fault ? `${name}-fault` : '', help ? `${name}-help` : ''].filter(Boolean).join(' ');
  const value = type === 'password' ? '' : ` value="${escapeHtml(attempt.typed[name] ?? '')}"`;
  const mail = name === 'mail' ? ' inputmode="email" autocapitalize="none" spellcheck="false"' : '';
  return (
    `<label for="${name}">${escapeHtml(label)}</label><input id="${name}" name="${name}" type="${type}"${value}${mail} autocomplete="${autocomplete}" aria-required="true"` +
    `${fault ? ' aria-invalid="true"' : ''}${described ? ` aria-describedby="${described}"` : ''}${focused ? ' autofocus' : ''}>` +
    `${fault ? `<p class="fault" id="${name}-fault">${escapeHtml(fault)}</p>` : ''}${help ? `<p class="help" id="${name}-help">${escapeHtml(help)}</p>` : ''}`
  );
}
