/** Purpose: applications as reviewers see them: answers, likely duplicates, the limit, what a yes gives. */
import { rowsFrom } from '../platform/rows';
import type { EntityManager } from 'typeorm';
import type { ApplicationView, LimitView } from '../../contract';
import { kindOf, paidOn } from '../../core/joining';
import { currentTerm, type Facts, type Standing } from '../../core/facts';
import { fieldKindOf, mailKey } from '../../core/fields';
import {
  answersOf,
  gateOf,
  grantsAt,
  hasPaid,
  limitOf,
  pathOf,
  waitsAt,
  type Application,
  type GateItem,
  type WalkedPath,
} from '../../core/joining';
import { kernelSays, listed, sayDate, type Instant, type MemberId, type Reader } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { joiningSays } from './joining.sentences';

/** How far into its time a gate is, for the limit ruler. */
export function limitView(application: Application, now: Instant, reader: Reader): LimitView {
  const words = joiningSays(reader);
  const { passed, allowed, target, left } = limitOf(application, now);
  return {
    passed,
    allowed,
    target,
    says: passed === 0 ? words.today : kernelSays(reader).days({ count: passed }),
    left: words.left({ days: left }),
  };
}

/** What joining by this path would give this person: `Keeper until 25 November 2027 and Mentors`. */
export function grantsOf(application: Application, path: WalkedPath, now: Instant, setup: Setup): string {
  const words = joiningSays(setup.doc.site);
  const after = grantsAt(path, application, now, setup);
  const levels = after.terms.map((term) => {
    const title = setup.levels.get(term.level)?.title ?? term.level;
    if (term.until === null) return title;
    return words.levelUntil({ level: title, date: sayDate(term.until, setup.doc.site) });
  });
  const groups = after.groups.map((id) => setup.groups.get(id)?.title ?? id);
  // What is paid for is theirs already.
  const paid = (hasPaid(application) ? [] : paidOn(path)).map((id) =>
    words.oncePaid({ level: setup.levels.get(id)?.title ?? id }),
  );
  return listed([...levels, ...paid, ...groups], setup.doc.site) || words.onlyAdmission;
}

/** The level the path would give, for lists. */
export function levelSought(application: Application, setup: Setup, now: Instant): string {
  const path = pathOf(application, setup);
  const term = path ? currentTerm(grantsAt(path, application, now, setup), now) : null;
  const level = term?.level ?? (path ? paidOn(path)[0] : undefined);
  return level ? (setup.levels.get(level)?.title ?? '') : '';
}

/** The first few answers that are not name or address, short: `QM1 2LD, no colonies yet, 3 years`. */
export function summaryOf(application: Application, setup: Setup): string {
  const fields = application.answers.fields as Record<string, Facts['fields'][keyof Facts['fields']]>;
  const form = setup.forms.get(application.form);
  return (form?.parts ?? [])
    .flatMap((part) => {
      if (part.part !== 'field') return [];
      const field = setup.fields.get(part.field);
      const value = fields[part.field];
      if (!field || value === undefined) return [];
      return fieldKindOf(field.of).brief(field.of, value, setup.doc.site) ?? [];
    })
    .slice(0, 3)
    .join(', ');
}

/** Whether a reviewer is one of those who decide at a gate. */
export function decides(gate: GateItem | undefined, staff: string): boolean {
  const only = gate && kindOf(gate).readers(gate)?.only;
  return !only || only.some((one) => one === staff);
}

