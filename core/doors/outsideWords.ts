import { never } from '../kernel';
import { sayings, titleIn, type Titled } from '../lines';
import { plainWords } from '../messages';
import { outsideParts, type OutsideView } from './outside';
import type { DoorsSetup } from './setup';

/** An outside view in words. */
export function outsideWords(outside: OutsideView, setup: DoorsSetup & Titled<'pages'>): string {
  const says = sayings(setup);
  const { page, note } = outsideParts(outside);
  const words = plainWords(note, setup);
  switch (outside.view) {
    case 'nothing':
      return says.outsideNothing;
    case 'note':
      return says.outsideNote({ note: words });
    case 'openBlocks':
      return says.outsideBlocks({ note: words });
    case 'otherPage':
      return says.outsidePage({ page: titleIn('pages', page!, setup) });
    default:
      return never(outside);
  }
}
