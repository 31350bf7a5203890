/**
 * Purpose: sending something to the server, one at a time: whether it is on its way, and what was wrong with it.
 * Invariant: what is sent again because no answer came goes under the same key, so that it is carried out once.
 */
import { ref } from 'vue';
import type { Sent } from '../../kit/api';
import { newKey } from '../../kit/key';
import { troubleOf, type Trouble } from './calls';

export function useSending() {
  const busy = ref(false);
  const trouble = ref<Trouble | null>(null);
  let once: string | null = null;

  /** @returns what came of it; null where it was refused (see `trouble`) or something else is on its way */
  async function send<T>(call: (sent: { context: Sent }) => Promise<T>): Promise<T | null> {
    if (busy.value) return null;
    busy.value = true;
    once ??= newKey();
    try {
      const done = await call({ context: { once } });
      trouble.value = null;
      once = null;
      return done;
    } catch (error) {
      trouble.value = troubleOf(error);
      if (trouble.value.code !== 'offline') once = null;
      return null;
    } finally {
      busy.value = false;
    }
  }
  /** What is wrong with one input. */
  const fault = (at: string): string | null => trouble.value?.faults?.find((item) => item.at === at)?.says ?? null;
  return { busy, trouble, send, fault };
}
