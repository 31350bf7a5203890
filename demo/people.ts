/** Purpose: who lives on the moor: names to draw from, the people the demo always has, and the staff. */
import type { StaffPart } from '../contract';
import { MadeUp } from '../core/rehearsal';

export const PASSWORD = 'quillmoor-demo';

export const firstNames = (
  'Abel Ada Agnes Alban Alma Ambrose Annis Barnaby Beatrix Bettany Blythe Bram Cecily Clement Corwin Cressida Cuthbert ' +
  'Dorcas Dunstan Edith Edmund Elfrida Elspeth Emmeline Enid Ephraim Esme Eustace Fabian Felicity Fenwick Flora Gideon ' +
  'Godfrey Greta Hester Hesper Hilda Horace Hugo Imogen Ivo Jasper Jemima Joss Judith Juniper Kester Lambert Leopold ' +
  'Lettice Linnet Lorna Ludlow Mabel Magnus Maud Mercy Merrick Miriam Nell Noel Octavia Orla Oswin Ottoline Pascoe ' +
  'Perpetua Piers Prudence Quentin Rafe Rowena Rufus Sabina Selwyn Silas Simeon Sybil Tabitha Thora Tristram Una Ursula ' +
  'Verity Walter Wilfred Winifred Wystan Zachary'
).split(' ');

export const familyNames = (
  'Abbermere Ackerley Alderhay Appleforth Ashgrove Barrowby Beckwith Bellington Birkdale Blackthorne Bramhall Brindley ' +
  'Brockbank Caldecote Carrowby Chilcott Clavering Coldwell Copperthwaite Crossmire Dalrigg Dewsnap Draycott Dunmallow ' +
  'Elderbrook Esterling Farthingay Fenby Fernhough Foxearth Garstang Gillamoor Greenhalgh Hallowby Harbottle Hawkswell ' +
  'Heatherley Hollin Holloway Ingleby Kettlewell Kirkham Lambswick Langthwaite Larkrise Lockyer Lorimer Lythgoe ' +
  'Maplebeck Marwood Merriday Micklethwaite Moorhen Netherby Northway Oakenshaw Orchardson Otterburn Ousby Palliser ' +
  'Penhallow Pennock Prewett Quernmore Ravensworth Redmayne Ridding Rivelin Rokeby Rushbrook Satterthwaite Scarfe ' +
  'Sedgefield Selside Sheldrake Skelwith Smallwood Sowerby Stainmore Stirzaker Swaledale Tansley Tarnbrook Thale ' +
  'Thistlewood Threlkeld Towneley Turnbull Underhill Vane Wainfleet Walmsley Warcop Weatherhead Wensley Whinfell ' +
  'Whitbarrow Winterburn Woodcroft Wraysholme Yarrow Yewdale'
).split(' ');

export const postcodes = ['QM1', 'QM2', 'QM3', 'QM4', 'QM5', 'QM7', 'QM9'] as const;

export const staff: readonly { name: string; mail: string; parts: StaffPart[] }[] = [
  { name: 'Odile Harrowgate', mail: 'odile@quillmoor.example', parts: ['owner'] },
  { name: 'Tamsin Rooke', mail: 'tamsin@quillmoor.example', parts: ['reviewer'] },
  { name: 'Wilf Garrowby', mail: 'wilf@quillmoor.example', parts: ['editor'] },
  { name: 'Bea Tolliver', mail: 'bea@quillmoor.example', parts: ['bookkeeper'] },
];

export type Life =
  | {
      readonly is: 'member';
      readonly level: 'friend' | 'keeper' | 'patron' | 'apprentice';
      readonly years: number;
      /** Whose card is refused just now. */
      readonly failing?: boolean;
    }
  | { readonly is: 'paused' | 'closed'; readonly level: 'friend' | 'keeper' | 'patron'; readonly years: number }
  | { readonly is: 'lapsed'; readonly years: number; readonly endedDaysAgo: number }
  | { readonly is: 'declined'; readonly daysAgo: number; readonly reason: string }
  /** Waits for review since so many days. */
  | { readonly is: 'inReview'; readonly days: number }
  /** Signed up so many days ago and has not confirmed the address; asked for so many further codes. */
  | { readonly is: 'unconfirmed'; readonly days: number; readonly resends: number };

