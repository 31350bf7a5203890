/**
 * Purpose: what is typed into one form, from its first moment: what the server was sent without script, what was
 * typed before the script was there, and what an earlier view of the same tab has kept.
 * Invariant: nothing typed is lost by a reload, by going back, or by a send that failed; a password is kept nowhere.
 */
import { nextTick, onMounted, reactive, ref, watch } from 'vue';
import type { Problem } from '../../../contract';
import { Refused, type Trouble } from '../calls';
import { useSite } from '../store';
import { changed, forget, kept, keep, same } from './kept';
import { typedBefore } from './typed';

export type Fault = NonNullable<Problem['faults']>[number];
type Answers = Record<string, unknown>;

/**
 * @param name the form's own name, the same on the server and in every view
 * @param start its answers before anything is typed; asked for again when what it is made of changes
 * @param secret the names of answers that are kept nowhere
 */
export function useForm<T extends Answers>(name: string, start: T | (() => T), secret: readonly string[] = []) {
  const site = useSite();
  const sent = site.view?.attempt?.form === name ? site.view.attempt : null;
  const startNow = typeof start === 'function' ? start : () => start;
  /** What stands without what was typed: an answer that differs from it is somebody's work. */
  let standing: Answers = startNow();
  const answers = reactive({ ...startNow(), ...(sent?.typed ?? {}), ...typedBefore(name) }) as T;
  const faults = ref<Fault[]>([...(sent?.faults ?? [])]);
  const trouble = ref<string | null>(sent?.trouble ?? null);
  const sending = ref(false);
  const faultOf = (at: string) => faults.value.find((fault) => fault.at === at)?.says ?? null;

  onMounted(() => {
    take(kept(name));
    watch(answers, keepTyped, { deep: true });
    if (faults.value.length || trouble.value) void showFaults();
  });

  // It was sent, or changed elsewhere: what is being typed stays.
  watch(startNow, (now) => {
    const before = standing;
    // Not the same lists as the answers, which are typed into.
    standing = startNow();
    for (const [at, value] of Object.entries(now))
      if (!(at in before) || same(answers[at as keyof T], before[at])) (answers as Answers)[at] = value;
  });

  function keepTyped(): void {
    const typed = open(changed(answers, standing));
    if (Object.keys(typed).length) keep(name, typed);
    else forget(name);
  }
  const open = (of: Answers): Answers => Object.fromEntries(Object.entries(of).filter(([at]) => !secret.includes(at)));

  /** Puts answers in where nothing else was typed. */
  function take(found: Answers): void {
    for (const [at, value] of Object.entries(found))
      if (at in standing && same(answers[at as keyof T], standing[at])) (answers as Answers)[at] = value;
  }

  /** Sends. @returns whether it went through; otherwise what went wrong is shown and everything stays */
  async function send(work: () => Promise<unknown>, place?: (trouble: Trouble) => Fault[] | null): Promise<boolean> {
    if (sending.value) return false;
    sending.value = true;
    const given = JSON.parse(JSON.stringify(open(answers))) as Answers;
    try {
      await work();
      faults.value = [];
      trouble.value = null;
      // What was typed while it was on its way was not sent, and stays.
      standing = { ...standing, ...given };
      keepTyped();
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const found = error.trouble;
      faults.value = found.faults ?? place?.(found) ?? [];
      trouble.value = faults.value.length ? null : found.says;
      await showFaults();
      return false;
    } finally {
      sending.value = false;
    }
  }

  /** Shows what is wrong before anything is sent. */
  async function tell(found: Fault[]): Promise<void> {
    faults.value = found;
    trouble.value = null;
    if (found.length) await showFaults();
  }

  /** Takes a fault away, once its answer is right. */
  const mend = (at: string): void => void (faults.value = faults.value.filter((fault) => fault.at !== at));

  return { answers, sending, faults, trouble, faultOf, send, tell, mend };
}

export type OpenForm = Pick<ReturnType<typeof useForm>, 'answers' | 'faults' | 'faultOf' | 'tell' | 'mend'>;

async function showFaults(): Promise<void> {
  await nextTick();
  document.querySelector<HTMLElement>('[data-faults]')?.focus();
}
