/** Forms that people who are known send: follow-ups, and what a gate asks for. */
import { z } from 'zod';
import { endpoint } from './access';
import { ShownForm, RawAnswerInput } from './form.view';

/** The places of such forms. */
export const formPlaces = [
  ShownForm.extend({
    kind: z.literal('form'),
    /** When it was sent before, for one that was. */
    sent: z.string().nullable(),
  }),
  /** What stands where a form takes nobody, and after one was sent. */
  z.object({
    kind: z.literal('notice'),
    title: z.string(),
    says: z.array(z.string()),
    way: z.object({ href: z.string(), label: z.string() }),
  }),
] as const;

/** A form that waits for the viewer, told on every page until it is sent or put off. */
export const NoticeView = z.object({ form: z.string(), says: z.string(), href: z.string() });
export type NoticeView = z.infer<typeof NoticeView>;

const answers = z.record(z.string().max(60), RawAnswerInput);

export const forms = {
  sendForm: endpoint('member', 'POST', '/site/forms/{form}', 'Sends a form that was put to the member')
    .input(z.object({ form: z.string().max(60), answers }))
    .output(z.object({ next: z.string() })),
  putOff: endpoint('member', 'POST', '/site/forms/{form}/later', 'Puts a form off for a week')
    .input(z.object({ form: z.string().max(60) }))
    .output(z.object({ done: z.literal(true) })),
};
