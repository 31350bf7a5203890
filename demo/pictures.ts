/**
 * Purpose: Quillmoor's pictures, drawn here: the moor through the year, as layers of hills, heather and hives. A file of
 * each, and a sheet to take along, are brought in under ids that the demo's set-up names.
 */
import sharp from 'sharp';
import type { Services } from '../server/compose';
import { chance } from './chance';

const [WIDTH, HEIGHT] = [1_600, 900];
type Season = {
  readonly id: string;
  readonly name: string;
  readonly sky: readonly [string, string];
  readonly hills: readonly string[];
  readonly tufts: readonly string[];
  readonly roofs: string;
  readonly snow: boolean;
};

const seasons: readonly Season[] = [
  {
    id: 'moor0heather00000000',
    name: 'Hives on the moor in August.webp',
    sky: ['#f4dfc6', '#cfd9e2'],
    hills: ['#a7adc0', '#8d86a3', '#74608a', '#5b4468'],
    tufts: ['#a45f9b', '#8b4a86', '#c184b4', '#6d7a4a'],
    roofs: '#f3ead8',
    snow: false,
  },
  {
    id: 'moor0winter000000000',
    name: 'The apiary in the broodless weeks.webp',
    sky: ['#dfe6ea', '#b9c6cf'],
    hills: ['#a9b6bf', '#93a1ab', '#75838d', '#d9e1e4'],
    tufts: ['#eef2f3', '#c5cfd4', '#7b6f63', '#ffffff'],
    roofs: '#ffffff',
    snow: true,
  },
  {
    id: 'moor0spring000000000',
    name: 'First flights in April.webp',
    sky: ['#fbf1d8', '#bcd8dd'],
    hills: ['#a9c0b6', '#8aa98d', '#6c8f63', '#4f7445'],
    tufts: ['#e8cf5a', '#f4ecd2', '#7fa05c', '#d98fa8'],
    roofs: '#efe3c8',
    snow: false,
  },
];
export const SHEET = 'sheet0mite0count0000';

/** A line of hills: a slow wave and a quick one, from left to right. */
function hill(level: number, depth: number, colour: string, random: () => number): string {
  const [slow, quick, at] = [0.7 + random() * 0.9, 2 + random() * 3, random() * 6];
  const points = Array.from({ length: 41 }, (_, n) => {
    const x = (n / 40) * WIDTH;
    const wave =
      Math.sin(at + (n / 40) * Math.PI * 2 * slow) * depth + Math.sin((n / 40) * Math.PI * 2 * quick) * depth * 0.2;
    return `${x.toFixed(0)},${(level + wave).toFixed(1)}`;
  });
  return `<polygon fill="${colour}" points="0,${HEIGHT} ${points.join(' ')} ${WIDTH},${HEIGHT}"/>`;
}

/** A skep's sister: three boxes under a gabled roof, with an entrance. */
function hive(x: number, y: number, size: number, roof: string, snow: boolean): string {
  const box = (n: number, colour: string) =>
    `<rect x="${x}" y="${y + n * size * 0.34}" width="${size}" height="${size * 0.32}" fill="${colour}"/>`;
  return (
    `<polygon fill="${roof}" stroke="#3b2c41" stroke-width="3" points="${x - size * 0.14},${y} ${x + size / 2},${y - size * 0.36} ${x + size * 1.14},${y}"/>` +
    box(0, '#e3d3b2') +
    box(1, '#d6c199') +
    box(2, '#c9b083') +
    `<rect x="${x + size * 0.3}" y="${y + size * 0.9}" width="${size * 0.4}" height="${size * 0.07}" rx="${size * 0.03}" fill="#3b2c41"/>` +
    `<rect x="${x}" y="${y + size}" width="${size * 0.08}" height="${size * 0.2}" fill="#6b5a4a"/>` +
    `<rect x="${x + size * 0.92}" y="${y + size}" width="${size * 0.08}" height="${size * 0.2}" fill="#6b5a4a"/>` +
    (snow
      ? `<ellipse cx="${x + size / 2}" cy="${y + size * 1.22}" rx="${size * 0.8}" ry="${size * 0.07}" fill="#ffffff"/>`
      : '')
  );
}

function drawn({ sky, hills, tufts, roofs, snow }: Season, random: () => number): string {
  const layers = hills.map((colour, n) => hill(HEIGHT * (0.42 + n * 0.14), 46 - n * 7, colour, random)).join('');
  const grown = Array.from({ length: 340 }, () => {
    const y = HEIGHT * (0.8 + random() * 0.2);
    const size = 4 + ((y - HEIGHT * 0.8) / (HEIGHT * 0.2)) * 14;
    const colour = tufts[Math.floor(random() * tufts.length)];
    return `<ellipse cx="${(random() * WIDTH).toFixed(0)}" cy="${y.toFixed(0)}" rx="${(size * 1.4).toFixed(1)}" ry="${size.toFixed(1)}" fill="${colour}" opacity="0.85"/>`;
  }).join('');
  const hives = [0.16, 0.3, 0.62, 0.75]
    .map((x, n) => hive(WIDTH * x, HEIGHT * (0.62 + (n % 2) * 0.05), 92 + (n % 3) * 10, roofs, snow))
    .join('');
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">` +
    `<defs><linearGradient id="sky" x1="0" y1="1" x2="0" y2="0"><stop offset="0" stop-color="${sky[0]}"/><stop offset="1" stop-color="${sky[1]}"/></linearGradient></defs>` +
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="url(#sky)"/>` +
    `<circle cx="${WIDTH * 0.78}" cy="${HEIGHT * 0.2}" r="62" fill="${sky[0]}"/>${layers}${hives}${grown}</svg>`
  );
}

/** A list that anybody's sheet program opens. */
const sheet = [
  'Hive,Date counted,Days on the board,Mites fallen,A day',
  ...Array.from({ length: 24 }, (_, n) => `${n + 1},,,,`),
].join('\r\n');

export async function bringPictures(files: Services['files']): Promise<void> {
  const random = chance(1911).next;
  const by = 'Wilf Garrowby';
  const envelope = { who: { kind: 'clock' }, act: 'files.brought', once: null } as const;
  for (const season of seasons) {
    const picture = await sharp(Buffer.from(drawn(season, random)))
      // Made anew when it is brought in, so that packing it well is for nothing.
      .png({ compressionLevel: 1 })
      .toBuffer();
    await files.bringAs(season.id, envelope, picture, season.name, by);
  }
  await files.bringAs(SHEET, envelope, Buffer.from(`${sheet}\r\n`), 'Mite count sheet.csv', by);
}
