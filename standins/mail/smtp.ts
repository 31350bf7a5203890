/** Purpose: the SMTP side of the stand-in (RFC 5321): takes every mail for every address, on loopback only. */
import { randomUUID } from 'node:crypto';
import { simpleParser, type AddressObject } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import type { Letters } from './letters';

const MOST_BYTES = 10 * 1024 * 1024;

export function smtpServer(letters: Letters): SMTPServer {
  return new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    banner: 'Mail stand-in',
    size: MOST_BYTES,
    logger: false,
    onData(stream, _session, done) {
      simpleParser(stream).then(
        (mail) => {
          const id = randomUUID().slice(0, 8);
          letters.add({
            id,
            messageId: mail.messageId ?? id,
            at: Date.now(),
            from: mail.from?.text ?? '',
            to: addresses(mail.to),
            subject: mail.subject ?? '(no subject)',
            text: mail.text ?? '',
            html: mail.html || '',
          });
          done();
        },
        (error: Error) => done(error),
      );
    },
  });
}

const addresses = (to: AddressObject | AddressObject[] | undefined): string =>
  (Array.isArray(to) ? to : to ? [to] : []).map((entry) => entry.text).join(', ');
