/** Purpose: what stands on Quillmoor's boards: whole sentences that people there would write. */

/** `days`: how long ago it was sent. `ends`: the day it is to be replied to by, so many days from now. */
export type SampleEntry = {
  readonly board: 'work' | 'kit' | 'help' | 'directory' | 'library';
  readonly days: number;
  readonly category?: string;
  readonly answers: Readonly<Record<string, string | number>>;
  readonly ends?: number;
  /** What has become of it since: waits, a state it was set to. */
  readonly now?: 'draft' | 'waiting' | 'spoken-for' | 'gone' | 'talking' | 'filled' | 'in-hand' | 'done';
  readonly by?: string;
  /** What was said to it, by whom. */
  readonly replies?: readonly (readonly [by: string, words: string])[];
};

const work = (
  days: number,
  [title, kind, firm, where, pay, about]: readonly [string, string, string, string, string, string],
  more: Partial<SampleEntry> = {},
): SampleEntry => ({ board: 'work', days, answers: { title, kind, firm, where, pay, about }, ...more });
const kit = (
  days: number,
  way: 'offered' | 'wanted' | 'lend',
  category: string,
  [what, about, where, asked = '']: readonly [string, string, string, string?],
  more: Partial<SampleEntry> = {},
): SampleEntry => ({
  board: 'kit',
  days,
  category,
  answers: { what, way, about, where, ...(asked ? { asked } : {}) },
  ...more,
});
const help = (
  days: number,
  kind: 'swarm' | 'sick' | 'hand',
  [what, where, more = '']: readonly [string, string, string?],
  now?: SampleEntry['now'],
): SampleEntry => ({
  board: 'help',
  days,
  answers: { what, kind, where, ...(more ? { more } : {}) },
  ...(now ? { now } : {}),
});
const book = (
  days: number,
  category: string,
  [title, link, about, whom]: readonly [string, string, string, string],
): SampleEntry => ({
  board: 'library',
  days,
  category,
  answers: { title, link: `https://${link}.example/`, about, for: whom },
});

