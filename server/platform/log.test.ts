import { describe, expect, it } from 'vitest';
import { makeLog, pathPattern, tellError, withoutQuotes } from './log';

/** What a statement that failed looks like as TypeORM throws it, with everything that must not be written. */
function statementFailed(): Error {
  const driver = Object.assign(new Error(`Duplicate entry 'perrin@oake.example' for key 'member_owned_mail'`), {
    code: 'ER_DUP_ENTRY',
    errno: 1062,
    sqlState: '23000',
    sqlMessage: `Duplicate entry 'perrin@oake.example'`,
    sql: `INSERT INTO member VALUES ('Perrin Oake', '$argon2id$v=19$m=19456$secret')`,
  });
  return Object.assign(new Error(driver.message), {
    driverError: driver,
    query: 'INSERT INTO member VALUES (?, ?)',
    parameters: ['Perrin Oake', '$argon2id$v=19$m=19456$secret', 'Q7H4KD'],
  });
}

describe('an error in the log', () => {
  it('tells kind, codes and place, and nothing of the people in it', () => {
    const lines: string[] = [];
    const log = makeLog('error', { write: (line) => void lines.push(line) });
    log.error({ err: statementFailed(), path: pathPattern('/confirm/abcdefghijklmnop') }, 'http: failed');
    const refusal = new Error('550 5.1.1 <perrin@oake.example>: no such person “Perrin Oake”');
    log.error({ err: Object.assign(refusal, { responseCode: 550, command: 'RCPT TO' }) }, 'jobs: failed');
    const written = lines.join('\n');
    for (const secret of ['Perrin', 'oake', 'argon2', 'Q7H4KD', 'INSERT', 'abcdefgh'])
      expect(written).not.toContain(secret);
    expect(JSON.parse(lines[0]!)).toMatchObject({
      path: '/confirm/…',
      err: {
        cause: { code: 'ER_DUP_ENTRY', errno: 1062, key: 'member_owned_mail', says: 'Duplicate entry … for key …' },
      },
    });
    expect(JSON.parse(lines[1]!)).toMatchObject({ err: { responseCode: 550, command: 'RCPT TO' } });
    expect(tellError(statementFailed()).at!.length).toBeGreaterThan(0);
  });

  it('is cut wherever it may quote', () => {
    expect(withoutQuotes(`Incorrect string value: '\\xF0\\x9F' for column "name"`)).toBe(
      'Incorrect string value: … for column …',
    );
    expect(withoutQuotes('no user ida@mail.example with key dGhpcyBpcyBhIHNlY3JldA')).toBe('no user … with key …');
    expect(withoutQuotes("it's fine")).toBe("it's fine");
  });
});

describe('a path in the log', () => {
  it.each([
    ['/confirm/dGhpcyBpcyBhIHNlY3JldA', '/confirm/…'],
    ['//confirm//dGhpcyBpcyBhIHNlY3JldA', '/confirm/…'],
    ['/\\confirm\\dGhpcyBpcyBhIHNlY3JldA', '/confirm/…'],
    ['/reset/x?y=z', '/reset/…'],
    ['/desk/reset/dGhpcyBpcyBhIHNlY3JldA', '/desk/reset/…'],
    ['/Confirm/dGhpcyBpcyBhIHNlY3JldA', '/…'],
    ['/api/site/view?path=/confirm/x', '/api/site/…'],
    ['/perrin@oake.example', '/…'],
    ['/', '/'],
  ])('%s is its pattern', (path, pattern) => expect(pathPattern(path)).toBe(pattern));
});
