/**
 * Purpose: what a kind of set-up item is. Each part of the core says of its own kinds all that the set-up needs to know;
 * `core/setup/document.ts` puts them together, and so the document, its indexes, history, check-up and impact know them.
 */
import type { z } from 'zod';
import type { ListName, Reference } from './references';

/** The areas of the desk in which set-up is worked on, in working order. */
export const setupAreas = ['members', 'joining', 'levels', 'site', 'boards', 'messages', 'settings'] as const;
export type SetupArea = (typeof setupAreas)[number];

/** A body of which nothing is known yet. */
export type LooseItem = Readonly<Record<string, unknown>>;

type AnyKind<T> = {
  readonly schema: z.ZodType<T>;
  /** Where at the desk it is worked on. */
  readonly area: SetupArea;
  readonly references: (item: T) => readonly Reference[];
  /**
   * What of it decides what people pay, where they pay it, or where their answers go: only staff who handle money may
   * change that. Null where nothing in this item does.
   */
  readonly money?: (body: LooseItem) => unknown;
};

/** A kind of which there are many. */
export type ListKind<T, L extends ListName> = AnyKind<T> & {
  /** The list of the document in which such items lie. */
  readonly list: L;
  /** The version of the document's format that had the list first; in older documents it is empty. */
  readonly since: number;
};

/** A kind of which there is one. */
export type SingleKind<T> = AnyKind<T>;

export const listKind = <T extends { readonly id: string }, L extends ListName>(kind: ListKind<T, L>): ListKind<T, L> =>
  kind;
export const singleKind = <T>(kind: SingleKind<T>): SingleKind<T> => kind;

type ListsOf<K> = {
  readonly [N in keyof K as K[N] extends { list: infer L extends string } ? L : never]: ItemOf<K[N]>;
};
/** An item of a kind. */
export type ItemOf<K> = K extends AnyKind<infer T> ? T : never;

/** What of a whole set-up somebody reads who asks for the lists of some kinds only: in the set-up's order, and by id. */
export type SetupOf<K> = {
  readonly doc: { readonly [L in keyof ListsOf<K>]: readonly ListsOf<K>[L][] } & {
    readonly [N in keyof K as K[N] extends { list: string } ? never : N]: ItemOf<K[N]>;
  };
} & { readonly [L in keyof ListsOf<K>]: ReadonlyMap<string, ListsOf<K>[L]> };
