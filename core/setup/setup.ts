/**
 * Purpose: the whole set-up as one immutable value with its indexes, made once per revision.
 * Invariant: a `Setup` that exists has parsed and its ids are unique. It may have holes (see `findings.ts`): whatever
 * reads it treats a reference that leads to nothing as shut, absent or unsaid.
 */
import { boardsByAddress } from '../boards/setup';
import type { AnyForm } from '../forms';
import type { JoiningSetup } from '../joining/setup';
import { kernelSays, ok, owners, refuse, type Result, type SetupOf } from '../kernel';
import { pagesByAddress, type PagesSetup } from '../pages/setup';
import { SetupDocument, listKinds, singleKinds, type ListItemKind } from './document';
import { upgradeDocument } from './upgrade';

/** What keeps a document from being a set-up: where (a path such as `pages.2.door`) and what, with how to mend it. */
export type SetupFault = { readonly where: string; readonly says: string };

/** A whole set-up: each list as a map by id, in the order of the document, and what else things are found by. */
export type Setup = SetupOf<typeof listKinds> &
  PagesSetup &
  JoiningSetup & { readonly doc: SetupDocument; readonly formByAddress: ReadonlyMap<string, AnyForm> };

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
  return Object.values(listKinds).flatMap(({ list }) => {
    const seen = new Set<string>();
    return (doc[list] as readonly { readonly id: string }[]).flatMap(({ id }, at) => {
      if (seen.has(id)) return [{ where: `${list}.${at}`, says: saysTwice(id) }];
      seen.add(id);
      return [];
    });
  });
}

function indexed(data: SetupDocument): Setup {
  const doc = deepFreeze(data);
  const byId = Object.fromEntries(
    Object.values(listKinds).map(({ list }) => [
      list,
      new Map((doc[list] as readonly { readonly id: string }[]).map((item) => [item.id, item])),
    ]),
  ) as unknown as Omit<SetupOf<typeof listKinds>, 'doc'>;
  return Object.freeze({
    doc,
    ...byId,
    // Where two share an address the first stands at it; the check-up says so.
    formByAddress: new Map([...doc.forms].reverse().map((form) => [form.address, form])),
    ...boardsByAddress(doc.boards),
    ...pagesByAddress(doc.pages),
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
