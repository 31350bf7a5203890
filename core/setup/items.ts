/**
 * Purpose: the document as separate items (one row each) and back.
 * Invariant: `documentOf(itemsOf(doc))` is `doc`, in the same order.
 */
import type { ItemKind, SetupDocument } from './schema';

export type SetupEntry = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly position: number;
  readonly body: unknown;
};

const lists = {
  field: 'fields',
  form: 'forms',
  path: 'paths',
  level: 'levels',
  group: 'groups',
  topic: 'topics',
  door: 'doors',
  page: 'pages',
  menu: 'menus',
  message: 'messages',
} as const;

export function itemsOf(doc: SetupDocument): SetupEntry[] {
  const single = (kind: 'site' | 'account', body: unknown): SetupEntry => ({ kind, id: kind, position: 0, body });
  return [
    single('site', doc.site),
    single('account', doc.account),
    ...Object.entries(lists).flatMap(([kind, list]) =>
      doc[list].map((body, position) => ({ kind: kind as ItemKind, id: body.id as string, position, body })),
    ),
  ];
}

/** Puts items together again; what is missing is left for the schema to name. */
export function documentOf(entries: readonly SetupEntry[]): Record<string, unknown> {
  const sorted = [...entries].sort((a, b) => a.position - b.position);
  const of = (kind: ItemKind) => sorted.filter((entry) => entry.kind === kind).map((entry) => entry.body);
  return {
    format: 'admissa-setup/1',
    site: of('site')[0],
    account: of('account')[0],
    ...Object.fromEntries(Object.entries(lists).map(([kind, list]) => [list, of(kind as ItemKind)])),
  };
}
