/** Purpose: which files a set-up shows, and who sees each: whoever sees one of the blocks that show it. */
import { ruleOf, type Rule } from '../doors';
import type { PagesSetup } from './setup';
import { blockKindOf } from './blocks';
import { ruleOfBlock } from './resolve';

const known = new WeakMap<PagesSetup, ReadonlyMap<string, readonly Rule[]>>();

/** The rules of each file that is shown somewhere, of which one must be met. Made once a set-up. */
export function filesOf(setup: PagesSetup): ReadonlyMap<string, readonly Rule[]> {
  let files = known.get(setup);
  if (!files) known.set(setup, (files = made(setup)));
  return files;
}

function made(setup: PagesSetup): ReadonlyMap<string, readonly Rule[]> {
  const files = new Map<string, Rule[]>();
  const add = (file: string, rule: Rule) => {
    const rules = files.get(file);
    if (rules) rules.push(rule);
    else files.set(file, [rule]);
  };
  for (const page of setup.doc.pages) {
    if (page.retired) continue;
    for (const block of page.blocks)
      for (const file of blockKindOf(block).files?.(block) ?? []) add(file, ruleOfBlock(page, block, setup));
    // A page is shared by whoever may open it; where everybody may, so may whoever it is shared with.
    if (page.picture) add(page.picture.file, ruleOf(page.door, setup));
  }
  return files;
}

/** The titles of the pages that show a file. */
export const pagesShowing = (file: string, { doc }: PagesSetup): string[] =>
  doc.pages
    .filter(
      (page) =>
        page.picture?.file === file ||
        page.blocks.some((block) =>
          blockKindOf(block)
            .files?.(block)
            .some((one) => one === file),
        ),
    )
    .map(({ title }) => title);
