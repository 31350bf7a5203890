/** Purpose: through whose eyes the desk is looking, on which day, and whether the view is open. */
import { defineStore } from 'pinia';
import { ref } from 'vue';

const DAY = 86_400_000;

export const useViewpoint = defineStore('viewpoint', () => {
  /** `visitor` or a member's id. */
  const person = ref('visitor');
  /** `YYYY-MM-DD` in the site's zone; null is today. */
  const day = ref<string | null>(null);
  /** The day shown last, from which one steps. */
  const shown = ref<string | null>(null);
  const open = ref(false);
  /** The page of the site that is looked at. */
  const page = ref('/');

  function step(by: number): void {
    const from = day.value ?? shown.value;
    if (!from) return;
    day.value = new Date(Date.parse(`${from}T00:00Z`) + by * DAY).toISOString().slice(0, 10);
  }
  function lookAs(id: string): void {
    person.value = id;
    open.value = true;
  }
  return { person, day, shown, open, page, step, lookAs, toggle: () => (open.value = !open.value) };
});
