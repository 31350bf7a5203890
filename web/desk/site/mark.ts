/**
 * Purpose: the lines of an SVG drawing.
 * Invariant: what is read is never put into a page: path data and three numbers are all that leaves here, and the schema
 * of a mark has the last word on them.
 */
export function markFrom(svg: string): unknown {
  const page = new DOMParser().parseFromString(svg, 'image/svg+xml');
  const root = page.querySelector('svg');
  if (!root || page.querySelector('parsererror')) return null;
  const box = (root.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [, , width = Number(root.getAttribute('width')), height = Number(root.getAttribute('height'))] = box;
  const paths = [...root.querySelectorAll('path')].map((path) =>
    (path.getAttribute('d') ?? '').replace(/\s+/g, ' ').trim(),
  );
  const stroke = Number(root.querySelector('[stroke-width]')?.getAttribute('stroke-width') ?? NaN);
  const size = Math.max(width, height);
  return { size, stroke: Number.isFinite(stroke) ? stroke : size / 20, paths: paths.filter(Boolean) };
}
