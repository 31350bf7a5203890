/**
 * Purpose: a picture that somebody sends, made anew: known by its content, decoded, and written as WebP in the sizes
 * that are shown. Nothing of the file itself is kept: no place, no camera, no second file behind it.
 * Invariant: what is no picture of the kinds named is refused before a decoder sees it; so many at once, the rest wait.
 */
import { fileTypeFromBuffer } from 'file-type';
import sharp, { type Sharp } from 'sharp';
import { PICTURE_BYTES } from '../../core/fields';
import { Gate } from '../platform/gate';

/** What is decoded; SVG is a program, and other kinds are not what people have. */
const KINDS: ReadonlySet<string> = new Set(['image/jpeg', 'image/png', 'image/webp', 'image/gif']);
const PIXELS = 50_000_000;
const SMALL = 160;
const LARGE = 1_600;
/** Of a choice, which lies in the set-up itself. */
const CHOICE = 200;
/** Of a logo: twice what stands at the head of a page, for screens that are finer. */
const LOGO = { width: 440, height: 96 };
const LOGO_BYTES = 40_000;

const gate = new Gate(1, 12);
// The machine's threads also verify passwords.
sharp.concurrency(1);
sharp.cache(false);

/** @returns the picture upright, or null where it is none that can be read */
async function decoded<T>(file: Buffer, make: (image: () => Sharp) => Promise<T>): Promise<T | null> {
  if (file.length > PICTURE_BYTES || file.length === 0) return null;
  const type = await fileTypeFromBuffer(file);
  if (!type || !KINDS.has(type.mime)) return null;
  return gate.run(async () => {
    try {
      return await make(() => sharp(file, { limitInputPixels: PIXELS, failOn: 'error', animated: false }).autoOrient());
    } catch {
      return null;
    }
  });
}

const webp = (image: Sharp, quality: number) => image.webp({ quality, effort: 2 }).toBuffer();

/** A square for lists, and the whole at a size for screens. @throws TooBusy when too many wait */
export const forProfile = (file: Buffer): Promise<{ small: Buffer; large: Buffer } | null> =>
  decoded(file, async (image) => ({
    small: await webp(image().resize(SMALL, SMALL, { fit: 'cover' }), 80),
    large: await webp(image().resize(LARGE, LARGE, { fit: 'inside', withoutEnlargement: true }), 82),
  }));

/** The widths, in points, that a picture on a page is made in, as far as it has them. */
const WIDTHS = [480, 960, 1_600];
export type ForPage = {
  readonly width: number;
  readonly height: number;
  readonly made: readonly { readonly width: number; readonly bytes: Buffer }[];
};

/** In each width a page may want, and never wider than it is. @throws TooBusy when too many wait */
export const forPage = (file: Buffer): Promise<ForPage | null> =>
  decoded(file, async (image) => {
    const { width, height } = (await image().toBuffer({ resolveWithObject: true })).info;
    const largest = Math.min(width, WIDTHS.at(-1)!);
    const widths = [...new Set([...WIDTHS.filter((one) => one < largest), largest])];
    const made: { width: number; bytes: Buffer }[] = [];
    for (const one of widths) made.push({ width: one, bytes: await webp(image().resize(one), 80) });
    return { width: largest, height: Math.max(1, Math.round((height * largest) / width)), made };
  });

/** One small enough to lie in the set-up, as its address. @throws TooBusy when too many wait */
export async function forChoice(file: Buffer): Promise<string | null> {
  const made = await decoded(file, async (image) => {
    for (const quality of [76, 50, 25]) {
      const small = await webp(image().resize(CHOICE, CHOICE, { fit: 'cover' }), quality);
      if (small.length < 17_000) return small;
    }
    return null;
  });
  return made && `data:image/webp;base64,${made.toString('base64')}`;
}

/** Whole, with what is seen through, and without an even rim around it. @throws TooBusy when too many wait */
export const forLogo = (file: Buffer): Promise<{ picture: string; width: number; height: number } | null> =>
  decoded(file, async (image) => {
    // What is one colour all over has nothing within its rim.
    const cut = await image()
      .trim()
      .toBuffer()
      .catch(() => image().toBuffer());
    for (const quality of [90, 70, 40]) {
      const small = sharp(cut).resize({ ...LOGO, fit: 'inside', withoutEnlargement: true });
      const { data, info } = await small.webp({ quality, effort: 4 }).toBuffer({ resolveWithObject: true });
      const { width, height } = info;
      if (data.length < LOGO_BYTES)
        return { picture: `data:image/webp;base64,${data.toString('base64')}`, width, height };
    }
    return null;
  });