export const sampleEntries: readonly SampleEntry[] = [
  work(
    3,
    [
      'Apprentice on forty hives',
      'apprenticeship',
      'Abbermere Apiaries',
      'QM9',
      '£13.20 an hour',
      'Two years with us from inspection to jar. You need no bees of your own, only a strong back and the wish to learn.',
    ],
    { ends: 16, by: 'Oswin Abbermere' },
  ),
  work(
    6,
    [
      'Winter work in the wax room',
      'seasonal',
      'Ansty Honey Farm',
      'QM7',
      '£12.80 an hour',
      'Rendering, filtering and pouring from November to February, three days a week, indoors and warm.',
    ],
    { ends: 18, by: 'Philippa Ansty' },
  ),
  work(
    8,
    [
      'Two Saturdays on the market stall',
      'voluntary',
      'Quillmoor Beekeepers',
      'QM1',
      'Expenses paid',
      'Talk to people about bees and sell them honey. Somebody who has done it before stands beside you.',
    ],
    { ends: 10 },
  ),
  work(
    10,
    [
      'A roof for the bee house',
      'day',
      'Turnbull Orchards',
      'QM5',
      '£140.00 a day',
      'Three or four days with shingles and battens. The ladder is ours, the good eye is yours.',
    ],
    { now: 'talking', by: 'Fenwick Turnbull' },
  ),
  work(
    12,
    [
      'Candle making before Christmas',
      'seasonal',
      'Ashgrove Candles',
      'QM4',
      '£12.90 an hour',
      'Dipping, rolling and packing in a small workshop, evenings too if they suit you better.',
    ],
    { ends: 24, by: 'Judith Ashgrove' },
  ),
  work(14, [
    'Help at the spring count',
    'voluntary',
    'Quillmoor Beekeepers',
    'QM2',
    'Tea and cake',
    'We visit every apiary that wants it and count colonies that came through. One day in March, in pairs.',
  ]),
  work(
    1,
    [
      'Somebody for the honey lorry',
      'day',
      'Ansty Honey Farm',
      'QM7',
      '£120.00 a day',
      'Two days of loading and one of driving to the coast. A licence for vans is enough.',
    ],
    { now: 'waiting', by: 'Philippa Ansty' },
  ),
  work(
    2,
    [
      'Gardener for the forage strip',
      'seasonal',
      'Turnbull Orchards',
      'QM5',
      '£13.00 an hour',
      'Sowing phacelia and borage along two fields, April to June, mornings only.',
    ],
    { now: 'waiting', by: 'Fenwick Turnbull' },
  ),
  kit(
    1,
    'offered',
    'bees',
    [
      'Nucleus, six frames, gentle queen',
      'Raised in July from my quietest hive. Fed and heavy, treated in August, five seams of bees on Sunday.',
      'QM7, collect after dusk',
      '£95.00, the box comes back',
    ],
    { by: 'Philippa Ansty' },
  ),
  kit(
    1,
    'wanted',
    'hives',
    ['Cedar brood box with sound corners', 'National size. Rails may be missing, holes may not be there.', 'QM4'],
    { by: 'Judith Ashgrove' },
  ),
  kit(
    3,
    'lend',
    'tools',
    ['Hive barrow with two straps', 'For a weekend at a time. It goes through a garden gate.', 'QM4'],
    {
      by: 'Ida Marrowby',
      replies: [
        ['Gwenna Fairclough', 'Might I have it on Saturday? I would bring it back on Sunday, washed.'],
        ['Philippa Ansty', 'If nobody needs it before Christmas I should like to move six hives with it.'],
      ],
    },
  ),
  kit(4, 'lend', 'honey', [
    'Cappings tray and two settling tanks',
    'Clean and dry. Bring them back the same way, please.',
    'QM2',
  ]),
  kit(
    6,
    'offered',
    'honey',
    [
      'Heather press, needs a new screw',
      'My uncle’s. The frame is sound and heavy, the screw has had its day.',
      'QM9',
      '£40.00',
    ],
    { now: 'spoken-for', by: 'Oswin Abbermere' },
  ),
  kit(
    7,
    'wanted',
    'places',
    ['A corner for two hives near the river', 'Morning sun, no footpath beside it. I pay in honey.', 'QM5'],
    { by: 'Fenwick Turnbull' },
  ),
  kit(9, 'offered', 'honey', ['Forty jars with lids, washed', 'Pound jars, in their trays.', 'QM1', '£12.00'], {
    by: 'Hilda Clavering',
  }),
  kit(11, 'offered', 'tools', [
    'Two bee suits for children',
    'For eight and eleven years, both with gloves.',
    'QM3',
    '£15.00 each',
  ]),
  kit(13, 'lend', 'extractors', [
    'Three-frame hand extractor',
    'For those with one or two hives. Rinse it cold, never hot.',
    'QM2',
  ]),
  kit(15, 'wanted', 'bees', [
    'A late swarm, any temper',
    'My one colony did not make it and the hive stands clean and empty.',
    'QM9',
  ]),
  kit(18, 'offered', 'hives', ['Six feeders and a crown board', 'Round feeders, hardly used.', 'QM7', '£20.00']),
  kit(22, 'wanted', 'tools', ['Smoker that stays alight', 'Mine does not, whatever I burn.', 'QM1']),
  kit(26, 'lend', 'tools', ['Refractometer', 'Comes with a drop of oil to set it by.', 'QM4']),
  kit(31, 'offered', 'places', [
    'Room for four hives behind the barn',
    'Lime trees to the west, a track to the gate.',
    'QM3',
  ]),
  help(1, 'swarm', [
    'A swarm on the pear tree',
    'Behind the chapel, QM5',
    'At head height. It has been there since noon.',
  ]),
  help(2, 'hand', ['Four full supers to carry down', 'Top of Larkrise lane, QM3'], 'in-hand'),
  help(
    5,
    'sick',
    ['Chalky lumps on the floor', 'Third hive from the gate, QM4', 'I have put some in a jar.'],
    'in-hand',
  ),
  help(20, 'swarm', ['Bees under the eaves', 'Schoolhouse, QM1'], 'done'),
  help(34, 'swarm', ['A small cast in the hedge', 'River path, QM5'], 'done'),
  book(12, 'seasons', [
    'A year in nine visits',
    'nine-visits',
    'What to look for each time one opens the hive, and when to leave it shut.',
    'beginners',
  ]),
  book(30, 'health', [
    'Mites: count before you treat',
    'count-the-mites',
    'Three ways of counting and what the numbers mean in July and in October.',
    'everybody',
  ]),
  book(45, 'health', [
    'Foulbrood in pictures',
    'foulbrood',
    'Plain photographs. Look at them before you need them.',
    'everybody',
  ]),
  book(60, 'craft', [
    'A hive from three planks',
    'three-planks',
    'Drawings and a cutting list for a National.',
    'old-hands',
  ]),
  book(75, 'craft', ['Wax without smoke', 'wax', 'Rendering cappings with the sun and an old window.', 'everybody']),
  book(90, 'seasons', [
    'Forage on the moor',
    'forage',
    'What flowers when, from hazel to ivy, field by field.',
    'beginners',
  ]),
];

/** Firms of the directory, by who runs them. */
export const firms: readonly {
  readonly by: string;
  readonly name: string;
  readonly where: string;
  readonly offers: string;
}[] = [
  {
    by: 'Oswin Abbermere',
    name: 'Abbermere Apiaries',
    where: 'QM9',
    offers: 'Honey by the pail, queens from May, advice on more than ten hives.',
  },
  {
    by: 'Philippa Ansty',
    name: 'Ansty Honey Farm',
    where: 'QM7',
    offers: 'Extracting for others, wax bought, a shop on Fridays.',
  },
  {
    by: 'Judith Ashgrove',
    name: 'Ashgrove Candles',
    where: 'QM4',
    offers: 'Candles to order. Buys clean wax all year.',
  },
  {
    by: 'Fenwick Turnbull',
    name: 'Turnbull Orchards',
    where: 'QM5',
    offers: 'Hive stands among apples for pollination, April and May.',
  },
];

/** What keepers say of themselves. */
export const offers = [
  'Glad to look at your first hive with you.',
  'Swaps queens. Knows the heather.',
  'Has time on weekdays.',
  'Builds hives in winter.',
  'Teaches at the school on the hill.',
  'Keeps few bees and reads much about them.',
] as const;
