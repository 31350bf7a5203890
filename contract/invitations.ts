/** Invitations to forms that only the invited may send. */
import { z } from 'zod';
import { AnyFormId, InvitationId } from '../core/kernel';
import { endpoint, managers } from './access';

const text = z.string();
const form = AnyFormId;

export const InvitationView = z.object({
  id: text,
  name: text,
  mail: text,
  invited: text,
  /** Whether and when they were written to; null where nobody wrote. */
  written: text.nullable(),
  /** Whether their letter is still on its way. */
  waits: z.boolean(),
  /** Who has used it and when; null while nobody has. */
  used: z.object({ member: text, says: text }).nullable(),
});
export type InvitationView = z.infer<typeof InvitationView>;

/** Who may make and see the links. */
export const invitations = {
  invitations: endpoint(managers, 'GET', '/desk/forms/{form}/invitations', 'Invitations to a form, newest first')
    .input(z.object({ form }))
    .output(
      z.object({
        total: z.number(),
        used: z.number(),
        /** Whether what is live has a letter that is sent with the link. */
        writes: z.boolean(),
        invitations: z.array(InvitationView),
      }),
    ),
  invite: endpoint(
    managers,
    'POST',
    '/desk/forms/{form}/invitations',
    'Makes a link for each person: sent by letter, or told this once',
  )
    .input(
      z.object({
        form,
        people: z
          .array(z.object({ name: z.string().trim().max(120), mail: z.string().trim().max(190) }))
          .min(1)
          .max(1000),
        /** Whether those with an address are written to. */
        write: z.boolean().default(false),
      }),
    )
    .output(
      z.object({
        /** So many were written to. */
        written: z.int(),
        /** The links of all others. */
        links: z.array(z.object({ name: text, mail: text, link: text })),
      }),
    ),
  writeAgain: endpoint(
    managers,
    'POST',
    '/desk/forms/{form}/invitations/write',
    'Writes to somebody invited with a new link; the old one works no longer',
  )
    .input(z.object({ form, id: InvitationId }))
    .output(z.object({ done: z.literal(true) })),
  takeBack: endpoint(managers, 'POST', '/desk/forms/{form}/invitations/take-back', 'Takes an unused invitation back')
    .input(z.object({ form, id: InvitationId }))
    .output(z.object({ done: z.literal(true) })),
};
