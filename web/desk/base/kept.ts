/**
 * Purpose: what somebody has begun to write beside a thing, kept in this tab until it is sent or dropped: closing what
 * it is written in, and a reload, lose nothing.
 */
import { watch, type Ref } from 'vue';

const KEY = 'desk.kept';

function all(): Record<string, unknown> {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Record<string, unknown>;
  } catch {
    return {};
  }
}
function keep(key: string, value: unknown): void {
  try {
    const { [key]: _, ...others } = all();
    sessionStorage.setItem(KEY, JSON.stringify(value === undefined ? others : { ...others, [key]: value }));
  } catch {
    // A browser that keeps nothing: what is written stays until it is closed.
  }
}

/**
 * Keeps a state under a key, and brings back what was kept there.
 * @param key names what it is written beside; another key is another state
 * @param state is what it begins with when this is called; plain data
 * @returns `drop` to be called when it was sent or is not wanted: the state is as it began
 */
export function useKept<T>(key: () => string, state: Ref<T>): { drop(): void } {
  const begins = JSON.stringify(state.value);
  const began = (): T => JSON.parse(begins) as T;
  watch(
    key,
    (now) => {
      const kept = all();
      state.value = Object.hasOwn(kept, now) ? (kept[now] as T) : began();
    },
    { immediate: true, flush: 'sync' },
  );
  watch(state, (now) => keep(key(), JSON.stringify(now) === begins ? undefined : JSON.parse(JSON.stringify(now))), {
    deep: true,
    flush: 'sync',
  });
  return { drop: () => void (state.value = began()) };
}
