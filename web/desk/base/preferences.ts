/** Purpose: what a staff member prefers in this browser: light or dark, letter keys on or off. */
import { ref, watch } from 'vue';

export type Light = 'system' | 'light' | 'dark';

function stored<T extends string>(key: string, otherwise: T): T {
  try {
    return (localStorage.getItem(key) as T | null) ?? otherwise;
  } catch {
    return otherwise;
  }
}

export const light = ref<Light>(stored('desk.light', 'system'));
export const letterKeys = ref(stored('desk.keys', 'on') === 'on');

const system = window.matchMedia('(prefers-color-scheme: dark)');
export const systemDark = ref(system.matches);
system.addEventListener('change', () => (systemDark.value = system.matches));

export const darkNow = (): boolean => light.value === 'dark' || (light.value === 'system' && systemDark.value);

watch([light, letterKeys], () => {
  try {
    localStorage.setItem('desk.light', light.value);
    localStorage.setItem('desk.keys', letterKeys.value ? 'on' : 'off');
  } catch {
    // A browser that keeps nothing: the choice holds until the page is left.
  }
});
