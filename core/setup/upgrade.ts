/**
 * Purpose: set-ups of older formats brought up to date, one version at a time.
 * Invariant: an upgrade is never changed once its version has been written. It takes whatever is there: what it does
 * not understand it leaves alone, for the schema to name.
 */
import { FORMAT, FORMAT_VERSION, listKinds } from './document';

type Loose = Record<string, unknown>;
type Item = { readonly kind: string; readonly body: unknown };

const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** One version's items as items of the next. `make` writes an item that was not there, of the same list as another. */
type Upgrade = <T extends Item>(items: readonly T[], make: Make<T>) => T[];
type Make<T> = (kind: string, body: Loose, like: T) => T;

/** An upgrade that leaves every item where it is. */
const eachBody =
  (change: (item: { kind: string; body: Loose }, first: (kind: string) => string | undefined) => Loose): Upgrade =>
  (items) => {
    const first = (kind: string) => {
      const body = items.find((item) => item.kind === kind)?.body;
      return isObject(body) ? String(body['id']) : undefined;
    };
    return items.map((item) =>
      isObject(item.body) ? { ...item, body: change({ kind: item.kind, body: item.body }, first) } : item,
    );
  };

/** By the version they lead on from. */
const upgrades: Record<number, Upgrade> = {
  /** Regular expressions became shapes; the head's menu and the form of *Join*, which their order decided, are named. */
  1: eachBody(({ kind, body }, first) => {
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
  }),
  /** A form names what it is for. */
  2: eachBody(({ kind, body }) => {
    if (kind !== 'form' || 'purpose' in body) return body;
    const { path, ...form } = body;
    return { ...form, purpose: { is: 'signup', path } };
  }),
  /** What is agreed to became a profile field, which a form asks for as for any other. */
  3: agreementsAsFields,
  /** Paragraphs and points became formatted text; a menu has a name. */
  4: eachBody(({ kind, body }) => {
    if (kind === 'menu') return { title: capital(String(body['id'])), ...body };
    if (kind !== 'page' || !Array.isArray(body['blocks'])) return body;
    return { ...body, blocks: body['blocks'].map((block: unknown) => (isObject(block) ? formatted(block) : block)) };
  }),
  /** A level has several prices. */
  5: eachBody(({ kind, body }) => {
    if (kind !== 'level' || !isObject(body['price'])) return body;
    const { price, ...level } = body;
    return { ...level, prices: [priceOfSix(price as Loose)] };
  }),
  /** How money is taken is said; nothing was taken before. */
  6: (items, make) => {
    const like = items.find(({ kind }) => kind === 'site');
    return like && !items.some(({ kind }) => kind === 'money')
      ? [...items, make('money', moneyOfSeven, like)]
      : [...items];
  },
  /** Pages moved away from addresses that the product answers itself: they kept people from paying, and were not seen. */
  7: eachBody(({ kind, body }) => (kind === 'page' ? awayFrom(takenInEight, body) : body)),
  /** The same for the addresses of boards and entries. */
  8: eachBody(({ kind, body }) => (kind === 'page' ? awayFrom(takenInNine, body) : body)),
};

/** A page that stands at one of these addresses, at another one. */
function awayFrom(taken: ReadonlySet<string>, body: Loose): Loose {
  const formerly = Array.isArray(body['formerly']) ? body['formerly'] : [];
  const kept = formerly.filter((address) => !taken.has(String(address)));
  return {
    ...body,
    ...(taken.has(String(body['address'])) ? { address: `${String(body['address'])}-page` } : {}),
    ...(kept.length < formerly.length ? { formerly: kept } : {}),
  };
}

/** What was not reserved before. */
const takenInEight: ReadonlySet<string> = new Set([
  'embed',
  'form',
  'notices',
  'paid',
  'pay',
  'picture',
  'receipts',
  'sent',
]);

const takenInNine: ReadonlySet<string> = new Set(['boards', 'edit', 'entries', 'mine', 'post']);

const moneyOfSeven: Loose = {
  card: false,
  retries: [
    { count: 3, unit: 'days' },
    { count: 6, unit: 'days' },
  ],
  grace: { count: 14, unit: 'days' },
  notice: { count: 14, unit: 'days' },
  letters: {},
};

