/**
 * Purpose: what becomes of somebody on a path that has changed.
 * Invariant: a function of the application and the path as it is now, so that it comes out the same however often the
 * path was changed and whenever it is asked. What was promised at a gate that is still there stays.
 *
 * | the application          | the path now                                 | becomes of it                        |
 * | ------------------------ | -------------------------------------------- | ------------------------------------ |
 * | has ended                | anything                                     | nothing                              |
 * | waits at a gate          | has that gate, of that kind                  | nothing: same gate, same promises    |
 * | waits at a gate          | has not, or of another kind; others are left | enters the first that lies not behind |
 * | waits at a gate          | has not; all others lie behind               | is admitted                          |
 * | waits at a gate          | is gone                                      | ends, told by the old path's message |
 */
import type { Instant } from '../kernel';
import type { JoiningSetup } from './setup';
import { inHand, type Application, type Step } from './application';
import type { Effect } from './events';
import { asksForProof, kindOf } from './gates';
import { end, gateOf, goOn, note } from './moves';
import type { WalkedPath } from './path';

/**
 * @param path the path as it is now; undefined where it is gone
 * @param before the path as it was, for the message that ends an application, where it is known
 * @returns null where nothing becomes of it
 */
export function relocate(
  path: WalkedPath | undefined,
  application: Application,
  now: Instant,
  setup: JoiningSetup,
  before?: WalkedPath,
): Step | null {
  if (application.state !== 'open' || application.history.length === 0 || gateOf(path, application)) return null;
  const next = inHand(application);
  if (!path) {
    const told = before && setup.messages.has(before.outOfTime);
    end(next, 'outOfTime', { at: now, what: 'pathRemoved' });
    return {
      application: next,
      effects: [
        { do: 'cancelTimer' },
        { do: 'setStanding', standing: 'closed' },
        ...(told ? [{ do: 'send', message: before.outOfTime } as const] : []),
      ],
      told: null,
    };
  }
  note(next, { at: now, what: 'gateRemoved' });
  const moved = goOn(path, next, now, setup);
  // Where no gate asks for proof any more, the address belongs to whoever used it, as for those who come now.
  const unproven = application.detail !== null && kindOf(application.detail).proves && !asksForProof(path);
  const effects: Effect[] = [{ do: 'cancelTimer' }, ...(unproven ? [{ do: 'claimAddress' } as const] : [])];
  return { application: next, effects: [...effects, ...moved.effects], told: null };
}
