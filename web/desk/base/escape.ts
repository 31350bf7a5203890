/** Purpose: Escape closes the topmost thing only: a menu or dialog first, then a view that lies over all, then a sheet. */
import { onBeforeUnmount, onMounted } from 'vue';

const overlays = () => document.querySelector('.v-overlay--active') !== null;

/** Calls `close` on Escape, unless something above has taken it. @param above whether something lies over this */
export function useEscape(close: () => void, above: () => boolean = () => false): void {
  const key = (event: KeyboardEvent) => {
    if (event.key !== 'Escape' || event.defaultPrevented || above() || overlays()) return;
    const { target } = event;
    // In a text the first Escape leaves the text, for the head of what it stands in.
    if (target instanceof HTMLElement && target.matches('textarea, input')) {
      const head = target.closest('aside')?.querySelector<HTMLElement>('h2[tabindex]');
      return head ? head.focus() : target.blur();
    }
    event.preventDefault();
    close();
  };
  // In the capture phase: what is open now is asked before it hears of the key itself.
  onMounted(() => document.addEventListener('keydown', key, { capture: true }));
  onBeforeUnmount(() => document.removeEventListener('keydown', key, { capture: true }));
}
