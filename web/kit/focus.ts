/**
 * Purpose: where the keyboard goes on. What has the focus may be taken away, or switched off, by what was done with it;
 * then the focus goes to what came in its place: the message about it, what had it before, or the heading of its part.
 * Invariant: it is moved only where the page itself has lost it, never where a person has left it.
 */

type Held = { readonly element: HTMLElement; readonly within: readonly Element[] };

const MOST = 12;
/** How long whoever took it away may place it, in ms. */
const PAUSE = 120;
const REACHED = 'a, button, input, select, textarea, label, summary, [tabindex]';
const PARTS = 'main, aside, form, section, dialog, [role="dialog"], .v-overlay__content';

const seen = (element: Element): boolean => element.isConnected && element.getClientRects().length > 0;
const off = (element: Element): boolean => element.matches(':disabled') || element.closest('[inert]') !== null;
const usable = (element: Element): boolean => seen(element) && !off(element);
const nowhere = (): boolean => document.activeElement === null || document.activeElement === document.body;

function give(element: HTMLElement): void {
  if (element.tabIndex < 0 && !element.hasAttribute('tabindex')) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}

/** What to go on with within one part of the page. */
function placeIn(part: Element, earlier: readonly HTMLElement[]): HTMLElement | null {
  const all = (what: string) => [...part.querySelectorAll<HTMLElement>(what)].filter(usable);
  return (
    all('[role="alert"], [role="status"]').find(({ textContent }) => textContent.trim() !== '') ??
    earlier.find((element) => part.contains(element)) ??
    all('h1, h2, h3, h4')[0] ??
    null
  );
}

function nextAfter(lost: Held, trail: readonly Held[]): HTMLElement | null {
  const earlier = trail.map(({ element }) => element).filter((element) => element !== lost.element && usable(element));
  const left = lost.within.filter((part) => part.isConnected);
  const end = left.findIndex((part) => part.matches(PARTS));
  for (const part of end < 0 ? [] : left.slice(0, end + 1)) {
    const place = placeIn(part, earlier);
    if (place) return place;
  }
  return earlier[0] ?? document.querySelector<HTMLElement>('main h1, h1');
}

/** Begins to look after the focus of this page. */
export function keepFocus(): void {
  /** The newest first. */
  let trail: readonly Held[] = [];
  let waits: ReturnType<typeof setTimeout> | undefined;
  let switchedOff = false;

  document.addEventListener('focusin', ({ target }) => {
    if (!(target instanceof HTMLElement) || target === document.body) return;
    const within: Element[] = [];
    for (let at = target.parentElement; at && at !== document.body; at = at.parentElement) within.push(at);
    trail = [{ element: target, within }, ...trail.filter(({ element }) => element !== target)].slice(0, MOST);
    switchedOff = false;
  });
  // A person who presses beside everything has left it.
  document.addEventListener('pointerdown', ({ target }) => {
    if (target instanceof Element && !target.closest(REACHED)) trail = [];
  });

  function look(): void {
    const last = trail[0];
    if (!last || !nowhere()) return;
    // Still switched off: it is looked at again when that changes.
    if (seen(last.element) && off(last.element)) return;
    if (usable(last.element)) {
      if (switchedOff) give(last.element);
      return;
    }
    const next = nextAfter(last, trail);
    if (next) give(next);
  }
  new MutationObserver(() => {
    if (!trail[0]) return;
    if (off(trail[0].element)) switchedOff = true;
    if (!nowhere()) return;
    clearTimeout(waits);
    waits = setTimeout(look, PAUSE);
  }).observe(document.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ['disabled', 'inert', 'style', 'class'],
  });
}
