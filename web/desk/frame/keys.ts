/** Purpose: the keys that work everywhere at the desk. Letter keys can be turned off. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useHotkey } from 'vuetify';
import { letterKeys } from '../preferences';
import { areas } from '../areas';
import { useViewpoint } from '../viewpoint/viewpoint.store';

/** A letter key: does nothing while letter keys are off or a modifier is held for something else. */
export function useLetter(keys: string, act: () => void): void {
  useHotkey(keys, () => {
    if (letterKeys.value) act();
  });
}

export function useDeskKeys() {
  const router = useRouter();
  const viewpoint = useViewpoint();
  const help = ref(false);
  useLetter('/', () => document.getElementById('find')?.focus());
  useLetter('v', () => viewpoint.toggle());
  useLetter('shift+v', () => document.getElementById('viewpoint-person')?.click());
  useLetter('[', () => viewpoint.step(-1));
  useLetter(']', () => viewpoint.step(1));
  useLetter('?', () => (help.value = true));
  useLetter('shift+?', () => (help.value = true));
  for (const area of areas) useLetter(`g-${area.key}`, () => void router.push(area.path));
  return { help };
}
