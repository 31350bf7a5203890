/**
 * Purpose: what is computed from the draft at each change of it: the set-up it makes, changes, findings. It goes by the
 * last state of each item that can be one of its kind.
 */
import { computed, shallowRef, watch, type Ref } from 'vue';
import type { DraftView } from '../../../contract';
import { checkUp, keyOf, type Finding } from '../../../core/checkup';
import { changesBetween, type Change } from '../../../core/revisions';
import { documentOf, salvageSetup, type Setup } from '../../../core/setup';
import { setupStanding } from '../base/standing';
import type { DraftEntry } from './entry';

/** So many milliseconds may be spent on what is computed at each letter; what takes longer waits until typing rests. */
const QUICK = 8;
const REST = 160;

/** @param entries what the draft holds, as it is typed @param view what the server said last; null before that */
export function useReckoned(entries: ReadonlyMap<string, DraftEntry>, view: Readonly<Ref<DraftView | null>>) {
  /** The items that what is computed goes by. */
  const reckoned = shallowRef<readonly DraftEntry[]>([]);
  let spent = 0;
  let resting: ReturnType<typeof setTimeout> | undefined;
  const timed = <T>(make: () => T): T => {
    const began = performance.now();
    const made = make();
    spent += performance.now() - began;
    return made;
  };
  function reckon(): void {
    clearTimeout(resting);
    spent = 0;
    reckoned.value = [...entries.values()];
  }
  /** At once while that is quick; in a large set-up when typing rests, so that a letter costs as little as in a small one. */
  function reckonSoon(): void {
    if (spent < QUICK) return reckon();
    clearTimeout(resting);
    resting = setTimeout(reckon, REST);
  }

  const document = computed(() =>
    timed(() => documentOf(reckoned.value.map(({ kind, id, good }, position) => ({ kind, id, position, body: good })))),
  );
  const setup = computed<Setup | null>(() => {
    if (!view.value) return null;
    const made = timed(() => salvageSetup(document.value));
    return made.ok ? made.value.setup : null;
  });
  const live = computed<Setup | null>(() => {
    const made = view.value ? salvageSetup(view.value.live) : null;
    return made?.ok ? made.value.setup : null;
  });
  const changes = computed<Change[]>(() => {
    const [was, now] = [live.value, setup.value];
    return was && now ? timed(() => changesBetween(was, now)) : [];
  });
  const world = computed(() => ({
    now: view.value?.now ?? 0,
    reviewers: view.value?.reviewers ?? null,
    cards: view.value?.cards ?? null,
    live: live.value,
  }));
  const findings = computed<Finding[]>(() => {
    const [now, around] = [setup.value, world.value];
    return now ? timed(() => checkUp(now, around)) : [];
  });
  const before = computed<Finding[]>(() => (live.value ? checkUp(live.value, { ...world.value, live: null }) : []));
  const fresh = computed(() => {
    const known = new Set(before.value.map(keyOf));
    return new Set(findings.value.map(keyOf).filter((key) => !known.has(key)));
  });
  const mended = computed(() => {
    const now = new Set(findings.value.map(keyOf));
    return before.value.filter((finding) => !now.has(keyOf(finding)));
  });
  watch([findings, changes], ([found, changed]) => (setupStanding.value = { findings: found, changes: changed }));

  return { reckon, reckonSoon, document, setup, live, changes, findings, fresh, mended };
}
