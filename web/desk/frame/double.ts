/**
 * Purpose: the second click of a double click does nothing where the first has put something else under it: a button
 * that admits must not, by moving, make the same hand close or decline what came in its place.
 */
export function guardDoubleClicks(root: HTMLElement): void {
  let first: EventTarget | null = null;
  root.addEventListener(
    'click',
    (event) => {
      if (event.detail > 1 && first !== event.target) {
        event.preventDefault();
        event.stopPropagation();
        return;
      }
      first = event.target;
    },
    { capture: true },
  );
}
