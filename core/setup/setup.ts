/**
 * Purpose: the whole set-up as one immutable value with its indexes, made once per revision.
 * Invariant: a `Setup` that exists has parsed and its ids are unique. It may have holes (see `findings.ts`): whatever
 * reads it treats a reference that leads to nothing as shut, absent or unsaid.
 */
import type { DoorItem } from '../doors/rule';
import type { GroupItem, TopicItem } from '../facts/items';
import type { FieldItem, AnyForm } from '../fields';
import type { PathItem } from '../joining/path';
import { kernelSays, ok, owners, refuse, type ListName, type Result } from '../kernel';
import type { LevelItem } from '../levels';
import type { CodeItem } from '../money';
import type { MessageItem } from '../messages/message';
import type { MenuListItem, PageItem } from '../pages/page';
import { SetupDocument, listKinds, singleKinds, type ListItemKind } from './document';
import { upgradeDocument } from './upgrade';

/** What keeps a document from being a set-up: where (a path such as `pages.2.door`) and what, with how to mend it. */
export type SetupFault = { readonly where: string; readonly says: string };

export type Setup = {
  readonly doc: SetupDocument;
  readonly fields: ReadonlyMap<string, FieldItem>;
  readonly forms: ReadonlyMap<string, AnyForm>;
  readonly formByAddress: ReadonlyMap<string, AnyForm>;
  readonly paths: ReadonlyMap<string, PathItem>;
  readonly levels: ReadonlyMap<string, LevelItem>;
  readonly groups: ReadonlyMap<string, GroupItem>;
  readonly topics: ReadonlyMap<string, TopicItem>;
  readonly doors: ReadonlyMap<string, DoorItem>;
  readonly pages: ReadonlyMap<string, PageItem>;
  readonly pageByAddress: ReadonlyMap<string, PageItem>;
  /** Pages by the addresses they stood at before, where no page stands now. */
  readonly pageByFormer: ReadonlyMap<string, PageItem>;
  readonly menus: ReadonlyMap<string, MenuListItem>;
  readonly codes: ReadonlyMap<string, CodeItem>;
  readonly messages: ReadonlyMap<string, MessageItem>;
  /** None can be set up yet: whoever asks for one asks for what does not exist. */
  readonly lessons: ReadonlyMap<string, { readonly title: string }>;
};

/** Parses a document of any format and builds its indexes. Refuses with every fault found, never with the first alone. */
export function makeSetup(raw: unknown): Result<Setup, SetupFault[]> {
  const parsed = SetupDocument.safeParse(upgradeDocument(raw));
  if (!parsed.success) return refuse(faultsOf(parsed.error));
  const twice = usedTwice(parsed.data);
  return twice.length ? refuse(twice) : ok(indexed(parsed.data));
}

/**
 * The best that can be made of a document that was once live: what does not parse any more is left out, so that a
 * stricter schema stops neither the server nor a request.
 * @returns the faults of what was left out; refused only where the site or its account messages cannot be read
 */
export function salvageSetup(raw: unknown): Result<{ setup: Setup; faults: SetupFault[] }, SetupFault[]> {
  const made = makeSetup(raw);
  if (made.ok) return ok({ setup: made.value, faults: [] });
  const doc = upgradeDocument(raw) as Record<string, unknown>;
  const faults: SetupFault[] = [];
  const kept: Record<string, unknown> = { format: doc?.['format'] };
  for (const kind of Object.keys(singleKinds) as (keyof typeof singleKinds)[]) kept[kind] = doc?.[kind];
  for (const kind of Object.keys(listKinds) as ListItemKind[]) {
    const { list, schema } = listKinds[kind];
    const items = Array.isArray(doc?.[list]) ? (doc[list] as unknown[]) : [];
    const seen = new Set<string>();
    kept[list] = items.filter((item, at) => {
      const read = schema.safeParse(item);
      if (!read.success) faults.push(...faultsOf(read.error, `${list}.${at}`));
      else if (seen.has(read.data.id)) faults.push({ where: `${list}.${at}`, says: saysTwice(read.data.id) });
      else return seen.add(read.data.id);
      return false;
    });
  }
  const again = makeSetup(kept);
  return again.ok ? ok({ setup: again.value, faults }) : again;
}

type Issues = { readonly issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[] };

/** What a schema has to say, as faults. */
export const faultsOf = ({ issues }: Issues, at = ''): SetupFault[] =>
  issues.map(({ path, message }) => ({ where: [at, ...path].filter((part) => part !== '').join('.'), says: message }));

const saysTwice = (id: string) => kernelSays(owners).usedTwice({ id });

/** Ids that two of one kind share. */
function usedTwice(doc: SetupDocument): SetupFault[] {
  const keys: [list: ListName, key: (item: never) => string][] = [
    ...Object.values(listKinds).map(({ list }): [ListName, (item: never) => string] => [
      list,
      ({ id }: { id: string }) => id,
    ]),
  ];
  return keys.flatMap(([list, key]) => {
    const seen = new Set<string>();
    return (doc[list] as unknown as readonly never[]).flatMap((item, at) => {
      const found = key(item);
      if (seen.has(found)) return [{ where: `${list}.${at}`, says: saysTwice(found) }];
      seen.add(found);
      return [];
    });
  });
}

function indexed(data: SetupDocument): Setup {
  const doc = deepFreeze(data);
  const by = <T>(items: readonly T[], key: (item: T) => string) => new Map(items.map((item) => [key(item), item]));
  // Where two share an address the first stands at it; the check-up says so.
  const byAddress = <T extends { readonly address: string }>(items: readonly T[]) =>
    by([...items].reverse(), ({ address }) => address);
  const byId = (item: { id: string }) => item.id;
  return Object.freeze({
    doc,
    fields: by(doc.fields, byId),
    forms: by(doc.forms, byId),
    formByAddress: byAddress(doc.forms),
    paths: by(doc.paths, byId),
    levels: by(doc.levels, byId),
    groups: by(doc.groups, byId),
    topics: by(doc.topics, byId),
    doors: by(doc.doors, byId),
    pages: by(doc.pages, byId),
    pageByAddress: byAddress(doc.pages),
    pageByFormer: new Map(
      doc.pages.flatMap((page) =>
        (page.formerly ?? [])
          .filter((address) => !doc.pages.some((other) => other.address === address && !other.retired))
          .map((address) => [address, page] as const),
      ),
    ),
    menus: by(doc.menus, byId),
    codes: by(doc.codes, byId),
    messages: by(doc.messages, byId),
    lessons: new Map(),
  });
}

function deepFreeze<T>(value: T): T {
  if (value && typeof value === 'object' && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(deepFreeze);
  }
  return value;
}