export async function applicationView(
  manager: EntityManager,
  application: Application,
  /** The member of staff who looks, where they may review. */
  reviewer: string | null,
  /** Whether they may see what was paid. */
  money: boolean,
  now: Instant,
  setup: Setup,
): Promise<ApplicationView> {
  const path = pathOf(application, setup);
  const gate = gateOf(path, application);
  const mayReview = reviewer !== null && decides(gate, reviewer);
  const inReview = gate !== undefined && kindOf(gate).readers(gate) !== null;
  const question = application.detail && kindOf(application.detail).question(application.detail);
  return {
    id: application.id,
    path: path?.title ?? joiningSays(setup.doc.site).pathGone,
    form: setup.forms.get(application.form)?.title ?? '',
    sent: sayDate(application.submittedAt, setup.doc.site),
    state: application.state,
    gate: gate?.title ?? null,
    says:
      application.state === 'open' ? waitsAt(path, application, now, setup.doc.site) : endedLine(application, setup),
    canReview: mayReview && inReview,
    inReview,
    canReopen: reviewer !== null && (application.state === 'declined' || application.state === 'outOfTime'),
    answers: answersOf(application, setup),
    duplicates: application.state === 'open' ? await likelyDuplicates(manager, application, setup) : [],
    question: question ? { text: question.text, answer: question.answer } : null,
    limit: application.limitAt === null ? null : limitView(application, now, setup.doc.site),
    paid: hasPaid(application) ? paidLine(application, money, setup) : null,
    grants: path ? grantsOf(application, path, now, setup) : joiningSays(setup.doc.site).nothing,
  };
}

function paidLine({ history }: Application, money: boolean, setup: Setup): string | null {
  const said = history.findLast(({ what }) => what === 'paid')?.note ?? null;
  return money ? said : joiningSays(setup.doc.site).paidSomething;
}

/** What somebody decides: not what they ask, nor what an answer decided by itself. */
const deciding: ReadonlySet<string> = new Set(['approved', 'oneYes', 'declined', 'reopened', 'approvalUndone']);

function endedLine({ state, endedAt, history }: Application, setup: Setup): string {
  const words = joiningSays(setup.doc.site);
  const date = sayDate(endedAt ?? 0, setup.doc.site);
  const by = history.findLast(({ what, by: who }) => who && deciding.has(what))?.by;
  const reason = history[history.length - 1]?.note ?? '';
  switch (state) {
    case 'admitted':
      return by ? words.endedAdmittedBy({ date, by }) : words.endedAdmitted({ date });
    case 'declined':
      return by ? words.endedDeclinedBy({ date, by, reason }) : words.endedDeclined({ date, reason });
    case 'outOfTime':
      return words.endedOutOfTime({ date });
    case 'withdrawn':
      return words.endedWithdrawn({ date });
    case 'open':
      return '';
  }
}

/**
 * People who may be the same: the same name, the same email, or the same family name with the same postcode or other
 * answer of a fixed shape. Looked up by index, never by walking all members; told in words.
 */
async function likelyDuplicates(
  manager: EntityManager,
  application: Application,
  setup: Setup,
): Promise<ApplicationView['duplicates']> {
  const { member, answers } = application;
  const shaped = setup.doc.fields.filter((field) => field.of.kind === 'shortText' && field.of.shape);
  const values = answers.fields as Record<string, unknown>;
  const given = shaped.flatMap((field) => {
    const value = values[field.id];
    return typeof value === 'string' && value !== '' ? [{ field, value }] : [];
  });
  const family = `% ${answers.name
    .split(/\s+/)
    .pop()!
    .replace(/[\\%_]/g, '\\$&')}`;
  const words = joiningSays(setup.doc.site);
  const found = new Map<MemberId, ApplicationView['duplicates'][number]>();
  const ask = async (why: string, where: string, ...params: unknown[]) => {
    const rows = await rowsFrom<{ id: MemberId; name: string; standing: Standing }>(
      manager,
      `SELECT m.id, m.name, m.standing FROM member m WHERE m.shadow_of = '' AND m.id <> ? AND ${where} LIMIT 6`,
      [member, ...params],
    );
    for (const { id, name, standing } of rows) if (!found.has(id)) found.set(id, { member: id, name, standing, why });
  };
  await ask(words.sameName, 'm.name = ?', answers.name);
  await ask(words.sameMail, 'm.mail_key = ?', mailKey(answers.mail));
  for (const { field, value } of given) {
    await ask(
      words.sameFamily({ field: field.label, value }),
      `m.name LIKE ? AND m.id IN (SELECT v.member FROM member_value v WHERE v.field = ? AND v.text = ?)`,
      family,
      field.id,
      value,
    );
  }
  return [...found.values()].slice(0, 6);
}
