/** Purpose: what a kind of block is: everything the product has to know of it, in one place. */
import { z } from 'zod';
import { DoorUse } from '../../doors/rule';
import { BlockId, type FileId, type ChipName, type Reader, type Reference, type WordSource } from '../../kernel';
import type { LevelItem } from '../../levels';
import type { Target } from '../target';

/** What every block has. */
export const blockBase = {
  id: BlockId,
  /** Its own door; without one it shares the page's. */
  door: DoorUse.optional(),
  /** Shown as well to those whom the page's door shuts out. */
  outsideToo: z.boolean().default(false),
  /** Stands in the narrow column beside the others. */
  aside: z.boolean().default(false),
};

/** Who stands in a directory, as one viewer sees it. */
export const ListedView = z.object({
  people: z.array(z.object({ name: z.string(), answers: z.array(z.object({ label: z.string(), value: z.string() })) })),
  /** So many more than are shown. */
  more: z.number(),
});
export type ListedView = z.infer<typeof ListedView>;

/** What was looked up for one viewer before a page is shown to them, by the block. */
export type LookedUp = {
  /** The forms whose places are all taken: nobody is sent there. */
  readonly full?: ReadonlySet<string>;
  /** Who stands in that directory; null where nobody has looked it up. */
  listed(block: string): ListedView | null;
  /** Whether the viewer is asked there for what the block places. */
  asked(block: string): boolean;
};

/** What a block may look up while it is shown. */
export type Shelf = LookedUp & {
  readonly reader: Reader;
  /** Null where it leads nowhere: what it names is gone or retired. */
  hrefOf(to: Target): string | null;
  /** Why what it leads to takes nobody today, in a sentence; null where it does. For kinds that say `byDay`. */
  shutToday(to: Target): string | null;
  /** The levels there are of those, with the price in words. */
  levels(ids: readonly string[]): readonly { readonly level: LevelItem; readonly price: string }[];
};

export type BlockKind<B extends { kind: string }, V extends { kind: string }> = {
  readonly schema: z.ZodType<B>;
  /** What is sent of it to one viewer: results only. */
  readonly view: z.ZodType<V>;
  /** Its name, as it begins a line: `Call to action`. */
  called(reader: Reader): string;
  /** The same as a part of its page: `its calendar`, `a text`. */
  calledOnPage(reader: Reader): string;
  /** Its heading in the order of headings: one for a part of the page, one below that, or none. */
  heads(block: B): 'part' | 'below' | null;
  /** Whether what it shows depends on the calendar day, so that a page that holds one is kept ready for that day only. */
  readonly byDay?: true;
  /** Whether it is looked up anew for each viewer, so that a page that holds one is kept ready for nobody. */
  readonly lookedUp?: true;
  references(block: B): readonly Reference[];
  /** The files it shows. */
  files?(block: B): readonly FileId[];
  chips(block: B): readonly ChipName[];
  /** What is read of it, line by line; `chip` gives what stands for a personal word. */
  plain(block: B, chip: WordSource): readonly string[];
  /** Null where it shows nothing to this person. */
  show(block: B, words: WordSource, shelf: Shelf): V | null;
};
