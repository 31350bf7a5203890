/** Purpose: what is wrong with a password or a name, whatever form it is typed into. */
import type { Reader } from '../kernel/sentences';
import { fieldsSays } from './fields.sentences';

/** A password must have 10 to 128 characters and not be among those guessed first (NIST SP 800-63B, 3.1.1.2). */
export const PASSWORD_LEAST = 10;
export const PASSWORD_MOST = 128;
/** The longest name that an account can hold. */
export const NAME_MOST = 120;

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
  if (name.length > NAME_MOST) return fieldsSays(reader).tooLong({ most: NAME_MOST, length: name.length });
  if (!/\p{L}.*\p{L}/u.test(name)) return fieldsSays(reader).nameLetters;
  if (/[/\\@]|:\S|\p{L}{2,}\.\p{L}{2,}/u.test(name)) return fieldsSays(reader).nameAddress;
  return null;
}
