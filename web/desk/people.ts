/** Purpose: people found as one types, asked for once the typing pauses. */
import { onBeforeUnmount, ref, watch, type Ref } from 'vue';
import type { PersonHit } from '../../contract';
import { calls } from './calls';

export function usePeople(typed: Ref<string>) {
  const people = ref<PersonHit[]>([]);
  /** Whether the answer shown is to what is typed now. */
  const asked = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(typed, (text) => {
    asked.value = false;
    clearTimeout(timer);
    if (text.trim() === '') return void (people.value = []);
    timer = setTimeout(() => void ask(text), 120);
  });
  async function ask(text: string): Promise<void> {
    const found = await calls.find({ q: text }).catch(() => ({ people: [] }));
    if (text !== typed.value) return;
    people.value = found.people;
    asked.value = true;
  }
  onBeforeUnmount(() => clearTimeout(timer));
  return { people, asked };
}
