/**
 * Purpose: what of an item decides what people pay, where they pay it, or where their answers go: only staff who handle
 * money may change that.
 */
import { isSingle, type ItemKind } from './document';
import { sameBody } from './items';

type Body = Readonly<Record<string, unknown>>;
const list = (value: unknown): readonly Body[] => (Array.isArray(value) ? (value as Body[]) : []);

const matters: { readonly [K in ItemKind]?: (body: Body) => unknown } = {
  site: ({ currency }) => currency,
  // Which letter is written is a matter of words.
  money: ({ letters: _letters, ...rest }) => rest,
  level: ({ prices, tax }) => {
    const paid = list(prices).filter(({ kind }) => kind !== 'free');
    return paid.length || tax !== undefined ? { paid, tax } : null;
  },
  code: (body) => body,
  form: ({ hooks }) => (list(hooks).length ? hooks : null),
};

/** Whether items of a kind have matters of money at all. */
export const holdsMoney = (kind: ItemKind): boolean => kind in matters;

/**
 * @param before null where there is none yet, `after` null where it is taken away
 * @returns whether a matter of money, or a web hook, is another than before
 */
export function changesMoney(kind: ItemKind, before: unknown, after: unknown): boolean {
  const matter = matters[kind];
  if (!matter) return false;
  const of = (body: unknown) => (body === null || body === undefined ? null : (matter(body as Body) ?? null));
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
