/** Purpose: people found as one types, asked for once the typing pauses. */
import { onBeforeUnmount, ref, watch, type Ref } from 'vue';
import type { PersonHit } from '../../contract';
import { calls, troubleOf } from './calls';

export function usePeople(typed: Ref<string>) {
  const people = ref<PersonHit[]>([]);
  /** Whether the answer shown is to what is typed now. */
  const asked = ref(false);
  /** Why there is no answer; somebody who cannot be asked for is not nobody. */
  const trouble = ref<string | null>(null);
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(typed, (text) => {
    asked.value = false;
    trouble.value = null;
    clearTimeout(timer);
    if (text.trim() === '') return void (people.value = []);
    timer = setTimeout(() => void ask(text), 120);
  });
  async function ask(text: string): Promise<void> {
    try {
      const found = await calls.members.find({ q: text });
      if (text !== typed.value) return;
      people.value = found.people;
      asked.value = true;
    } catch (error) {
      if (text !== typed.value) return;
      people.value = [];
      trouble.value = troubleOf(error).says;
    }
  }
  onBeforeUnmount(() => clearTimeout(timer));
  return { people, asked, trouble };
}
