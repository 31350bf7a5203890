/**
 * Purpose: the letter that is being written beside the place that sends it. Pressing *Write it* leads there, again too:
 * it is opened and has the keyboard, wherever on the page it stands.
 */
import { ref } from 'vue';

export function useWriting() {
  const writing = ref<string | null>(null);
  /** Counts the presses, so that a second one leads to the letter anew. */
  const presses = ref(0);
  function write(letter: string): void {
    writing.value = letter;
    presses.value++;
  }
  const done = (): void => void (writing.value = null);
  return { writing, presses, write, done };
}
