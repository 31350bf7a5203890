/** Purpose: a question asked once the typing pauses; an answer to what was typed before is thrown away. */
import { onBeforeUnmount, ref, watch, type Ref } from 'vue';
import { troubleOf } from './calls';

const PAUSE = 150;

/** Calls `act` with a text once it has stood still for a moment. */
export function useDebounced(text: Ref<string>, act: (text: string) => unknown, pause = PAUSE): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(text, (now) => {
    clearTimeout(timer);
    timer = setTimeout(() => act(now), pause);
  });
  onBeforeUnmount(() => clearTimeout(timer));
}

/** @param none what is shown while nothing is typed */
export function useAnswers<T>(typed: Ref<string>, ask: (text: string) => Promise<T>, none: T) {
  const answer = ref(none) as Ref<T>;
  /** Whether the answer shown is to what is typed now. */
  const asked = ref(false);
  /** Why there is no answer: that nobody could be asked for is not that there is nobody. */
  const trouble = ref<string | null>(null);
  watch(typed, (text) => {
    asked.value = false;
    trouble.value = null;
    if (text.trim() === '') answer.value = none;
  });
  useDebounced(typed, async (text) => {
    if (text.trim() === '') return;
    try {
      const found = await ask(text);
      if (text !== typed.value) return;
      answer.value = found;
      asked.value = true;
    } catch (error) {
      if (text !== typed.value) return;
      answer.value = none;
      trouble.value = troubleOf(error).says;
    }
  });
  return { answer, asked, trouble };
}
