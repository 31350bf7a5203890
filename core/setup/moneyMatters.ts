/**
 * Purpose: what of an item decides what people pay, where they pay it, or where their answers go: only staff who handle
 * money may change that.
 */
import type { LooseItem } from '../kernel';
import { isSingle, itemKinds, type ItemKind } from './document';
import { sameBody } from './items';

const matterOf = (kind: ItemKind): ((body: LooseItem) => unknown) | undefined => itemKinds[kind].money;

/** Whether items of a kind have matters of money at all. */
export const holdsMoney = (kind: ItemKind): boolean => matterOf(kind) !== undefined;

/**
 * @param before null where there is none yet, `after` null where it is taken away
 * @returns whether a matter of money, or a web hook, is another than before
 */
export function changesMoney(kind: ItemKind, before: unknown, after: unknown): boolean {
  const matter = matterOf(kind);
  if (!matter) return false;
  const of = (body: unknown) => (body === null || body === undefined ? null : (matter(body as LooseItem) ?? null));
  return !sameBody(of(before), of(after));
}

/** Whether a matter of money is another in any item of two states of a set-up. */
export function anyChangesMoney(
  before: readonly { readonly kind: ItemKind; readonly id: string; readonly body: unknown }[],
  after: readonly { readonly kind: ItemKind; readonly id: string; readonly body: unknown }[],
): boolean {
  const key = ({ kind, id }: { kind: ItemKind; id: string }) => (isSingle(kind) ? kind : `${kind}/${id}`);
  const [old, now] = [before, after].map((items) => new Map(items.map((item) => [key(item), item])));
  return [...new Map([...old!, ...now!])].some(([at, { kind }]) =>
    changesMoney(kind, old!.get(at)?.body, now!.get(at)?.body),
  );
}
