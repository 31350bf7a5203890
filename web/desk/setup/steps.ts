/**
 * Purpose: undo and redo of what one person does to the draft.
 * Invariant: a step is one item before and after; letters typed one after the other into one item are one step.
 */
import { computed, ref, type ComputedRef } from 'vue';
import type { ItemKind, ListItemKind, SetupDocument, listKinds } from '../../../core/setup';

/** An item as it is typed: it may not be one of its kind yet. */
export type Body = Record<string, unknown>;
/** An item as its kind has it. What is typed may differ where `faults` says so. */
export type BodyOf<K extends ItemKind> = K extends ListItemKind
  ? SetupDocument[(typeof listKinds)[K]['list']][number]
  : SetupDocument['site'];
/** `null`: the item was or is not there. */
export type DraftStep = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly before: Body | null;
  readonly after: Body | null;
};

const ONE_STEP = 1_200;

export function useSteps(apply: (kind: ItemKind, id: string, body: Body | null) => void): {
  record(step: DraftStep): void;
  undo(): void;
  redo(): void;
  canUndo: ComputedRef<boolean>;
  canRedo: ComputedRef<boolean>;
} {
  const done = ref<DraftStep[]>([]);
  const undone = ref<DraftStep[]>([]);
  let last = 0;
  return {
    record(step) {
      const before = done.value.at(-1);
      const goesOn = before?.kind === step.kind && before.id === step.id && Date.now() - last < ONE_STEP;
      const whole = goesOn && before.before !== null && step.after !== null;
      if (whole) done.value.splice(-1, 1, { ...step, before: before.before });
      else done.value.push(step);
      undone.value = [];
      last = Date.now();
    },
    undo() {
      const step = done.value.pop();
      if (!step) return;
      undone.value.push(step);
      last = 0;
      apply(step.kind, step.id, step.before);
    },
    redo() {
      const step = undone.value.pop();
      if (!step) return;
      done.value.push(step);
      last = 0;
      apply(step.kind, step.id, step.after);
    },
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
  };
}
