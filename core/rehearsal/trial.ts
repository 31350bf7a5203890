/**
 * Purpose: a form sent to see what would come of it: where each answer goes, by which path, what is given, which letters
 * leave.
 * Invariant: nothing is touched. What is told is done by the very functions that take a real sending.
 */
import { asksForProof, granted, paidOn } from '../joining';
import { visitorFacts, type Facts } from '../facts';
import { meetsAnswers } from '../fields/answerRule';
import { partKindOf, readForm, type AnswerFault, type KeptAnswers, type RawForm } from '../fields';
import { pathOfForm, type AnyForm } from '../forms';
import { advance, gateOf, grantsAt, unsent, withPlace, type Application, type Step, type WalkedPath } from '../joining';
import { never, ok, sayDate, type ApplicationId, type Instant, type MemberId, type Result } from '../kernel';
import type { Setup } from '../setup';
import { rehearsalSays } from './rehearsal.sentences';

export type Trial = {
  /** Each answer, and where it is kept. */
  readonly stored: readonly { readonly label: string; readonly value: string; readonly where: string }[];
  /** What happens, in order. */
  readonly steps: readonly string[];
  /** What is given, at once or on admission. */
  readonly gives: readonly string[];
  readonly letters: readonly string[];
  /** Programs elsewhere that are told. */
  readonly calls: readonly string[];
};

/**
 * @param facts whose eyes it is sent by; a visitor's for a signup
 * @returns refused with the faults a real sending would be refused with
 */
export function tryForm(
  form: AnyForm,
  raw: RawForm,
  setup: Setup,
  now: Instant,
  facts: Facts = visitorFacts,
): Result<Trial, AnswerFault[]> {
  const read = readForm(form, setup, raw);
  if (!read.ok) return read;
  const { password, ...given } = read.value;
  const stored = storedOf(form, given, password !== '', setup);
  const calls = (form.hooks ?? []).map(({ address }) => new URL(address).host);
  switch (form.purpose.is) {
    case 'signup':
      return ok({ stored, calls, ...trySignup(form, given, setup, now) });
    case 'followUp': {
      const before = { ...facts, fields: { ...facts.fields, ...given.fields } };
      const after = granted(before, form.purpose.grants, now, setup);
      const gives = {
        terms: after.terms.slice(before.terms.length),
        groups: after.groups.filter((group) => !before.groups.includes(group)),
      };
      return ok({ stored, calls, steps: [], gives: sayGrants(gives, setup), letters: formLetters(form, false, setup) });
    }
    case 'step':
      return ok({ stored, calls, steps: [], gives: [], letters: formLetters(form, false, setup) });
    default:
      return never(form.purpose);
  }
}

function storedOf(form: AnyForm, given: KeptAnswers, hasPassword: boolean, setup: Setup): Trial['stored'] {
  const says = rehearsalSays(setup.doc.site);
  return form.parts.flatMap((part): Trial['stored'] => {
    if (part.part === 'password' && part.later)
      return [{ label: part.label, value: says.notYet, where: says.passwordByLink }];
    if (part.part === 'password')
      return hasPassword ? [{ label: part.label, value: says.kept, where: says.toPassword }] : [];
    const said = partKindOf(part).says(part, given, setup);
    if (!said) return [];
    switch (part.part) {
      case 'field': {
        const field = setup.fields.get(part.field);
        const where =
          field?.role === 'name'
            ? says.toName
            : field?.role === 'mail'
              ? says.toMail
              : says.toField({ field: field?.label ?? part.field });
        return [{ ...said, label: part.label ?? said.label, where }];
      }
      case 'topics':
        return [{ ...said, where: says.toTopics }];
      case 'heading':
      case 'words':
      case 'page':
        return [];
      default:
        return never(part);
    }
  });
}