export type Known = {
  readonly name: string;
  readonly life: Life;
  readonly groups?: readonly string[];
  readonly postcode?: string;
  readonly colonies?: number;
  readonly keeping?: number;
};

/** The people the demo always has. Their addresses are first.last@mail.example. */
export const known: readonly Known[] = [
  {
    name: 'Ida Marrowby',
    life: { is: 'member', level: 'keeper', years: 1.7 },
    groups: ['swarm-collectors'],
    postcode: 'QM4 7TB',
    colonies: 2,
    keeping: 3,
  },
  {
    name: 'Gwenna Fairclough',
    life: { is: 'member', level: 'friend', years: 2.9 },
    groups: ['mentors'],
    postcode: 'QM2 3RW',
    colonies: 11,
    keeping: 24,
  },
  {
    name: 'Philippa Ansty',
    life: { is: 'member', level: 'patron', years: 2.4 },
    postcode: 'QM7 1AE',
    colonies: 4,
    keeping: 9,
  },
  {
    name: 'Tobias Wetherfold',
    life: { is: 'lapsed', years: 2.2, endedDaysAgo: 56 },
    groups: ['swarm-collectors'],
    postcode: 'QM5 9HD',
    colonies: 3,
    keeping: 6,
  },
  {
    name: 'Osric Danvell',
    life: { is: 'member', level: 'patron', years: 1.4, failing: true },
    postcode: 'QM3 4PL',
    colonies: 1,
    keeping: 2,
  },
  { name: 'Anselm Pikard', life: { is: 'inReview', days: 9 }, postcode: 'QM1 2LD', colonies: 0, keeping: 0 },
  { name: 'Jessamy Thorle', life: { is: 'inReview', days: 6 }, postcode: 'QM4 7TB', colonies: 2, keeping: 3 },
  { name: 'Maud Esterling', life: { is: 'inReview', days: 3 }, postcode: 'QM9 3XE', colonies: 6, keeping: 11 },
  { name: 'Jory Lambswick', life: { is: 'inReview', days: 1 }, postcode: 'QM2 8HN', colonies: 1, keeping: 1 },
  {
    name: 'Ilse Quarterman',
    life: { is: 'unconfirmed', days: 5, resends: 2 },
    postcode: 'QM3 6NB',
    colonies: 1,
    keeping: 0,
  },
  {
    name: 'Hesper Vane',
    life: { is: 'unconfirmed', days: 4, resends: 0 },
    postcode: 'QM9 1KT',
    colonies: 0,
    keeping: 0,
  },
];

export const reasons = [
  'Your apiary lies in Harrowdale, whose own association is glad of new keepers.',
  'We asked for the colonies to be registered first, and had no answer.',
  'You wrote that you sell honey by the tonne; we are a club of small keepers.',
] as const;

/** People who do not exist even at Quillmoor: whoever the site must work for, to be looked at as. */
export const madeUp: readonly MadeUp[] = [
  MadeUp.parse({
    name: 'A new Keeper',
    standing: 'admitted',
    days: 3,
    levels: [{ level: 'keeper', left: 362 }],
    groups: [],
    answers: { mail: 'new.keeper@mail.example', 'apiary-postcode': 'QM4 7TB', 'years-keeping': 0, 'colonies-kept': 1 },
  }),
  MadeUp.parse({
    name: 'A Keeper whose year has ended',
    standing: 'lapsed',
    days: 40,
    levels: [{ level: 'keeper', left: -40 }],
    groups: [],
    answers: { mail: 'late.keeper@mail.example', 'apiary-postcode': 'QM2 1AA', 'years-keeping': 6 },
  }),
];
