/**
 * Purpose: going through the rows of a list by keyboard.
 * Invariant: nobody is passed over. Where somebody leaves the list, the row that takes the place is the next: it has the
 * focus after an act, and J leads to it, not past it.
 */
import { nextTick, watch } from 'vue';
import { useLetter } from './letter';

/**
 * @param within the list's element, as a selector; its rows are `[data-row]`, each with a button
 * @param ids who stands in the rows, in their order
 * @param open who is open beside the list
 * @returns `acted`, to be called when something was decided about whoever is open
 */
export function useRows(within: string, ids: () => readonly string[], open: () => string | null) {
  let at = -1;
  /** The row has come to where another was, and nobody has gone to it yet. */
  let arrived = false;
  let decided: string | null = null;
  const focus = () => document.querySelectorAll<HTMLElement>(`${within} [data-row] button`)[at]?.focus();

  function step(by: number): void {
    // Whoever has left the list begins again at its top.
    if (!arrived && document.activeElement === document.body) at = -1;
    const to = arrived && by > 0 ? at : at + by;
    arrived = false;
    at = Math.max(0, Math.min(ids().length - 1, to));
    focus();
  }
  useLetter('j', () => step(1));
  useLetter('k', () => step(-1));

  watch(open, (now) => {
    const found = now === null ? -1 : ids().indexOf(now);
    if (found >= 0) [at, arrived] = [found, false];
    else if (now === null && at >= 0 && arrived) void nextTick(focus);
  });
  watch(ids, (now, before) => {
    const was = before[at];
    if (was === undefined || now[at] === was) return;
    const found = now.indexOf(was);
    if (found >= 0) return void (at = found);
    at = Math.min(at, now.length - 1);
    arrived = true;
    if (decided === was) void nextTick(focus);
    decided = null;
  });
  return { acted: () => void (decided = open()) };
}
