/**
 * Purpose: what is wrong with a set-up that parses: holes, and what can never happen. A draft with findings can be
 * saved, looked at and explained; `hole` keeps it from going live, `odd` does not.
 * Invariant: every finding names its place and the way to mend it.
 */
import { kernelSays } from '../kernel';
import { referencesOf } from './document';
import { nameOfPart } from '../fields/items';
import type { Setup } from './setup';
import { setupSays } from './setup.sentences';

const says = ({ doc }: Setup) => setupSays(doc.site);

export type Finding = { readonly grave: 'hole' | 'odd'; readonly where: string; readonly says: string };

export const findingsOf = (setup: Setup): Finding[] => [
  ...dangling(setup),
  ...forms(setup),
  ...retired(setup),
  ...gates(setup),
];

/** Every reference that leads to nothing, at the place that holds it. */
const dangling = (setup: Setup): Finding[] =>
  referencesOf(setup.doc).flatMap(({ at, kind, id }) =>
    setup[kind].has(id)
      ? []
      : [{ grave: 'hole', where: at, says: says(setup).nothingThere({ kind: says(setup)[kind], id }) }],
  );

/** A form that signs people up must ask for what an account needs, once each. */
const forms = (setup: Setup): Finding[] =>
  setup.doc.forms.flatMap((form, at) => {
    const found: Finding[] = [];
    const hole = (says: string) => void found.push({ grave: 'hole', where: `forms.${at}`, says });
    const asked = form.parts.flatMap((part) => (part.part === 'field' ? [part] : []));
    for (const role of ['name', 'mail'] as const) {
      const hit = asked.filter((part) => setup.fields.get(part.field)?.role === role);
      if (hit.length !== 1 || !hit[0]?.required) hole(role === 'name' ? says(setup).askName : says(setup).askMail);
    }
    if (form.parts.filter((part) => part.part === 'password').length !== 1) hole(says(setup).askPassword);
    const names = form.parts.flatMap((part) => (part.part === 'password' ? [] : (nameOfPart(part) ?? [])));
    if (new Set(names).size !== names.length) hole(says(setup).sameQuestion);
    return found;
  });

/** What is in use though it is retired: it works on for those who have it, and should be offered to nobody new. */
const retired = (setup: Setup): Finding[] =>
  referencesOf(setup.doc).flatMap(({ at, kind, id }) => {
    const item = setup[kind].get(id);
    if (!item?.retired || isRetired(at, setup)) return [];
    const home = at === 'site.home' || at === 'site.joinBy' || at === 'site.menu';
    return [
      {
        grave: home ? 'hole' : 'odd',
        where: at,
        says: says(setup).retired({ kind: says(setup)[kind], id }),
      },
    ];
  });

function isRetired(where: string, setup: Setup): boolean {
  const [list, at] = where.split('.') as [keyof Setup['doc'], string];
  const items = setup.doc[list];
  return Array.isArray(items) && items[Number(at)]?.retired === true;
}

/** Gates of one path with the same id, and times that cannot be kept. */
const gates = (setup: Setup): Finding[] =>
  setup.doc.paths.flatMap((path, at) =>
    path.gates.flatMap((gate, n): Finding[] => {
      const where = `paths.${at}.gates.${n}`;
      const found: Finding[] = [];
      if (path.gates.findIndex(({ id }) => id === gate.id) < n)
        found.push({ grave: 'hole', where, says: kernelSays(setup.doc.site).usedTwice({ id: gate.id }) });
      return found;
    }),
  );
