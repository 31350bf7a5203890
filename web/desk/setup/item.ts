/** Purpose: one item of the draft under its editor: as it is typed, what is wrong with it, and changing it. */
import { computed, type ComputedRef } from 'vue';
import type { Finding } from '../../../core/checkup';
import type { ListItemKind } from '../../../core/setup';
import { useDraft, type BodyOf } from './draft.store';

export function useItem<K extends ListItemKind>(
  kind: K,
  id: () => string | null,
): {
  body: ComputedRef<BodyOf<K> | null>;
  set(change: Partial<BodyOf<K>>): void;
  /** What cannot be saved at a place of it, such as `of.choices.1.label`. */
  faultAt(at: string): string | null;
  faulty: ComputedRef<boolean>;
  findings: ComputedRef<Finding[]>;
} {
  const draft = useDraft();
  const body = computed(() => draft.entry(kind, id() ?? '')?.body ?? null);
  const faults = computed(() => (id() ? draft.faults(kind, id()!) : []));
  return {
    body,
    // What is set to undefined is taken out: that is how JSON says so.
    set: (change) => void (body.value && draft.edit(kind, id()!, { ...body.value, ...change })),
    faultAt: (at) => faults.value.find(({ where }) => where === at)?.says ?? null,
    faulty: computed(() => faults.value.length > 0),
    findings: computed(() => (id() ? draft.findingsAt(kind, id()!) : [])),
  };
}
