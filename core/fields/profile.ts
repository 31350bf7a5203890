/**
 * Purpose: a profile: which fields a member sees of themselves, which of those they may change, which staff may, and
 * reading what either sends.
 * Invariant: what may not be changed is not read, whatever is sent. The mail address has a way of its own, since it is
 * confirmed at both ends.
 */
import type { Facts, FieldValue } from '../facts';
import type { FieldId } from '../kernel/ids';
import { ok, refuse, type Result } from '../kernel/result';
import type { Reader } from '../kernel/sentences';
import { madeNameFault } from './computed';
import { nameFault } from './faults';
import type { AnswerFault, RawForm } from './form';
import type { FieldItem } from './items';
import { facetOf, isAnswered } from './kinds';
import type { PartOfForm } from './parts';
import { readAnswer } from './read';

type Owner = Pick<Facts, 'standing' | 'terms' | 'groups'> & { readonly fields?: Facts['fields'] };
type Known = {
  readonly fields: ReadonlyMap<string, FieldItem>;
  readonly doc: {
    readonly site: Reader;
    readonly fields: readonly FieldItem[];
    readonly forms?: readonly {
      readonly parts: readonly PartOfForm[];
      readonly purpose: { readonly is: string };
      readonly retired?: boolean | undefined;
    }[];
  };
};
export type OwnField = { readonly field: FieldItem; readonly mayChange: boolean };

/** Standings in which somebody looks after their own profile; who still applies has sent a form that is being read. */
const looksAfter: ReadonlySet<Facts['standing']> = new Set(['admitted', 'paused', 'lapsed']);

/** Whether a field is about somebody as they are now. A level that has ended still says what they were. */
function isAbout({ about }: FieldItem, { terms, groups }: Owner): boolean {
  if (!about || (about.levels.length === 0 && about.groups.length === 0)) return true;
  return (
    terms.some(({ level }) => about.levels.includes(level)) || groups.some((group) => about.groups.includes(group))
  );
}

/** Whether nobody is taken in without agreeing to something: it is not given up by unticking it later. */
const mustBeAgreed = (field: string, forms: NonNullable<Known['doc']['forms']>): boolean =>
  forms.some(
    ({ parts, purpose, retired }) =>
      !retired &&
      purpose.is === 'signup' &&
      parts.some((part) => part.part === 'field' && part.field === field && part.required),
  );

/** The fields somebody sees of themselves, in the order of the set-up. */
export function ownFields({ doc }: Known, facts: Owner): OwnField[] {
  const { forms = [] } = doc;
  const { standing } = facts;
  return doc.fields.flatMap((field): OwnField[] => {
    if (field.retired || field.role === 'mail' || !isAbout(field, facts)) return [];
    const mayChange =
      field.changedBy === 'member' &&
      isAnswered(field.of) &&
      looksAfter.has(standing) &&
      !(facetOf(field.of).is === 'agreement' && mustBeAgreed(field.id, forms));
    // What is for staff alone is kept from its member too, unless they are the one to keep it right.
    return mayChange || field.seenBy !== 'staff' ? [{ field, mayChange }] : [];
  });
}

/** Whose hand changes a profile. */
export type ByWhom = 'member' | 'staff';

/** The fields of somebody that staff may put right: all but those that nobody changes any more. */
export const staffFields = ({ doc }: Known, facts: Owner): FieldItem[] =>
  doc.fields.filter(
    (field) =>
      !field.retired &&
      field.role !== 'mail' &&
      isAnswered(field.of) &&
      isAbout(field, facts) &&
      (field.changedBy !== 'nobody' || facts.standing === 'applicant'),
  );

export type Profile = {
  readonly name: string | null;
  /** What each field becomes; null empties it. */
  readonly fields: Readonly<Record<FieldId, FieldValue | null>>;
};

/** Reads what is sent of a profile: only what that hand may change, only what was sent. */
export function readProfile(
  known: Known,
  facts: Owner,
  raw: RawForm,
  by: ByWhom = 'member',
): Result<Profile, AnswerFault[]> {
  const faults: AnswerFault[] = [];
  const fields: Record<string, FieldValue | null> = {};
  let name: string | null = null;
  const may =
    by === 'staff'
      ? staffFields(known, facts)
      : ownFields(known, facts).flatMap(({ field, mayChange }) => (mayChange ? [field] : []));
  for (const field of may) {
    if (!Object.hasOwn(raw, field.id)) continue;
    const isName = field.role === 'name';
    const read = readAnswer(field, raw[field.id], isName, known.doc.site);
    const wrong = !read.ok ? read.refusal : isName ? nameFault(String(read.value), known.doc.site) : null;
    if (wrong !== null) faults.push({ at: field.id, label: field.label, says: wrong });
    else if (read.ok && isName) name = String(read.value);
    else if (read.ok) fields[field.id] = read.value;
  }
  const whole = Object.entries({ ...facts.fields, ...fields }).filter(([, value]) => value !== null);
  const made = madeNameFault(Object.fromEntries(whole) as Record<string, FieldValue>, Object.keys(fields), known);
  if (made && !faults.some(({ at }) => at === made.at)) faults.push(made);
  return faults.length ? refuse(faults) : ok({ name, fields });
}
