import type { ItemKind } from '../../../core/setup';
import type { Body, BodyOf } from './steps';

/** An item of the set-up as it stands in the draft at this desk. */
export type DraftEntry = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly version: number;
  readonly by: string;
  readonly at: string;
  /** As it is typed. */
  readonly body: Body;
  /** The last that could be one of its kind. */
  readonly good: Body;
};

/** The same of a kind that is named. */
export type EntryOf<K extends ItemKind> = Omit<DraftEntry, 'kind' | 'body' | 'good'> & {
  readonly kind: K;
  readonly body: BodyOf<K>;
  readonly good: BodyOf<K>;
};
