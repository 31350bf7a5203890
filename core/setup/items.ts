/**
 * Purpose: the document as separate items (one row each) and back.
 * Invariant: `documentOf(itemsOf(doc))` is `doc`, in the same order.
 */
import {
  FORMAT,
  listKinds,
  singleKinds,
  type SingleKind,
  type ItemKind,
  type ListItemKind,
  type SetupDocument,
} from './document';

export type SetupEntry = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly position: number;
  readonly body: unknown;
};

const kinds = Object.entries(listKinds) as [ListItemKind, (typeof listKinds)[ListItemKind]][];

const singles = Object.keys(singleKinds) as SingleKind[];

export function itemsOf(doc: SetupDocument): SetupEntry[] {
  return [
    ...singles.map((kind) => ({ kind, id: kind, position: 0, body: doc[kind] })),
    ...kinds.flatMap(([kind, { list }]) =>
      doc[list].map((body, position) => ({ kind, id: body.id as string, position, body })),
    ),
  ];
}

/** Puts items together again; what is missing is left for the schema to name. */
export function documentOf(entries: readonly SetupEntry[]): Record<string, unknown> {
  const sorted = [...entries].sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
  const of = (kind: ItemKind) => sorted.filter((entry) => entry.kind === kind).map((entry) => entry.body);
  return {
    format: FORMAT,
    ...Object.fromEntries(singles.map((kind) => [kind, of(kind)[0]])),
    ...Object.fromEntries(kinds.map(([kind, { list }]) => [list, of(kind)])),
  };
}

/** The same whatever the order in which the properties were written. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );

/** Whether two bodies say the same. */
export const sameBody = (one: unknown, other: unknown): boolean => canonical(one) === canonical(other);
