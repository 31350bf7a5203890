/** Purpose: the keys that work everywhere at the desk. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAreas } from '../base/area';
import { useLetter } from '../base/letter';
import { useViewpoint } from '../viewpoint/viewpoint.store';

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
  for (const area of useAreas()) useLetter(`g-${area.key}`, () => void router.push(area.path));
  return { help };
}
