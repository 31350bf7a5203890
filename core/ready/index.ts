/**
 * Purpose: ready set-ups to begin from: each a whole document in which every part can be changed or taken out, and none
 * says anything that the product does not do.
 */
import type { FieldItem } from '../fields';
import { listed } from '../kernel';
import { makeSetup, type Setup, type SetupDocument } from '../setup';
import { community } from './community';
import { course } from './course';
import type { Parts } from './parts';
import { readySays } from './ready.sentences';
import { starterSetup } from './starter';

export { starterSetup };
export { readyLetters } from './letters';
export { readyForm, readyFormNames, type ReadyFormName } from './forms';

const ready = { community, course } as const satisfies Record<string, Parts>;
export type ReadyName = keyof typeof ready;
export const readyNames = Object.keys(ready) as ReadyName[];

/**
 * A ready set-up for a site that stands as it began: its name, place, colours and letters stay.
 * @param doc the document of the site as it is
 */
export function readySetup(name: ReadyName, doc: SetupDocument): Setup {
  const parts: Parts = ready[name];
  const { site } = doc;
  const plain = starterSetup(site.name, site.replyTo) as Record<'fields' | 'messages', { id: string }[]> & {
    forms: { parts: object[] }[];
    pages: object[];
  };
  const own = new Set(parts.messages.map(({ id }) => id));
  const path = { declined: 'declined', outOfTime: 'out-of-time', asked: 'question' };
  const form = { ...plain.forms[0]!, purpose: { is: 'signup', path: parts.paths[0]!.id } };
  const made = makeSetup({
    ...doc,
    site: { ...site, home: 'welcome', menu: 'main', joinBy: 'join', starts: undefined },
    fields: [...plain.fields, ...parts.fields],
    forms: [{ ...form, parts: [...form.parts, ...parts.form] }],
    paths: parts.paths.map((one) => ({ ...path, ...one })),
    levels: parts.levels,
    groups: [],
    topics: [],
    doors: parts.doors,
    pages: [...plain.pages, ...parts.pages],
    menus: [
      {
        id: 'main',
        title: 'Main',
        items: [...['welcome', ...parts.menu].map((page) => ({ to: { page } })), { to: { form: 'join' } }],
      },
    ],
    messages: [...plain.messages.filter(({ id }) => !own.has(id)), ...parts.messages],
  });
  if (!made.ok) throw new Error(`The ready set-up ${name} is none: ${JSON.stringify(made.refusal)}`);
  return made.value;
}

/** `2 levels, 1 form, 2 paths, 6 fields, 4 pages`. */
export function readyCounts({ doc }: Setup): string {
  const says = readySays(doc.site);
  const count = (list: { readonly length: number }) => ({ count: list.length });
  return listed(
    [
      says.levels(count(doc.levels)),
      says.forms(count(doc.forms)),
      says.paths(count(doc.paths)),
      says.fields(count(doc.fields)),
      says.pages(count(doc.pages)),
    ],
    doc.site,
  );
}

/** What it would be like, for whoever thinks of it: each a matter and what is so. */
export function readySummary(setup: Setup): { readonly matter: string; readonly says: string }[] {
  const { doc } = setup;
  const { site } = doc;
  const says = readySays(site);
  const open = doc.pages.filter(({ door }) => 'everyone' in door);
  const form = doc.forms[0]!;
  const asked = form.parts.flatMap((part) => (part.part === 'field' ? [setup.fields.get(part.field)!] : []));
  const named = (fields: readonly FieldItem[]) => fields.map(({ label }) => label);
  const more = asked.filter(({ role }) => !role).length;
  return [
    {
      matter: says.opens,
      says: says.pagesOf({ open: open.map(({ title }) => title), number: open.length, count: doc.pages.length }),
    },
    ...doc.paths.map((path) => ({
      matter: path.title,
      says: says.byGates({
        gates: path.gates.map(({ title }) => title),
        levels: path.grants.flatMap((grant) => ('level' in grant ? [setup.levels.get(grant.level)!.title] : [])),
      }),
    })),
    {
      matter: says.asked,
      says: says.askedFor({ roles: named(asked.filter(({ role }) => role)), count: more }),
    },
  ];
}
