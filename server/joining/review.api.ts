/** Purpose: the endpoints by which applications are decided, each a list of steps. */
import { implement } from '@orpc/server';
import { review as contract } from '../../contract';
import { gateOf, kindOf, pathOf, type Happening, type JoiningEvent, type PathItem } from '../../core/joining';
import { firstNameOf, sayAgo, type ApplicationId } from '../../core/kernel';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import { problem } from '../platform/problem';
import { tellsProblems } from './joining.problems';
import type { JoiningPorts } from './joining.api';
import { joiningSays } from './joining.sentences';
import { decides } from './review';

const api = implement(contract).$context<Call>().use(guard);

const told = {
  approved: 'admitted',
  declined: 'declined',
  questionAsked: 'asked',
  reopened: 'openedAgain',
  approvalUndone: 'tookBack',
} as const satisfies Partial<Record<Happening['what'], string>>;
const isTold = (what: string): what is keyof typeof told => what in told;

/** Refusals that mean that somebody else was quicker. */
const late: readonly string[] = ['application-ended', 'not-at-this-gate', 'question-open', 'not-ended'];

export type ReviewPorts = Pick<JoiningPorts, 'joining' | 'clock' | 'live'>;

export const reviewApi = (ports: ReviewPorts) => {
  const { joining, clock, live } = ports;
  const refused = tellsProblems(ports);
  const says = () => joiningSays(live.reader);

  /** Where a path names those who decide, only they do. */
  async function demandDecider(context: Call, id: ApplicationId): Promise<void> {
    const { setup } = live.must;
    const isNamed = ({ gates }: PathItem) => gates.some((gate) => kindOf(gate).readers(gate)?.only);
    if (!setup.doc.paths.some(isNamed)) return;
    const application = await joining.byId(id);
    const gate = application && gateOf(pathOf(application, setup), application);
    if (gate && !decides(gate, staffOf(context).id)) throw problem('not-yours', { detail: says().othersDecide });
  }

  /** Brings a reviewer's event to an application; a refusal says what has happened meanwhile. */
  async function decide(context: Call, id: ApplicationId, event: JoiningEvent) {
    await demandDecider(context, id);
    const moved = await joining.act(envelopeOf(context, `application.${event.it}`, [id, event]), id, event);
    if (moved.ok) return moved.value;
    throw (late.includes(moved.refusal.code) && (await overtaken(context, id))) || refused(moved.refusal);
  }

  /** `Tamsin admitted Anselm a minute ago; your answer was not sent.` */
  async function overtaken(context: Call, id: ApplicationId) {
    const application = await joining.byId(id);
    const last = application?.history.findLast((item) => item.by !== undefined && isTold(item.what));
    if (!application || !last?.by || !isTold(last.what)) return null;
    const who = last.by === staffOf(context).name ? says().you : firstNameOf(last.by);
    const ago = sayAgo(last.at, clock.now(), live.must.setup.doc.site);
    const whom = firstNameOf(application.answers.name);
    return problem('already-done', { detail: says()[told[last.what]]({ who, whom, ago }) });
  }

  return {
    approve: api.approve.handler(async ({ input, context }) => {
      const { name: by, id: who } = staffOf(context);
      const { name, state, canUndo, last } = await decide(context, input.id, { it: 'approved', by, who });
      if (last === 'oneYes') return { says: says().oneYes({ name }), undo: null };
      return {
        says: state === 'admitted' ? says().isAdmitted({ name }) : says().isThrough({ name }),
        undo: canUndo ? input.id : null,
      };
    }),

    undoApproval: api.undoApproval.handler(async ({ input, context }) => {
      const { name } = await decide(context, input.id, { it: 'approvalUndone', by: staffOf(context).name });
      return { says: says().waitsAsBefore({ name }) };
    }),

    reopen: api.reopen.handler(async ({ input, context }) => {
      const { name } = await decide(context, input.id, { it: 'reopened', by: staffOf(context).name });
      return { says: says().isOpenAgain({ name }) };
    }),

    decline: api.decline.handler(async ({ input, context }) => {
      const event = { it: 'declined', by: staffOf(context).name, reason: input.reason } as const;
      const { name } = await decide(context, input.id, event);
      return { says: says().isDeclined({ name }) };
    }),

    ask: api.ask.handler(async ({ input, context }) => {
      const event = { it: 'questionAsked', by: staffOf(context).name, text: input.text } as const;
      const { name } = await decide(context, input.id, event);
      return { says: says().isAsked({ name }) };
    }),
  };
};
