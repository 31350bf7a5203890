/**
 * Purpose: what a finding of the check-up is: what is wrong, where, why it matters, how to mend it.
 * Invariant: every finding names one item, so that one press leads to it.
 */
import type { Instant, SetupArea } from '../kernel';
import { itemKinds, type ItemKind, type Setup } from '../setup';

/** What it does to people, the gravest first. */
export const graves = ['stops', 'loses', 'misleads'] as const;
export type Grave = (typeof graves)[number];

/** What a check says it has found. */
export type Found = {
  readonly kind: ItemKind;
  readonly id: string;
  /** The place within the item, such as `gates.1`; '' for the whole of it. */
  readonly at: string;
  readonly grave: Grave;
  /** Keeps the draft from being published. */
  readonly blocks: boolean;
  readonly says: string;
  readonly why: string;
  readonly mend: string;
};

export type Finding = Found & { readonly check: string; readonly area: SetupArea };

/** What a check may know beside the set-up itself. */
export type World = {
  readonly now: Instant;
  /** Who of the staff may review, by id; null where it is not known. */
  readonly reviewers: readonly string[] | null;
  /** Whether the product is connected with a card house; null where it is not known. */
  readonly cards: boolean | null;
  /** What is live now, for what a change would break; null where nothing is. */
  readonly live: Setup | null;
};

export type Check = (setup: Setup, world: World) => readonly Found[];

export const findingOf = (check: string, found: Found): Finding => ({
  ...found,
  check,
  area: itemKinds[found.kind].area,
});

/** Names a finding over time: the same hole at the same place, however its words read. */
export const keyOf = ({ check, kind, id, at }: Finding): string => `${check} ${kind}/${id} ${at}`;

/** Where it stands, for messages to programs: `path keeper-path gates.1`. */
export const whereOf = ({ kind, id, at }: Finding): string => [`${kind} ${id}`, at].filter(Boolean).join(' ');
