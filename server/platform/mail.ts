/** Purpose: mail as a port, its SMTP side, and what a mail server's refusal means. */
import { readFileSync } from 'node:fs';
import { createTransport } from 'nodemailer';
import { HOUR, MINUTE } from '../../core/kernel';
import type { Config } from './config';
import { platformSays as says } from './platform.sentences';

export type Mail = {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
};
export type MailTransport = { send(mail: Mail): Promise<void>; close(): void };

/** Hands mail to an SMTP server. The Message-ID is made from the mail's own id, the same at each try. */
export function smtpTransport(smtp: Config['smtp'], from: () => { name: string; address: string }): MailTransport {
  const transport = createTransport({
    host: smtp.host,
    port: smtp.port,
    pool: true,
    maxConnections: 3,
    secure: smtp.tls === 'implicit',
    ignoreTLS: smtp.tls === 'none',
    requireTLS: smtp.tls === 'starttls',
    ...(smtp.ca ? { tls: { ca: readFileSync(smtp.ca, 'utf8') } } : {}),
    ...(smtp.user ? { auth: { user: smtp.user, pass: smtp.password } } : {}),
    connectionTimeout: 5_000,
    greetingTimeout: 5_000,
    socketTimeout: 15_000,
  });
  return {
    async send(mail) {
      const sender = from();
      const domain = sender.address.slice(sender.address.lastIndexOf('@') + 1);
      await transport.sendMail({
        from: sender,
        to: mail.to,
        subject: mail.subject,
        text: mail.text,
        html: mail.html,
        messageId: `<${mail.id}@${domain}>`,
        textEncoding: 'base64',
      });
    },
    close: () => transport.close(),
  };
}

/** Why a letter could not be handed over. */
export type MailTrouble = 'away' | 'later' | 'refused' | 'notLetIn';

/**
 * What kind of refusal an error is. A server's answer is told by its first digit: 4 is passing, 5 is for good (RFC
 * 5321 section 4.2.1). An answer to the sign-in is about us and not about the letter.
 */
export function mailTrouble(error: unknown): MailTrouble {
  const { code, responseCode, command } = error as { code?: string; responseCode?: number; command?: string };
  if (code === 'EAUTH' || code === 'ETLS' || command?.startsWith('AUTH')) return 'notLetIn';
  if (responseCode === undefined) return 'away';
  return responseCode >= 500 ? 'refused' : 'later';
}

export const sayMailTrouble: Record<MailTrouble, string> = {
  away: says.mailSilent,
  later: says.mailPutsOff,
  refused: says.mailRefuses,
  notLetIn: says.mailShutsOut,
};

const LONGEST_PAUSE = 4 * HOUR;
/** How long a letter is tried: as long as mail servers do (RFC 5321 section 4.5.4.1 asks for four to five days of a relay). */
const TRIED_FOR = 72 * HOUR;

/**
 * How long to wait before the next try of a letter, or null to give up: after a refusal for good at once, else when
 * three days have passed. The pauses double, from a minute up to four hours.
 * @param tries so many tries have failed; @param since milliseconds since the letter was written
 */
export function mailPause(trouble: MailTrouble, tries: number, since: number): number | null {
  if (trouble === 'refused' || since >= TRIED_FOR) return null;
  const first = trouble === 'later' ? 5 * MINUTE : MINUTE;
  return Math.min(first * 2 ** (tries - 1), LONGEST_PAUSE, Math.max(MINUTE, TRIED_FOR - since));
}
