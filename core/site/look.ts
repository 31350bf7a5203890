/**
 * Purpose: the site's colours from the owner's three: accent, tint and paper.
 * Source of the contrast measure: WCAG 2.2, "relative luminance" and "contrast ratio".
 */
import type { SiteItem } from './site';

type Rgb = readonly [number, number, number];
export type Colours = Pick<SiteItem['look'], 'accent' | 'tint' | 'paper'>;

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
  const [r, g, b] = read(hex).map(linear) as unknown as Rgb;
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** The contrast ratio of two colours, 1 to 21. */
export function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** The full set of site colours. `text` and `quiet` keep the accent's hue and read well on paper and tint. */
export function siteColours(look: Colours) {
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

/** Text needs so much to be read by nearly everybody (WCAG 2.2, criterion 1.4.3). */
export const LEAST = 4.5;

/** How well the owner's three colours read, each pair as its contrast ratio. */
export function contrastsOf(look: Colours) {
  const { text, quiet } = siteColours(look);
  const on = (ground: string) => ({
    accent: contrast(look.accent, ground),
    text: contrast(text, ground),
    quiet: contrast(quiet, ground),
  });
  return { paper: on(look.paper), tint: on(look.tint) };
}

/** Whether everything that is written in these colours reads well. */
export const readsWell = (look: Colours): boolean =>
  Object.values(contrastsOf(look)).every((ground) => Object.values(ground).every((ratio) => ratio >= LEAST));

/**
 * The colour nearest to one of the three with which all reads well: the same hue and chroma, as much darker or lighter
 * as it takes. Null where none of its hue does.
 * Source of the colour space: B. Ottosson, "A perceptual color space for image processing" (Oklab), 2020.
 */
export function nearest(which: keyof Colours, look: Colours): string | null {
  const [lightness, a, b] = toOklab(read(look[which]));
  let best: { hex: string; away: number } | null = null;
  for (let step = 0; step <= 1_000; step++) {
    const tried = step / 1_000;
    const away = Math.abs(tried - lightness);
    if (best && away >= best.away) continue;
    const hex = write(fromOklab([tried, a, b]));
    if (readsWell({ ...look, [which]: hex })) best = { hex, away };
  }
  return best?.hex ?? null;
}

const linear = (part: number): number => {
  const s = part / 255;
  return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
};
const curved = (part: number): number => {
  const s = Math.min(1, Math.max(0, part));
  return 255 * (s <= 0.0031308 ? s * 12.92 : 1.055 * s ** (1 / 2.4) - 0.055);
};

function toOklab(rgb: Rgb): Rgb {
  const [r, g, b] = rgb.map(linear) as unknown as Rgb;
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

function fromOklab([lightness, a, b]: Rgb): Rgb {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return [
    curved(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    curved(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    curved(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  ];
}
