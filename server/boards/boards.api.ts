/** Purpose: the endpoints of boards for members, each a list of steps. */
import { implement } from '@orpc/server';
import { boards as contract, type EntryActName } from '../../contract';
import { isSeen, type EntryAct } from '../../core/boards';
import { never } from '../../core/kernel';
import { envelopeOf, guard, lookerOf, memberIdOf, memberOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import type { Limits } from '../platform/limits';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { boardsSays } from './boards.sentences';
import type { Entries, EntryRefusal } from './entries';
import type { Replies } from './replies';

const api = implement(contract).$context<Call>().use(guard);

export type BoardsPorts = {
  readonly entries: Entries;
  readonly live: LiveSetup;
  readonly replies: Replies;
  readonly limits: Limits;
  readonly clock: SiteClock;
};

/** A refusal as it is answered. */
export function entryProblem(refusal: EntryRefusal) {
  switch (refusal.code) {
    case 'form-faults':
      return problem('form-faults', { faults: [...refusal.faults] });
    case 'already-sent':
      return problem('already-sent');
    case 'not-now':
      return problem('already-done', { detail: refusal.says });
    case 'not-found':
    case 'not-yours':
      return problem(refusal.code, { detail: refusal.says });
    default:
      return never(refusal);
  }
}

type Asked = { readonly act: EntryActName; readonly state?: string | undefined; readonly note?: string | undefined };
const acts: { readonly [A in EntryActName]: (asked: Asked) => Exclude<EntryAct, { it: 'written' | 'timePassed' }> } = {
  send: () => ({ it: 'sent' }),
  pass: () => ({ it: 'passed' }),
  sendBack: ({ note = '' }) => ({ it: 'sentBack', note }),
  renew: () => ({ it: 'renewed' }),
  end: () => ({ it: 'ended' }),
  drop: () => ({ it: 'dropped' }),
  state: ({ state = '' }) => ({ it: 'stateSet', state }),
};
export const actOf = (asked: Asked) => acts[asked.act](asked);

export const boardsApi = ({ entries, replies, live, limits, clock }: BoardsPorts) => ({
  writeEntry: api.writeEntry.handler(async ({ input, context }) => {
    const member = memberIdOf(context);
    await limits.count(['entriesByMember', member]);
    const board = live.must.setup.boardByAddress.get(input.board);
    if (!board) throw problem('not-found', { detail: boardsSays(live.reader).noBoard });
    const envelope = envelopeOf(context, 'entry.written', input);
    const done = await entries.write(envelope, member, board, input.entry, input.answers, input.then === 'send');
    if (!done.ok) throw entryProblem(done.refusal);
    return { next: `/entries/${done.value}` };
  }),

  actOnEntry: api.actOnEntry.handler(async ({ input, context }) => {
    const member = memberIdOf(context);
    await limits.count(['entriesByMember', member]);
    const done = await entries.act(envelopeOf(context, 'entry.acted', input), { member }, input.entry, actOf(input));
    if (!done.ok) throw entryProblem(done.refusal);
    return { next: input.act === 'drop' ? '/mine' : `/entries/${done.value}` };
  }),

  replyToEntry: api.replyToEntry.handler(async ({ input, context }) => {
    const member = memberIdOf(context);
    const stored = await entries.numbered(input.entry);
    await limits.count(['repliesByMember', member], ['repliesByPair', `${member}|${stored?.member ?? ''}`]);
    const done = await replies.send(envelopeOf(context, 'entry.replied', input), member, input.entry, input.answers);
    if (!done.ok) throw entryProblem(done.refusal);
    return { next: `/entries/${done.value}` };
  }),

  saveEntry: api.saveEntry.handler(async ({ input, context }) => {
    const viewer = memberOf(context);
    const { facts, now } = lookerOf(viewer, clock.now());
    const stored = await entries.numbered(input.entry);
    const { setup, doors } = live.must;
    const board = stored && setup.boards.get(stored.board);
    const sees =
      board &&
      !board.retired &&
      doors.predicate(board.read)(doors.prepare(facts, now)) &&
      isSeen(stored.entry, board, now);
    // What was saved can be taken off whatever has become of it.
    if (!stored || (input.saved && !sees)) throw problem('not-found', { detail: boardsSays(live.reader).noEntry });
    await entries.save(envelopeOf(context, 'entry.saved', input), memberIdOf(context), stored.id, input.saved);
    return { saved: input.saved };
  }),
});
export type BoardsApi = ReturnType<typeof boardsApi>;
