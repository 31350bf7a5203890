/** Purpose: the endpoints by which applications are decided, each a list of steps. */
import { implement } from '@orpc/server';
import { review as contract } from '../../contract';
import type { Happening, JoiningEvent } from '../../core/joining';
import { firstNameOf, sayAgo, type ApplicationId } from '../../core/kernel';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import { problem } from '../platform/problem';
import { tellsProblems } from './joining.problems';
import type { JoiningPorts } from './joining.api';

const api = implement(contract).$context<Call>().use(guard);

const verbs: Partial<Record<Happening['what'], string>> = {
  approved: 'admitted',
  declined: 'declined',
  questionAsked: 'asked',
  reopened: 'opened again the application of',
  approvalUndone: 'took back the yes to',
};

/** Refusals that mean that somebody else was quicker. */
const late: readonly string[] = ['application-ended', 'not-at-this-gate', 'question-open', 'not-ended'];

export const reviewApi = (ports: Pick<JoiningPorts, 'joining' | 'clock' | 'live'>) => {
  const { joining, clock, live } = ports;
  const refused = tellsProblems(ports);

  /** Brings a reviewer's event to an application; a refusal says what has happened meanwhile. */
  async function decide(context: Call, id: ApplicationId, event: JoiningEvent) {
    const moved = await joining.act(envelopeOf(context, `application.${event.it}`, [id, event]), id, event);
    if (moved.ok) return moved.value;
    throw (late.includes(moved.refusal.code) && (await overtaken(context, id))) || refused(moved.refusal);
  }

  /** `Tamsin admitted Anselm a minute ago; your answer was not sent.` */
  async function overtaken(context: Call, id: ApplicationId) {
    const application = await joining.byId(id);
    const last = application?.history.findLast((item) => item.by !== undefined && verbs[item.what]);
    if (!application || !last?.by) return null;
    const who = last.by === staffOf(context).name ? 'You' : firstNameOf(last.by);
    const ago = sayAgo(last.at, clock.now(), live.must.setup.doc.site);
    const whom = firstNameOf(application.answers.name);
    return problem('already-done', { detail: `${who} ${verbs[last.what]} ${whom} ${ago}; your answer was not sent.` });
  }

  return {
    approve: api.approve.handler(async ({ input, context }) => {
      const by = staffOf(context).name;
      const { name, state, canUndo } = await decide(context, input.id, { it: 'approved', by });
      return {
        says:
          state === 'admitted'
            ? `${name} is admitted. The letter leaves in a minute.`
            : `${name} is through this gate and gets a message.`,
        undo: canUndo ? input.id : null,
      };
    }),

    undoApproval: api.undoApproval.handler(async ({ input, context }) => {
      const { name } = await decide(context, input.id, { it: 'approvalUndone', by: staffOf(context).name });
      return { says: `${name} waits for an answer as before; no letter has left.` };
    }),

    reopen: api.reopen.handler(async ({ input, context }) => {
      const { name } = await decide(context, input.id, { it: 'reopened', by: staffOf(context).name });
      return { says: `The application of ${name} is open again.` };
    }),

    decline: api.decline.handler(async ({ input, context }) => {
      const event = { it: 'declined', by: staffOf(context).name, reason: input.reason } as const;
      const { name } = await decide(context, input.id, event);
      return { says: `${name} is declined and gets your reason by mail.` };
    }),

    ask: api.ask.handler(async ({ input, context }) => {
      const event = { it: 'questionAsked', by: staffOf(context).name, text: input.text } as const;
      const { name } = await decide(context, input.id, event);
      return { says: `Your question is on its way to ${name}.` };
    }),
  };
};
