/** Purpose: through whose eyes the desk is looking, on which day, and whether the view is open. Kept over a reload. */
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';

const DAY = 86_400_000;
const KEY = 'desk.viewpoint';
export const sides = ['live', 'draft'] as const;
export type Side = (typeof sides)[number];
type Kept = { person?: string; day?: string | null; page?: string; side?: Side };

function stored(): Kept {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Kept;
  } catch {
    return {};
  }
}

export const useViewpoint = defineStore('viewpoint', () => {
  const kept = stored();
  /** `visitor` or a member's id. */
  const person = ref(kept.person ?? 'visitor');
  /** `YYYY-MM-DD` in the site's zone; null is today. */
  const day = ref<string | null>(kept.day ?? null);
  /** The day shown last, from which one steps. */
  const shown = ref<string | null>(null);
  const open = ref(false);
  /** What the one looked as sees of what is worked on, where something is; else of the whole site. */
  const about = ref<string | null>(null);
  /** The page of the site that is looked at. */
  const page = ref(kept.page ?? '/');
  /** Whether the site is looked at as it is live, or as the draft has it where there is one to see. */
  const side = ref<Side>(kept.side ?? 'live');
  watch([person, day, page, side], () => {
    try {
      const now: Kept = { person: person.value, day: day.value, page: page.value, side: side.value };
      sessionStorage.setItem(KEY, JSON.stringify(now));
    } catch {
      // A browser that keeps nothing: the choice holds until the page is left.
    }
  });

  function step(by: number): void {
    const from = day.value ?? shown.value;
    if (!from) return;
    day.value = new Date(Date.parse(`${from}T00:00Z`) + by * DAY).toISOString().slice(0, 10);
  }
  function lookAs(id: string): void {
    person.value = id;
    open.value = true;
  }
  /** Back to somebody who is certainly there. */
  function reset(): void {
    person.value = 'visitor';
    day.value = null;
  }
  return { person, day, shown, open, about, page, side, step, lookAs, reset, toggle: () => (open.value = !open.value) };
});