function priceOfSix({ kind, unit, ...price }: Loose): Loose {
  // Nothing is charged by the minute or the hour any more.
  const each = { count: 1, unit: unit === 'minutes' || unit === 'hours' ? 'days' : unit };
  const id = 'price';
  if (kind === 'every') return { id, kind, ...price, each };
  if (kind === 'ownAmount') return { id, kind: 'own', ...price, suggested: price['least'], each };
  return { id, kind, ...price };
}

const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

function formatted(block: Loose): Loose {
  const runs = (words: unknown) => (Array.isArray(words) ? (words as unknown[]) : [words]);
  if (block['kind'] === 'text' && Array.isArray(block['paragraphs'])) {
    const { paragraphs, ...rest } = block;
    return { ...rest, text: paragraphs.map((words) => ({ is: 'paragraph', runs: runs(words) })) };
  }
  if (block['kind'] === 'points' && Array.isArray(block['points'])) {
    const { points, ...rest } = block;
    return { ...rest, kind: 'text', text: [{ is: 'bullets', items: points.map(runs) }] };
  }
  return block;
}

function agreementsAsFields<T extends Item>(items: readonly T[], make: Make<T>): T[] {
  const bodies = items.flatMap(({ kind, body }) => (kind === 'field' && isObject(body) ? [body] : []));
  const made = new Map<string, Loose>();
  const added: T[] = [];
  const fieldFor = (part: Loose, like: T): string => {
    const { id, title, label, text, version } = part;
    const body = { label: title ?? label, of: { kind: 'agreement', agree: label, text, version } };
    const same = (other: Loose | undefined) => JSON.stringify(other) === JSON.stringify(body);
    const taken = (name: string) => bodies.some((field) => field['id'] === name) || made.has(name);
    let name = String(id);
    for (let n = 2; taken(name) && !same(made.get(name)); n++) name = `${String(id)}-${n}`;
    if (!made.has(name)) {
      made.set(name, body);
      added.push(make('field', { id: name, ...body, seenBy: 'member', changedBy: 'nobody' }, like));
    }
    return name;
  };
  const upgraded = items.map((item) => {
    const { kind, body } = item;
    if (kind !== 'form' || !isObject(body) || !Array.isArray(body['parts'])) return item;
    const parts = (body['parts'] as unknown[]).map((part) => {
      if (!isObject(part) || part['part'] !== 'agreement') return part;
      const { when } = part;
      const asked = { part: 'field', field: fieldFor(part, item), required: true, half: false };
      return when === undefined ? asked : { ...asked, when };
    });
    return { ...item, body: { ...body, parts } };
  });
  return [...upgraded, ...added];
}

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
export const upgradeItems = <T extends Item>(items: readonly T[], from: number, make: Make<T>): T[] =>
  Array.from({ length: Math.max(0, FORMAT_VERSION - from) }).reduce<T[]>(
    (before, _, step) => upgrades[from + step]?.(before, make) ?? before,
    [...items],
  );

const kindsOfLists: Record<string, string> = {
  levels: 'level',
  menus: 'menu',
  forms: 'form',
  fields: 'field',
  pages: 'page',
  site: 'site',
};

/** A document of any version up to the present one; what is no document, or newer, is left as it is. */
export function upgradeDocument(raw: unknown): unknown {
  if (!isObject(raw)) return raw;
  const version = /^admissa-setup\/(\d+)$/.exec(String(raw['format']))?.[1];
  if (!version || Number(version) >= FORMAT_VERSION) return raw;
  const entries = Object.entries(raw).flatMap(([list, value]) =>
    (Array.isArray(value) ? value : [value]).map((body: unknown) => ({
      list,
      kind: kindsOfLists[list] ?? list,
      body,
    })),
  );
  const listOf = (kind: string) => Object.entries(kindsOfLists).find(([, one]) => one === kind)?.[0] ?? kind;
  const upgraded = upgradeItems(entries, Number(version), (kind, body) => ({ list: listOf(kind), kind, body }));
  const made = upgraded.filter(({ list }) => !(list in raw));
  return {
    // Lists that there were not; what there is one of comes by itself.
    ...Object.fromEntries(
      Object.values(listKinds).flatMap(({ list, since }) => (since > Number(version) ? [[list, []]] : [])),
    ),
    ...Object.fromEntries(made.map(({ list, body }) => [list, body])),
    ...Object.fromEntries(
      Object.entries(raw).map(([list, value]) => {
        const bodies = upgraded.filter((entry) => entry.list === list).map(({ body }) => body);
        return [list, Array.isArray(value) ? bodies : bodies[0]];
      }),
    ),
    format: FORMAT,
  };
}
