/** Purpose: applications as reviewers see them: answers, likely duplicates, the limit, what a yes gives. */
import type { EntityManager } from 'typeorm';
import type { ApplicationView, LimitView } from '../../contract';
import { granted } from '../../core/doors';
import { currentTerm, visitorFacts, type Facts, type Standing } from '../../core/facts';
import { showValue } from '../../core/fields';
import { answersOf, waitsAt, type Application } from '../../core/joining';
import { DAY, countOf, listed, sayDate, type Instant, type MemberId } from '../../core/kernel';
import { spanInDays } from '../../core/kernel/calendar';
import type { GateItem, PathItem, Setup } from '../../core/setup';

/** How far into its time a gate is, for the limit ruler. */
export function limitOf(application: Application, gate: GateItem, now: Instant, setup: Setup): LimitView {
  const zone = setup.doc.site.zone;
  const limitAt = application.limitAt ?? now;
  const allowed = Math.max(1, Math.round((limitAt - application.gateSince) / DAY));
  const passed = Math.max(0, Math.floor((now - application.gateSince) / DAY));
  const left = Math.max(0, allowed - passed);
  return {
    passed: Math.min(passed, allowed),
    allowed,
    target: gate.kind === 'review' ? spanInDays(gate.target, application.gateSince, zone) : Math.ceil(allowed / 2),
    says: passed === 0 ? 'today' : countOf(passed, 'day'),
    left: `${left} left`,
  };
}

/** What joining by this path would give this person: `Keeper until 25 November 2027 and Mentors`. */
export function grantsOf(application: Application, path: PathItem, now: Instant, setup: Setup): string {
  const after = grantedFacts(application, path, now, setup);
  const levels = after.terms.map((term) => {
    const title = setup.levels.get(term.level)?.title ?? term.level;
    return term.until === null ? title : `${title} until ${sayDate(term.until, setup.doc.site)}`;
  });
  return listed([...levels, ...after.groups.map((id) => setup.groups.get(id)?.title ?? id)]) || 'nothing but admission';
}

function grantedFacts(application: Application, path: PathItem, now: Instant, setup: Setup): Facts {
  const facts: Facts = { ...visitorFacts, ...application.answers, member: application.member, terms: [], groups: [] };
  return granted(facts, path.grants, now, setup);
}

/** The level the path would give, for lists. */
export function levelSought(application: Application, setup: Setup, now: Instant): string {
  const path = setup.paths.get(application.path);
  const term = path ? currentTerm(grantedFacts(application, path, now, setup), now) : null;
  return term ? (setup.levels.get(term.level)?.title ?? '') : '';
}

/** The first few answers that are not name or address, short: `QM1 2LD, no colonies, 3 years`. */
export function summaryOf(application: Application, setup: Setup): string {
  const fields = application.answers.fields as Record<string, Facts['fields'][keyof Facts['fields']]>;
  const form = setup.forms.get(application.form);
  return (form?.parts ?? [])
    .flatMap((part) => {
      if (part.part !== 'field') return [];
      const field = setup.fields.get(part.field);
      const value = fields[part.field];
      if (!field || value === undefined || field.of.kind === 'longText') return [];
      if (field.of.kind === 'number' && value === 0 && field.of.unit) return [`no ${field.of.unit.many}`];
      return [showValue(field.of, value)];
    })
    .slice(0, 3)
    .join(', ');
}

export async function applicationView(
  manager: EntityManager,
  application: Application,
  mayReview: boolean,
  now: Instant,
  setup: Setup,
): Promise<ApplicationView> {
  const path = setup.paths.get(application.path)!;
  const gate = application.state === 'open' ? path.gates[application.gate] : undefined;
  const question = application.detail?.kind === 'review' ? application.detail.question : null;
  return {
    id: application.id,
    path: path.title,
    form: setup.forms.get(application.form)?.title ?? '',
    sent: sayDate(application.submittedAt, setup.doc.site),
    state: application.state,
    gate: gate?.title ?? null,
    says: application.state === 'open' ? waitsAt(path, application, now) : endedLine(application, setup),
    canReview: mayReview && gate?.kind === 'review',
    answers: answersOf(application, setup),
    duplicates: application.state === 'open' ? await likelyDuplicates(manager, application) : [],
    question: question ? { text: question.text, answer: question.answer } : null,
    limit: gate ? limitOf(application, gate, now, setup) : null,
    grants: grantsOf(application, path, now, setup),
  };
}

function endedLine(application: Application, setup: Setup): string {
  const on = application.endedAt ? ` on ${sayDate(application.endedAt, setup.doc.site)}` : '';
  const last = application.history[application.history.length - 1];
  const by = application.history.findLast((item) => item.by)?.by;
  switch (application.state) {
    case 'admitted':
      return `Admitted${on}${by ? `, ${by} said yes` : ''}.`;
    case 'declined':
      return `Declined${on}${by ? ` by ${by}` : ''}. ${last?.note ?? ''}`;
    case 'outOfTime':
      return `Ran out of time${on}.`;
    case 'withdrawn':
      return `Withdrawn${on}.`;
    case 'open':
      return '';
  }
}

/**
 * People who may be the same: the same name, or the same postcode and family name. Looked up by index, never by
 * walking all members.
 */
async function likelyDuplicates(
  manager: EntityManager,
  application: Application,
): Promise<ApplicationView['duplicates']> {
  const rows = (await manager.query(
    `SELECT m.id, m.name, m.standing, 'same name' AS why FROM member m
       WHERE m.shadow_of = '' AND m.name = ? AND m.id <> ?
     UNION
     SELECT m.id, m.name, m.standing, CONCAT('same family name at ', v.text) AS why FROM member_value own
       JOIN member_value v ON v.field = own.field AND v.text = own.text AND v.member <> own.member
       JOIN member m ON m.id = v.member AND m.shadow_of = '' AND m.name LIKE ? AND m.name <> ?
       WHERE own.member = ? AND own.text IS NOT NULL AND CHAR_LENGTH(own.text) BETWEEN 5 AND 10
     LIMIT 6`,
    [
      application.answers.name,
      application.member,
      `% ${application.answers.name
        .split(/\s+/)
        .pop()!
        .replace(/[\\%_]/g, '\\$&')}`,
      application.answers.name,
      application.member,
    ],
  )) as { id: MemberId; name: string; standing: Standing; why: string }[];
  return rows.map(({ id, name, standing, why }) => ({ member: id, name, standing, why }));
}
