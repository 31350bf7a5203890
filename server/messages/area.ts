/** Letters, as an area. */
import type { EntityManager } from 'typeorm';
import type { MemberId } from '../../core/kernel';
import type { Area, Base } from '../area';
import type { Jobs } from '../platform/jobs';
import { smtpTransport, type MailTransport } from '../platform/mail';
import { table } from '../platform/tables';
import type { LiveSetup } from '../setup';
import { StuckLetters } from './letters';
import { lettersApi, type LettersPorts } from './letters.api';
import { OutgoingRow } from './message.entity';
import { messageJobs, type MessageJobs } from './messages.jobs';
import { Outbox } from './outbox';

type Needs = Base & { readonly live: LiveSetup; readonly jobs: Jobs<MessageJobs> };

export const messagesArea = {
  name: 'messages',
  tables: [
    // Letters to them and about them, with the jobs that would send them: the outbox knows which.
    table(OutgoingRow, { erased: '' }, 'id member about template to_mail subject text html secrets created_at sent_at'),
  ],
  jobs: messageJobs,
  build: ({ db, jobs, acts, random, config, live }: Needs) => {
    const mail = smtpTransport(config.smtp, () => {
      const { site } = live.must.setup.doc;
      return { name: site.name, address: site.replyTo };
    });
    return { mail, outbox: new Outbox(db, jobs, mail, random), letters: new StuckLetters(db, jobs, acts) };
  },
  erase: ({ outbox }: { readonly outbox: Outbox }, manager: EntityManager, member: MemberId, mail: string) =>
    outbox.erase(manager, member, mail),
  api: (ports: LettersPorts) => ({ letters: lettersApi(ports) }),
  close: ({ mail }: { readonly mail: MailTransport }) => mail.close(),
} satisfies Area;
