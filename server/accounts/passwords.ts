/**
 * Purpose: passwords: Argon2id hashes (RFC 9106; m = 19 MiB, t = 2, p = 1 as OWASP advises) and a check against
 * what is guessed first (NIST SP 800-63B section 3.1.1.2).
 */
import { hash, verify } from '@node-rs/argon2';
import { passwordFault } from '../../core/fields';

const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFKC'), cost);

/** The hash of no password: verified against when nobody has the address, so that both cases do the same work. */
const nobody = hash('nobody has this password', cost);

export async function verifyPassword(stored: string | null, password: string): Promise<boolean> {
  const against = stored ?? (await nobody);
  const right = await verify(against, password.slice(0, 400).normalize('NFKC')).catch(() => false);
  return stored !== null && right;
}

type Guesser = { check(password: string, own: string[]): { score: number } };
let guesser: Promise<Guesser> | null = null;

/** Loads the word lists on first use: they are large and most processes start without needing them. */
function loadGuesser(): Promise<Guesser> {
  guesser ??= (async () => {
    const [{ ZxcvbnFactory }, common] = await Promise.all([
      import('@zxcvbn-ts/core'),
      import('@zxcvbn-ts/language-common'),
    ]);
    const factory = new ZxcvbnFactory({ dictionary: { ...common.dictionary }, graphs: common.adjacencyGraphs });
    return { check: (password, own) => factory.check(password, own) };
  })();
  return guesser;
}

/**
 * What is wrong with a new password, or null.
 * @param own words the person is known by, which make a password easy to guess
 */
export async function weakness(password: string, own: string[]): Promise<string | null> {
  const fault = passwordFault(password);
  if (fault) return fault;
  const { score } = (await loadGuesser()).check(
    password.slice(0, 64),
    own.filter((word) => word.length > 2),
  );
  return score < 2 ? 'That password is among the first to be guessed. Three unusual words make a good one.' : null;
}
