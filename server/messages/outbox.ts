/**
 * Purpose: messages on their way: rendered and stored with the state that caused them, sent once by a job.
 * Invariant: a message and its job are written in the caller's transaction. Its Message-ID never changes, so that
 * a mail handed over twice in a crash is one mail to whoever receives it. Secrets are erased once it has left.
 */
import { In, IsNull, type DataSource, type EntityManager } from 'typeorm';
import type { Facts } from '../../core/facts';
import type { ChipName, Instant, MemberId, MessageId } from '../../core/kernel';
import { renderMessage } from '../../core/messages';
import { wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { MessageJobs } from './messages.jobs';
import { mailPause, mailTrouble, sayMailTrouble, type Mail, type MailTransport } from '../platform/mail';
import { changeRow, insertRow } from '../platform/rows';
import { OutgoingRow } from './message.entity';

export type Post = {
  readonly message: MessageId;
  readonly to: string;
  readonly member: MemberId | null;
  /** Whom it speaks of, where that is not whom it goes to. */
  readonly about?: MemberId;
  /** When it may leave, where that is later than now. */
  readonly at?: Instant;
  readonly facts: Facts;
  /** Further words: the reason, a question. */
  readonly words?: Partial<Record<ChipName, string>>;
  /** Words nobody may read later: codes and links. */
  readonly secrets?: Partial<Record<ChipName, string>>;
  /** Only tried: what is said for its subject. It leaves even where it is switched off. */
  readonly test?: (words: { subject: string }) => string;
};

const mark = (chip: string) => `\uE000${chip}\uE001`;

export class Outbox {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: Jobs<MessageJobs>,
    private readonly transport: MailTransport,
    private readonly random: Randomness,
  ) {
    const letter = {
      prepare: (manager: EntityManager, { id }: { id: string }) => ready(manager, id),
      make: (mail: Mail) => this.transport.send(mail),
      settle: async (manager: EntityManager, { id }: Mail, now: Instant) => {
        await changeRow(manager, OutgoingRow, { id }, { sentAt: now, secrets: null });
      },
    };
    jobs.outside('sendMail', letter, {
      after: (error, tries, age) => mailPause(mailTrouble(error), tries, age),
      tells: (error) => sayMailTrouble[mailTrouble(error)],
    });
  }

  /**
   * Puts a message into the box, to leave as soon as the transaction is committed. One that is off stays unsaid.
   * @returns its id, or null where it is off
   */
  async post(manager: EntityManager, setup: Setup, post: Post, now: Instant): Promise<string | null> {
    const message = setup.messages.get(post.message);
    if (!message) throw new Error(`There is no message ${post.message}`);
    if (message.off && !post.test) return null;
    const own = wordsFor(post.facts, now, setup);
    const secrets = post.secrets ?? {};
    const { name, look } = setup.doc.site;
    const rendered = renderMessage(
      message,
      (chip) => (chip in secrets ? mark(chip) : (post.words?.[chip] ?? own(chip))),
      { siteName: name, ...look },
    );
    const id = this.random.id<string>();
    await insertRow(manager, OutgoingRow, {
      id,
      member: post.member,
      about: post.about ?? null,
      template: post.message,
      to: post.to,
      subject: (post.test?.(rendered) ?? rendered.subject).slice(0, 300),
      text: rendered.text,
      html: rendered.html,
      secrets: secrets as Record<string, string>,
      createdAt: now,
      sentAt: null,
    });
    await this.jobs.add(manager, { kind: 'sendMail', runAt: post.at ?? now, payload: { id }, key: `mail:${id}` });
    return id;
  }

  /** Takes back the letters to a member that have not left, all or those of one kind. @returns how many there were */
  async unsend(manager: EntityManager, member: MemberId, message?: MessageId): Promise<number> {
    const rows = manager.getRepository(OutgoingRow);
    const waiting = await rows.find({
      where: { member, sentAt: IsNull(), ...(message ? { template: message } : {}) },
      select: { id: true },
    });
    let taken = 0;
    for (const { id } of waiting) if (await this.unsendOne(manager, id)) taken += 1;
    return taken;
  }

  /** Takes back one letter. @returns whether it had not left */
  async unsendOne(manager: EntityManager, id: string): Promise<boolean> {
    // One that is just being handed over cannot be taken back.
    if (!(await this.jobs.cancel(manager, `mail:${id}`))) return false;
    const { affected } = await manager.getRepository(OutgoingRow).delete({ id, sentAt: IsNull() });
    return affected === 1;
  }

  /** Of these letters the ones that have not left yet. */
  async waiting(ids: readonly string[]): Promise<ReadonlySet<string>> {
    if (ids.length === 0) return new Set();
    const rows = this.db.getRepository(OutgoingRow);
    const found = await rows.find({ where: { id: In([...ids]), sentAt: IsNull() }, select: { id: true } });
    return new Set(found.map(({ id }) => id));
  }

  /** Erases every letter to a person and about them, and those that went to an address nobody owned. */
  async erase(manager: EntityManager, member: MemberId, mail: string): Promise<void> {
    await manager.query(
      `DELETE o, j FROM outgoing o LEFT JOIN job j ON j.job_key = CONCAT('mail:', o.id)
       WHERE o.member = ? OR o.about = ? OR (o.member IS NULL AND o.about IS NULL AND o.to_mail = ?)`,
      [member, member, mail],
    );
  }
}

/** A letter as it leaves, with its secrets; null where it has left already or is gone. */
async function ready(manager: EntityManager, id: string): Promise<Mail | null> {
  const row = await manager.getRepository(OutgoingRow).findOneBy({ id });
  if (!row || row.sentAt !== null) return null;
  const open = (text: string) => text.replace(/\uE000(\w+)\uE001/g, (_, chip: string) => row.secrets?.[chip] ?? '');
  return { id, to: row.to, subject: open(row.subject), text: open(row.text), html: open(row.html) };
}
