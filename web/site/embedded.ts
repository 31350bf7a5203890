/**
 * Purpose: within a frame of another site: tells the page around it how high it is, so that it fits. Nothing else of
 * what stands here is told.
 */
export function tellHeight(): void {
  const tell = (): void => {
    const { height } = document.getElementById('site')!.getBoundingClientRect();
    window.parent.postMessage({ formHeight: height }, '*');
  };
  new ResizeObserver(tell).observe(document.getElementById('site')!);
  tell();
}
