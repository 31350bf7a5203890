/**
 * Purpose: the gate *Complete profile*: a further form, to be sent within a limit.
 * Invariant: what was sent by then is kept whatever becomes of the rest.
 */
import { z } from 'zod';
import { AnyFormId, GateId, MessageId, Span, Title, sayDate, saySpan } from '../../kernel';
import { AnswerRule } from '../../fields/answerRule';
import { line, sayings, titleIn } from '../../lines';
import { joiningSays } from '../joining.sentences';
import { settingsSay } from '../settings.sentences';
import type { GateKind, OwnSettings } from './kind';
import { askWithin, remindOrEnd } from './within';

const item = z.strictObject({
  kind: z.literal('completeProfile'),
  id: GateId,
  title: Title,
  when: AnswerRule.optional(),
  form: AnyFormId,
  limit: Span,
  /** The letter that asks for it, and the one that reminds. */
  message: MessageId,
  reminder: MessageId,
});
type Gate = z.infer<typeof item>;

const detail = z.object({ kind: z.literal('completeProfile'), reminded: z.boolean() });
type Detail = z.infer<typeof detail>;

const sight = z.object({ kind: z.literal('completeProfile'), says: z.string() });
type Sight = z.infer<typeof sight>;

export const completeProfile: GateKind<Gate, Detail, Sight> & {
  own: OwnSettings<Gate>;
  item: typeof item;
  detail: typeof detail;
  sight: typeof sight;
} = {
  item,
  detail,
  sight,
  waitsFor: 'applicant',
  once: false,
  stays: true,
  proves: false,
  sells: false,
  offers: () => [],
  form: ({ form }) => form,
  readers: () => null,
  question: () => null,
  seats: false,
  references: ({ form }) => [{ at: 'form', kind: 'forms', id: form }],
  rules: () => [],
  messages: ({ message, reminder }) => [
    { at: 'message', message },
    { at: 'reminder', message: reminder },
  ],
  own: {
    called: (reader) => settingsSay(reader).gateProfile,
    fresh: ({ id, title, form, letter }) => ({
      kind: 'completeProfile',
      id,
      title,
      // Where there is no further form yet the check-up says that one is named which does not exist.
      form: form ?? ('form' as AnyFormId),
      limit: { count: 14, unit: 'days' },
      message: letter('message'),
      reminder: letter('reminder'),
    }),
    brief: ({ form, limit }, { forms, doc: { site } }) =>
      [forms.get(form)?.title ?? '', settingsSay(site).thenClosed({ span: saySpan(limit, site) })].filter(Boolean),
    lines(gate, setup) {
      const says = sayings(setup);
      return [
        ...line('form', says.furtherForm, titleIn('forms', gate.form, setup)),
        ...line('limit', says.limit, saySpan(gate.limit, setup.doc.site)),
        ...line('message', says.letterForm, titleIn('messages', gate.message, setup)),
        ...line('reminder', says.letterReminder, titleIn('messages', gate.reminder, setup)),
      ];
    },
  },
  promise: ({ title, limit }, reader) => ({
    title,
    says: joiningSays(reader).furtherForm({ limit: saySpan(limit, reader) }),
  }),
  doneTitle: ({ title }) => title,
  progress: (_, reader) => joiningSays(reader).formNotSent,
  note: () => null,

  enter: (gate, now, zone) => askWithin(gate, { kind: 'completeProfile', reminded: false }, now, zone),

  on: {
    formCompleted: ({ now }) => ({ turn: 'pass', happening: { at: now, what: 'profileCompleted' } }),
    timePassed: (at) => remindOrEnd(at, 'applicantReminded'),
  },

  see: (_, { latestAt }, _mail, _now, place) => ({
    kind: 'completeProfile',
    says: joiningSays(place).sendItBy({ date: sayDate(latestAt, place) }),
  }),
};
