/** Purpose: what others do shows by itself: the desk asks every few seconds whether anything has changed. */
import { onBeforeUnmount, onMounted } from 'vue';
import { calls, sessionEnded } from './calls';
import { useFresh } from './session';

const EVERY = 5_000;

export function usePulse(): void {
  const fresh = useFresh();
  let last: string | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function turn(): Promise<void> {
    if (document.visibilityState === 'visible' && !sessionEnded.value) {
      const at = (await calls.today.pulse({}).catch(() => null))?.at ?? null;
      if (at !== null && last !== null && at !== last) await fresh();
      if (at !== null) last = at;
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