function trySignup(form: AnyForm, given: KeptAnswers, setup: Setup, now: Instant): Omit<Trial, 'stored' | 'calls'> {
  const says = rehearsalSays(setup.doc.site);
  const own = setup.paths.get(pathOfForm(form) ?? '');
  if (!own) return { steps: [], gives: [], letters: formLetters(form, false, setup) };
  const answers = { ...given, topics: [...given.topics] };
  const blank = unsent({
    id: 'made-up' as ApplicationId,
    member: 'made-up' as MemberId,
    form: form.id,
    revision: 0,
    path: own.id,
    answers,
    submittedAt: now,
  });
  const sent = advance(own, blank, { it: 'submitted' }, now, setup);
  if (!sent.ok) return { steps: [], gives: [], letters: [] };
  const { application } = sent.value;
  const way = setup.paths.get(application.path) ?? own;
  const declined = application.history.findLast(({ what }) => what === 'declinedByRule');
  const steps = [
    way.id === own.id ? says.goesBy({ path: own.title }) : says.goesElsewhere({ path: way.title }),
    ...(form.places ? [says.waitsForPlace] : []),
    ...(declined ? [says.isDeclined({ reason: declined.note ?? '' })] : gatesOf(way, application, setup)),
  ];
  const proven = !asksForProof(way) || application.state === 'admitted';
  return {
    steps,
    gives: declined
      ? []
      : [
          ...paidOn(way).map((id) =>
            rehearsalSays(setup.doc.site).oncePaid({ level: setup.levels.get(id)?.title ?? id }),
          ),
          ...sayGrants(grantsAt(withPlace(way, form, setup), application, now, setup), setup),
        ],
    letters: [...lettersOf(sent.value, setup), ...formLetters(form, !proven, setup)],
  };
}

/** The gates on the way of these answers, the one at which they wait first. */
function gatesOf(way: WalkedPath, application: Application, setup: Setup): string[] {
  const says = rehearsalSays(setup.doc.site);
  if (application.state === 'admitted') return [says.isIn];
  const given = new Map(Object.entries(application.answers.fields));
  const here = gateOf(way, application);
  const at = here ? way.gates.indexOf(here) : -1;
  return way.gates.flatMap((gate, n) => {
    const named = { number: n + 1, gate: gate.title };
    if (n === at) return [says.waitsAt(named)];
    if ('when' in gate && gate.when && !meetsAnswers(gate.when, given)) return [says.passesBy(named)];
    return n < at ? [] : [says.comesTo(named)];
  });
}

function lettersOf({ effects }: Step, setup: Setup): string[] {
  const says = rehearsalSays(setup.doc.site);
  const title = (id: string) => setup.messages.get(id)?.title ?? id;
  return effects.flatMap((effect) => {
    if (!('message' in effect) || isOff(effect.message, setup)) return [];
    if (effect.do === 'sendCode') return [says.codeBy({ letter: title(effect.message) })];
    return effect.do === 'send' ? [says.letterTo({ letter: title(effect.message), whom: says.sender })] : [];
  });
}

const isOff = (message: string, setup: Setup): boolean => setup.messages.get(message)?.off === true;

function formLetters({ letters = [] }: AnyForm, later: boolean, setup: Setup): string[] {
  const says = rehearsalSays(setup.doc.site);
  return letters.flatMap(({ message, to }) => {
    if (isOff(message, setup)) return [];
    const whom = to === 'sender' ? says.sender : 'part' in to ? says.staffWith({ part: to.part }) : to.address;
    const named = { letter: setup.messages.get(message)?.title ?? message, whom };
    return later ? says.onceConfirmed(named) : says.letterTo(named);
  });
}

function sayGrants({ terms, groups }: Pick<Facts, 'terms' | 'groups'>, setup: Setup): string[] {
  const says = rehearsalSays(setup.doc.site);
  return [
    ...terms.map(({ level, until }) => {
      const title = setup.levels.get(level)?.title ?? level;
      return until === null ? title : says.levelUntil({ level: title, date: sayDate(until, setup.doc.site) });
    }),
    ...groups.map((id) => setup.groups.get(id)?.title ?? id),
  ];
}
