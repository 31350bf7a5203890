/** Purpose: whether a sheet lies over the work instead of beside it, so that what is behind it must be out of reach. */
import { onBeforeUnmount, ref, type Ref } from 'vue';

/** At this width and below (1000 px of text in its usual size), the side sheet and the mount cover what is behind them. */
const narrow = '(max-width: 62.5em)';

export function useNarrow(): Ref<boolean> {
  const query = window.matchMedia(narrow);
  const is = ref(query.matches);
  const hear = () => (is.value = query.matches);
  query.addEventListener('change', hear);
  onBeforeUnmount(() => query.removeEventListener('change', hear));
  return is;
}
