/** Purpose: the columns of a ledger. */

/** One of two ways to sort by a column, the usual one first. */
export type Way = { readonly sort: string; readonly says: string; readonly down: boolean };

export type LedgerColumn = {
  readonly key: string;
  readonly title: string;
  /** Left out where there is little room. */
  readonly wide?: boolean;
  readonly ways?: readonly [Way, Way];
};
