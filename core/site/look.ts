/**
 * Purpose: the site's colours from the owner's three: accent, tint and paper.
 * Source of the contrast measure: WCAG 2.2, "relative luminance" and "contrast ratio".
 */
import type { SiteItem } from './site';

type Rgb = readonly [number, number, number];

const read = (hex: string): Rgb => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as unknown as Rgb;
const write = (rgb: Rgb): string =>
  `#${rgb.map((part) => Math.round(part).toString(16).padStart(2, '0')).join('')}`.toUpperCase();

/** `share` of `a`, the rest of `b`, in sRGB. */
const mix = (a: string, b: string, share: number): string => {
  const [from, to] = [read(a), read(b)];
  return write(from.map((part, at) => part * share + to[at]! * (1 - share)) as unknown as Rgb);
};

/** Relative luminance, 0 (black) to 1 (white). */
export function luminance(hex: string): number {
  const [r, g, b] = read(hex).map((part) => {
    const s = part / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as unknown as Rgb;
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** The contrast ratio of two colours, 1 to 21. */
export function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** The full set of site colours. `text` and `quiet` keep the accent's hue and read well on paper and tint. */
export function siteColours(look: SiteItem['look']) {
  const text = mix(look.accent, '#000000', 0.42);
  return {
    accent: look.accent,
    tint: look.tint,
    paper: look.paper,
    text,
    quiet: mix(text, look.paper, 0.78),
    edge: mix(text, look.paper, 0.58),
    line: mix(look.accent, look.paper, 0.24),
    onAccent: contrast(look.accent, '#FFFFFF') >= 4.5 ? '#FFFFFF' : text,
  };
}
