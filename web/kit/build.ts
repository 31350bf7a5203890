/**
 * Purpose: a tab that stayed open while the house was built anew: the server answers with the names of its own scripts,
 * and a page that came with another goes on by being loaded whole, once. What was typed is kept in the tab.
 */
const KEY = 'loaded.whole';
const script = (): string =>
  document.querySelector<HTMLScriptElement>('script[type="module"][src]')?.src.split('/').at(-1) ?? '';

/** The build of an answer, where it is another than this page's; null otherwise. */
export function newerBuild(answer: Response): string | null {
  const said = answer.headers.get('x-build');
  const own = script();
  return said !== null && own !== '' && !said.split(' ').includes(own) ? said : null;
}

/** Loads an address whole. @returns false, and does nothing, where that was done for this build already */
export function loadWhole(address: string, build: string): boolean {
  try {
    if (sessionStorage.getItem(KEY) === build) return false;
    sessionStorage.setItem(KEY, build);
  } catch {
    // Without a memory it could go on for ever.
    return false;
  }
  location.assign(address);
  return true;
}
