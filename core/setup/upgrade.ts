/**
 * Purpose: set-ups of older formats brought up to date, one version at a time.
 * Invariant: an upgrade is never changed once its version has been written. It takes whatever is there: what it does
 * not understand it leaves alone, for the schema to name.
 */
import { FORMAT } from './document';

type Loose = Record<string, unknown>;
type Item = { readonly kind: string; readonly body: unknown };

/** The format's version as a number. */
export const FORMAT_VERSION = Number(FORMAT.split('/')[1]);

const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Upgrades of single items, from the version that is the key. `first` gives the id of the first item of a kind, for
 * what used to be decided by the order.
 */
const upgrades: Record<number, (item: Item, first: (kind: string) => string | undefined) => unknown> = {
  /** Regular expressions became shapes; the head's menu and the form of *Join* are named. */
  1: ({ kind, body }, first) => {
    if (!isObject(body)) return body;
    if (kind === 'site') {
      const [menu, joinBy] = [first('menu'), first('form')];
      return { ...(menu ? { menu } : {}), ...(joinBy ? { joinBy } : {}), ...body };
    }
    if (kind === 'field' && isObject(body['of']) && isObject(body['of']['pattern'])) {
      const { pattern, ...of } = body['of'];
      const { matches, example, upper } = pattern as Loose;
      const pieces = piecesOf(String(matches));
      const shape = pieces ? { shape: { pieces, example, ...(upper === undefined ? {} : { upper }) } } : {};
      return { ...body, of: { ...of, ...shape } };
    }
    return body;
  },
  /** A form names what it is for. */
  2: ({ kind, body }) => {
    if (kind !== 'form' || !isObject(body) || 'purpose' in body) return body;
    const { path, ...form } = body;
    return { ...form, purpose: { is: 'signup', path } };
  },
};

/**
 * The pieces of a simple expression of letters, digits and texts with counts; null for one that says more, which then
 * asks nothing of its field any more.
 */
function piecesOf(expression: string): unknown[] | null {
  const inner = /^\^(.*)\$$/.exec(expression)?.[1];
  if (!inner) return null;
  const pieces: unknown[] = [];
  const token =
    /(\[A-Z\]|\[A-Za-z\]|\[a-z\]|\[0-9\]|\\d|\[0-9A-Z\]|\[A-Z0-9\]|[A-Za-z0-9 -])(\{(\d+)(?:,(\d+))?\}|\?)?/y;
  while (token.lastIndex < inner.length) {
    const found = token.exec(inner);
    if (!found) return null;
    const [, of = '', count, from, to] = found;
    const [least, most] = count === '?' ? [0, 1] : count ? [Number(from), Number(to ?? from)] : [1, 1];
    if (/^(\[0-9\]|\\d)$/.test(of)) pieces.push({ of: 'digits', least, most });
    else if (/^\[(0-9A-Z|A-Z0-9)\]$/.test(of)) pieces.push({ of: 'lettersOrDigits', least, most });
    else if (of.startsWith('[')) pieces.push({ of: 'letters', least, most });
    else if (most !== 1) return null;
    else pieces.push({ of: 'text', text: of, optional: least === 0 });
  }
  return pieces;
}

/** Items of one version of the format as items of the present one. */
export function upgradeItems<T extends Item>(items: readonly T[], from: number): T[] {
  let upgraded = [...items];
  for (let at = from; at < FORMAT_VERSION; at++) {
    const before = upgraded;
    const first = (kind: string) => {
      const body = before.find((item) => item.kind === kind)?.body;
      return isObject(body) ? String(body['id']) : undefined;
    };
    upgraded = before.map((item) => ({ ...item, body: upgrades[at]!(item, first) }));
  }
  return upgraded;
}

const lists: Record<string, string> = { menus: 'menu', forms: 'form', fields: 'field', site: 'site' };

/** A document of any version up to the present one; what is no document, or newer, is left as it is. */
export function upgradeDocument(raw: unknown): unknown {
  if (!isObject(raw)) return raw;
  const version = /^admissa-setup\/(\d+)$/.exec(String(raw['format']))?.[1];
  if (!version || Number(version) >= FORMAT_VERSION) return raw;
  const entries = Object.entries(raw).flatMap(([list, value]) =>
    (Array.isArray(value) ? value : [value]).map((body: unknown) => ({ list, kind: lists[list] ?? list, body })),
  );
  const upgraded = upgradeItems(entries, Number(version));
  return {
    ...Object.fromEntries(
      Object.entries(raw).map(([list, value]) => {
        const bodies = upgraded.filter((entry) => entry.list === list).map(({ body }) => body);
        return [list, Array.isArray(value) ? bodies : bodies[0]];
      }),
    ),
    format: FORMAT,
  };
}
