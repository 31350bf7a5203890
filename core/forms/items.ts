/** Purpose: forms as the owner sets them up: what they ask, what they are for, who may send them, and what follows. */
import { z } from 'zod';
import { Grant } from '../doors/grant';
import { Rule } from '../doors/rule';
import { FieldId, AnyFormId, MessageId, PageId, PathId } from '../kernel/ids';
import { owners } from '../kernel/sentences';
import { Address, Text, Title } from '../kernel/texts';
import { Words } from '../kernel/words';
import { fieldsSays } from '../fields/fields.sentences';
import { PartOfForm } from '../fields/parts';

/**
 * What a form is for. A *follow-up* is put to people who are in already, and may give something when it is done; a
 * *step* is asked for by a gate of a path.
 */
export const PurposeOfForm = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('signup'), path: PathId }),
  z.strictObject({
    is: z.literal('followUp'),
    /** To whom it is put. */
    audience: Rule,
    grants: z.array(Grant).max(20),
  }),
  z.strictObject({ is: z.literal('step') }),
]);
export type PurposeOfForm = z.infer<typeof PurposeOfForm>;

/** Only so many may come by a form. Without a waiting list it is shut when they have. */
const Places = z.strictObject({
  count: z.int().min(1).max(100_000),
  waitingList: z.strictObject({ waiting: MessageId, free: MessageId }).optional(),
});

const MailDomain = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^([a-z0-9]([a-z0-9-]*[a-z0-9])?\.)+[a-z]{2,}$/, fieldsSays(owners).notADomain);

/** What whoever has sent it sees. */
export const AfterSending = z.discriminatedUnion('then', [
  z.strictObject({ then: z.literal('words'), text: Words }),
  z.strictObject({ then: z.literal('page'), page: PageId }),
  z.strictObject({
    then: z.literal('address'),
    address: z.url({ protocol: /^https?$/, error: fieldsSays(owners).notAWebAddress }),
  }),
]);
export type AfterSending = z.infer<typeof AfterSending>;

/** A letter that a form sends by itself: to whoever sent it, to staff with a part, or to an address. */
export const LetterOfForm = z.strictObject({
  message: MessageId,
  to: z.union([
    z.literal('sender'),
    z.strictObject({ part: z.enum(['owner', 'manager', 'reviewer', 'editor', 'bookkeeper']) }),
    z.strictObject({ address: z.email({ error: fieldsSays(owners).mailInstead }).max(190) }),
  ]),
  /** Which answers it tells; all of them where none are chosen. */
  answers: z.array(FieldId).max(80).optional(),
});
export type LetterOfForm = z.infer<typeof LetterOfForm>;

const LOOPBACK: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]']);

/** A program elsewhere that is told of each sending, by a signed call. */
export const HookOfForm = z.strictObject({
  /** What stands in the clear on its way is for this machine alone. */
  address: z
    .url({ protocol: /^https?$/, error: fieldsSays(owners).notAWebAddress })
    .max(500)
    .refine((text) => {
      // Not read as an address yet, which is told by itself.
      if (!URL.canParse(text)) return true;
      const { protocol, hostname, username, password } = new URL(text);
      // Blanks and line breaks are left out by whoever reads an address, so that it would not be what is seen.
      if (/[\s\p{Cc}]/u.test(text)) return false;
      return !username && !password && (protocol === 'https:' || LOOPBACK.has(hostname));
    }, fieldsSays(owners).notAWebAddress),
  /** Which answers it is told; all of them where none are chosen. */
  answers: z.array(FieldId).max(80).optional(),
  /** Counted up for another key to sign with. */
  generation: z.int().min(1).max(1_000).default(1),
});
export type HookOfForm = z.infer<typeof HookOfForm>;

export const AnyForm = z
  .strictObject({
    id: AnyFormId,
    address: Address,
    title: Title,
    intro: Words.optional(),
    parts: z.array(PartOfForm).min(1).max(80),
    purpose: PurposeOfForm,
    sendLabel: Title,
    sendNote: Text.optional(),
    /** Calendar days of the site's zone, both included. */
    opens: z.iso.date().optional(),
    closes: z.iso.date().optional(),
    /** Only whoever has an invitation of their own may send it. */
    invited: z.boolean().optional(),
    /** The letter with the link of an invitation. Without one the links are only shown to who invites. */
    inviting: MessageId.optional(),
    places: Places.optional(),
    /** Addresses that are taken alone, or not taken; each with all beneath it. */
    domains: z.strictObject({ take: z.enum(['only', 'not']), list: z.array(MailDomain).min(1).max(200) }).optional(),
    /** May stand in pages of other sites. */
    embed: z.boolean().optional(),
    after: AfterSending.optional(),
    letters: z.array(LetterOfForm).max(10).optional(),
    hooks: z.array(HookOfForm).max(5).optional(),
    retired: z.boolean().optional(),
  })
  .superRefine(({ opens, closes }, context) => {
    if (opens && closes && closes < opens)
      context.addIssue({ code: 'custom', path: ['closes'], message: fieldsSays(owners).closesBeforeOpens });
  });
export type AnyForm = z.infer<typeof AnyForm>;

/** The path a form sets people out on; null for one that signs nobody up. */
export const pathOfForm = ({ purpose }: Pick<AnyForm, 'purpose'>): PathId | null =>
  purpose.is === 'signup' ? purpose.path : null;

/** Whether who sends it chooses a password by a link in a letter. */
export const choosesLater = ({ parts }: Pick<AnyForm, 'parts'>): boolean =>
  parts.some((part) => part.part === 'password' && part.later);
