import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { SMTPServer } from 'smtp-server';
import { afterEach, describe, expect, it } from 'vitest';
import { HOUR, MINUTE } from '../../core/kernel';
import { readConfig, type Config } from './config';
import { mailPause, mailTrouble, smtpTransport } from './mail';

const own = (name: string) => resolve(import.meta.dirname, '../../tests/support/tls', name);
let server: SMTPServer | null = null;
afterEach(() => new Promise<void>((done) => (server ? server.close(() => done()) : done())));

const letter = { id: 'x'.repeat(20), to: 'ida@mail.example', subject: 'Hello', text: 'Hello', html: '<p>Hello</p>' };
type Seen = { secure: boolean; user: string | undefined };

async function mailServer(
  options: ConstructorParameters<typeof SMTPServer>[0],
): Promise<{ port: number; seen: Seen[] }> {
  const seen: Seen[] = [];
  server = new SMTPServer({
    key: readFileSync(own('mail.key')),
    cert: readFileSync(own('mail.crt')),
    onAuth: ({ username, password }, _session, done) =>
      password === 'of the mail server' ? done(null, { user: username }) : done(new Error('no')),
    onData: (stream, session, done) => {
      stream.resume();
      stream.on('end', () => {
        seen.push({ secure: session.secure, user: session.user as string | undefined });
        done();
      });
    },
    ...options,
  });
  server.on('error', () => undefined);
  await new Promise<void>((ready) => server!.listen(0, '127.0.0.1', () => ready()));
  return { port: (server.server.address() as AddressInfo).port, seen };
}

const settings = (port: number, more: Record<string, string>): Config['smtp'] =>
  readConfig({ ADMISSA_SMTP_PORT: String(port), ...more }).smtp;
const send = async (smtp: Config['smtp']) => {
  const transport = smtpTransport(smtp, () => ({ name: 'Quillmoor', address: 'hello@quillmoor.example' }));
  try {
    await transport.send(letter);
    return 'sent';
  } catch (error) {
    return mailTrouble(error);
  } finally {
    transport.close();
  }
};
const signIn = { ADMISSA_SMTP_USER: 'quillmoor', ADMISSA_SMTP_PASSWORD: 'of the mail server' };

describe('the way to the mail server', () => {
  it('is TLS with a sign-in where the settings say so', async () => {
    const { port, seen } = await mailServer({});
    expect(
      await send(settings(port, { ADMISSA_SMTP_TLS: 'starttls', ADMISSA_SMTP_CA: own('mail.crt'), ...signIn })),
    ).toBe('sent');
    expect(seen).toEqual([{ secure: true, user: 'quillmoor' }]);
  });

  it('is TLS from the first byte where it is to be', async () => {
    const { port, seen } = await mailServer({ secure: true });
    expect(
      await send(settings(port, { ADMISSA_SMTP_TLS: 'implicit', ADMISSA_SMTP_CA: own('mail.crt'), ...signIn })),
    ).toBe('sent');
    expect(seen).toEqual([{ secure: true, user: 'quillmoor' }]);
  });

  it('sends nothing in the clear where TLS is asked for, and nothing to a server nobody vouches for', async () => {
    const plain = await mailServer({ disabledCommands: ['STARTTLS'], authOptional: true });
    expect(await send(settings(plain.port, { ADMISSA_SMTP_TLS: 'starttls' }))).not.toBe('sent');
    expect(plain.seen).toEqual([]);
    await new Promise<void>((done) => server!.close(() => done()));
    const unknown = await mailServer({});
    expect(await send(settings(unknown.port, { ADMISSA_SMTP_TLS: 'starttls', ...signIn }))).not.toBe('sent');
    expect(unknown.seen).toEqual([]);
  });

  it('is in the clear to this machine only, unless somebody says otherwise', () => {
    expect(readConfig({}).smtp.tls).toBe('none');
    expect(readConfig({ ADMISSA_SMTP_HOST: 'mail.quillmoor.example' }).smtp.tls).toBe('starttls');
  });
});

describe('a refusal', () => {
  it.each([
    ['a mailbox that is not there', 550, 'refused'],
    ['a mailbox that is full for now', 452, 'later'],
  ] as const)('of %s is told by its answer', async (_, responseCode, trouble) => {
    const { port } = await mailServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onRcptTo: (_address, _session, done) => done(Object.assign(new Error('no'), { responseCode })),
    });
    expect(await send(settings(port, {}))).toBe(trouble);
  });

  it('of the sign-in is about us, and a server that is away is no refusal', async () => {
    const { port } = await mailServer({});
    const wrong = { ADMISSA_SMTP_TLS: 'starttls', ADMISSA_SMTP_CA: own('mail.crt'), ADMISSA_SMTP_USER: 'quillmoor' };
    expect(await send(settings(port, { ...wrong, ADMISSA_SMTP_PASSWORD: 'wrong' }))).toBe('notLetIn');
    expect(await send(settings(1, {}))).toBe('away');
  });
});

describe('how long a letter is tried', () => {
  /** Tries until given up, by a clock that stands still but for the pauses. */
  const played = (trouble: Parameters<typeof mailPause>[0]) => {
    const pauses: number[] = [];
    let since = 0;
    for (let tries = 1; ; tries++) {
      const pause = mailPause(trouble, tries, since);
      if (pause === null) return { pauses, since };
      pauses.push(pause);
      since += pause;
    }
  };

  it('three days, with pauses that double up to four hours', () => {
    for (const trouble of ['away', 'later', 'notLetIn'] as const) {
      const { pauses, since } = played(trouble);
      expect(since).toBe(72 * HOUR);
      expect(Math.max(...pauses)).toBe(4 * HOUR);
      for (let at = 1; at < pauses.length - 1; at++) expect(pauses[at]).toBe(Math.min(pauses[at - 1]! * 2, 4 * HOUR));
    }
    expect(played('away').pauses[0]).toBe(MINUTE);
    expect(played('later').pauses[0]).toBe(5 * MINUTE);
  });

  it('not again after a refusal for good', () => {
    expect(mailPause('refused', 1, 0)).toBeNull();
  });
});
