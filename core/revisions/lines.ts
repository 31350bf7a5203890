/**
 * Purpose: an item of a set-up in words, one line a matter, so that two states of it can be told apart in words.
 * Invariant: what two states differ in shows in their lines (`changesBetween` has a last line for what none tells).
 */
import { boardKindLines } from '../boards/lines';
import { doorKindLines } from '../doors/lines';
import { factKindLines } from '../facts/lines';
import { fieldKindLines } from '../fields/lines';
import { formKindLines } from '../forms/lines';
import { pathKindLines } from '../joining/lines';
import { lineFor } from '../kernel/table';
import { levelKindLines } from '../levels/lines';
import { sayings, type Line } from '../lines';
import { messageKindLines } from '../messages/lines';
import { moneyKindLines } from '../money/lines';
import { pageKindLines } from '../pages/lines';
import type { ItemKind, Setup, SetupDocument, SingleKind, listKinds } from '../setup';
import { siteKindLines } from '../site/lines';

type BodyOf = { [K in keyof typeof listKinds]: SetupDocument[(typeof listKinds)[K]['list']][number] } & {
  [K in SingleKind]: SetupDocument[K];
};

/** Each part of the core tells its own kinds. */
const tells = {
  ...siteKindLines,
  ...fieldKindLines,
  ...factKindLines,
  ...levelKindLines,
  ...moneyKindLines,
  ...messageKindLines,
  ...doorKindLines,
  ...boardKindLines,
  ...formKindLines,
  ...pathKindLines,
  ...pageKindLines,
} satisfies { readonly [K in ItemKind]: (item: BodyOf[K], setup: Setup) => Line[] };

/** An item in words, by the names of the set-up it stands in. */
export const linesOf = (kind: ItemKind, item: unknown, setup: Setup): Line[] =>
  lineFor<(item: unknown, setup: Setup) => Line[]>(tells, kind)(item, setup);

/** What an item is called, in a list of items of its kind. */
export function itemTitle(kind: ItemKind, item: unknown, setup: Setup): string {
  const says = sayings(setup);
  if (kind === 'site') return says.theSite;
  if (kind === 'account') return says.theAccount;
  if (kind === 'money') return says.theMoney;
  const { title, label, id } = item as { title?: string; label?: string; id: string };
  return title ?? label ?? id;
}
