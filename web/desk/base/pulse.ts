/** Purpose: what others do shows by itself: the desk asks every few seconds whether anything has changed. */
import { onBeforeUnmount, onMounted } from 'vue';
import { useQueryCache } from '@pinia/colada';
import { calls, sessionEnded, troubleOf } from './calls';
import { useFresh } from './session';

const EVERY = 5_000;
const isAway = (error: unknown): boolean => ['offline', 'not-available', 'busy'].includes(troubleOf(error).code);

/** What cannot be fetched says so where it is shown; the next look comes all the same. */
const shownThere = (): void => undefined;

/** @param back called when the server answers again after it did not */
export function usePulse(back: () => void): void {
  const fresh = useFresh();
  const cache = useQueryCache();
  let lost = false;
  let last: string | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function turn(): Promise<void> {
    if (document.visibilityState === 'visible' && !sessionEnded.value) {
      const at = (await calls.today.pulse({}).catch(() => null))?.at ?? null;
      if (at !== null && last !== null && at !== last) await fresh().catch(shownThere);
      if (at !== null) {
        last = at;
        if (lost) back();
        // What could not be fetched meanwhile comes by itself.
        await cache
          .invalidateQueries({ status: 'error', predicate: ({ state }) => isAway(state.value.error) })
          .catch(shownThere);
      }
      lost = at === null;
    }
    timer = setTimeout(() => void turn(), EVERY);
  }
  const comeBack = () => {
    if (document.visibilityState !== 'visible') return;
    clearTimeout(timer);
    void turn();
  };
  onMounted(() => {
    void turn();
    document.addEventListener('visibilitychange', comeBack);
  });
  onBeforeUnmount(() => {
    clearTimeout(timer);
    document.removeEventListener('visibilitychange', comeBack);
  });
}
