/** Purpose: the one line about the last act, at the foot of the work area. It stays until the next act. */
import { defineStore } from 'pinia';
import { ref } from 'vue';

/** How long an act can be taken back: as long as the server holds its letter back, less a moment for the way. */
const UNDO_FOR = 57_000;

export const useNotice = defineStore('notice', () => {
  const says = ref<string | null>(null);
  /** Takes the last act back, while that can be done. */
  const undo = ref<(() => Promise<void>) | null>(null);
  let timer: ReturnType<typeof setTimeout> | undefined;

  function tell(sentence: string | null, takeBack: (() => Promise<void>) | null = null): void {
    clearTimeout(timer);
    says.value = sentence;
    undo.value = takeBack;
    if (takeBack) timer = setTimeout(() => (undo.value = null), UNDO_FOR);
  }
  return { says, undo, tell };
});
