/** Purpose: sending a form: one at a time, faults beside their fields, focus on what is wrong. */
import { nextTick, ref } from 'vue';
import type { Problem } from '../../contract';
import type { Trouble } from './calls';

export type Fault = NonNullable<Problem['faults']>[number];

export function useSend() {
  const sending = ref(false);
  const faults = ref<Fault[]>([]);
  const trouble = ref<string | null>(null);
  const faultOf = (at: string) => faults.value.find((fault) => fault.at === at)?.says ?? null;

  /** Runs a call. @returns whether it went through; otherwise what went wrong is shown and kept */
  async function send(call: () => Promise<void>, place?: (trouble: Trouble) => Fault[] | null): Promise<boolean> {
    if (sending.value) return false;
    sending.value = true;
    const { troubleOf } = await import('./calls');
    try {
      await call();
      faults.value = [];
      trouble.value = null;
      return true;
    } catch (error) {
      const found = troubleOf(error);
      faults.value = found.faults ?? place?.(found) ?? [];
      trouble.value = faults.value.length ? null : found.says;
      await nextTick();
      document.querySelector<HTMLElement>('[data-faults]')?.focus();
      return false;
    } finally {
      sending.value = false;
    }
  }
  return { sending, faults, trouble, faultOf, send };
}
