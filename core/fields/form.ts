/**
 * Purpose: a whole form read at once: every answer checked, every fault told, nothing dropped.
 */
import type { FieldValue } from '../facts';
import type { FieldId, TopicId } from '../kernel';
import { never, ok, refuse, type Result } from '../kernel/result';
import type { Reader } from '../kernel/sentences';
import { fieldsSays } from './fields.sentences';
import type { FieldItem, SignupForm } from './items';
import { readAnswer, type RawAnswer } from './read';

/** One answer that cannot be taken. `at` is the name of the input; `label` what the form calls it. */
export type AnswerFault = { readonly at: string; readonly label: string; readonly says: string };

export type ReadForm = {
  readonly name: string;
  readonly mail: string;
  readonly password: string;
  readonly fields: Record<FieldId, FieldValue>;
  readonly agreed: readonly { id: FieldId; version: number }[];
  readonly topics: readonly TopicId[];
};

export type RawForm = Readonly<Record<string, RawAnswer>>;

/** A password must have 10 to 128 characters and not be among those guessed first (NIST SP 800-63B, 3.1.1.2). */
export const PASSWORD_LEAST = 10;
export const PASSWORD_MOST = 128;

/** What is wrong with a password, before any list of known ones is asked. Counted in code points. */
export function passwordFault(password: string, reader: Reader): string | null {
  const says = fieldsSays(reader);
  const length = [...password].length;
  if (length === 0) return says.choosePassword;
  if (length < PASSWORD_LEAST) return says.passwordShort({ length, least: PASSWORD_LEAST });
  if (length > PASSWORD_MOST) return says.passwordLong({ most: PASSWORD_MOST });
  return null;
}

/**
 * What is wrong with a name: nothing that reads as an address, since a letter that greets by it would carry a link to
 * wherever its writer likes.
 */
export function nameFault(name: string, reader: Reader): string | null {
  if (!/\p{L}.*\p{L}/u.test(name)) return fieldsSays(reader).nameLetters;
  if (/[/\\@]|:\S|\p{L}{2,}\.\p{L}{2,}/u.test(name)) return fieldsSays(reader).nameAddress;
  return null;
}

/**
 * Reads a signup form. Refuses with all faults in the order of the form. A question about a field that does not exist
 * is not asked.
 */
export function readForm(
  form: SignupForm,
  { fields: known, doc }: { readonly fields: ReadonlyMap<string, FieldItem>; readonly doc: { readonly site: Reader } },
  raw: RawForm,
): Result<ReadForm, AnswerFault[]> {
  const faults: AnswerFault[] = [];
  const fields: Record<string, FieldValue> = {};
  const agreed: { id: FieldId; version: number }[] = [];
  const topics: TopicId[] = [];
  let name = '';
  let mail = '';
  let password = '';
  for (const part of form.parts) {
    switch (part.part) {
      case 'field': {
        const field = known.get(part.field);
        if (!field || field.retired) break;
        const label = part.label ?? field.label;
        const read = readAnswer(field, raw[part.field], part.required, doc.site);
        if (!read.ok) faults.push({ at: part.field, label, says: read.refusal });
        else if (field.role === 'name' && typeof read.value === 'string') name = read.value;
        else if (field.role === 'mail' && typeof read.value === 'string') mail = read.value;
        else if (read.value !== null) fields[part.field] = read.value;
        const fault = field.role === 'name' && read.ok && name !== '' ? nameFault(name, doc.site) : null;
        if (fault) faults.push({ at: part.field, label, says: fault });
        break;
      }
      case 'password': {
        password = typeof raw['password'] === 'string' ? raw['password'] : '';
        const fault = passwordFault(password, doc.site);
        if (fault) faults.push({ at: 'password', label: part.label, says: fault });
        break;
      }
      case 'agreement':
        if (raw[part.id] === true) agreed.push({ id: part.id, version: part.version });
        else
          faults.push({
            at: part.id,
            label: part.title ?? part.label,
            says: fieldsSays(doc.site).tickToAgree,
          });
        break;
      case 'topics': {
        const chosen = Array.isArray(raw['topics']) ? raw['topics'] : [];
        topics.push(...part.topics.filter((topic) => chosen.includes(topic)));
        break;
      }
      case 'heading':
        break;
      default:
        never(part);
    }
  }
  if (faults.length) return refuse(faults);
  return ok({ name, mail, password, fields, agreed, topics });
}
