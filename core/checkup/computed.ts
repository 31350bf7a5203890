/** Purpose: what is wrong with fields that are made of the answers to others. */
import { isAnswered, mayBeSource, sourcesOf, type FieldItem } from '../fields';
import type { Setup } from '../setup';
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';

const computed = (setup: Setup): FieldItem[] =>
  setup.doc.fields.filter(({ of, retired }) => !isAnswered(of) && !retired);

/** The answers each is made of that are there. */
const sources = (field: FieldItem, setup: Setup): FieldItem[] =>
  sourcesOf(field).flatMap((id) => setup.fields.get(id) ?? []);

/** Made of what has no answer of its own, or none any more. */
export const madeOfNone: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return computed(setup).flatMap((field) =>
    sources(field, setup).flatMap((source): Found[] => {
      if (mayBeSource(source)) return [];
      const named = { field: field.label, source: source.label };
      const words = { says: says.madeOfNone(named), why: says.madeOfNoneWhy(named), mend: says.madeOfNoneMend };
      return [{ kind: 'field', id: field.id, at: 'of', grave: 'loses', blocks: true, ...words }];
    }),
  );
};

const width: Record<FieldItem['seenBy'], number> = { staff: 0, member: 1, members: 2 };

/** Shows to more people what its sources show to fewer. */
export const madeShowsMore: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return computed(setup).flatMap((field) => {
    // A name is what people are called by, whoever may see the answers that it is made of.
    const kept = field.role ? [] : sources(field, setup).filter(({ seenBy }) => width[seenBy] < width[field.seenBy]);
    return kept.slice(0, 1).map((source): Found => {
      const named = { field: field.label, source: source.label };
      const words = {
        says: says.madeShowsMore(named),
        why: says.madeShowsMoreWhy(named),
        mend: says.madeShowsMoreMend,
      };
      return { kind: 'field', id: field.id, at: 'seenBy', grave: 'misleads', blocks: false, ...words };
    });
  });
};

/** A field that people answer becomes one that is made: their answers would be written over. */
export const madeOver: Check = (setup, { live }) => {
  const says = checkupSays(setup.doc.site);
  return computed(setup).flatMap(({ id, label, role }): Found[] => {
    const before = live?.fields.get(id);
    if (!before || !isAnswered(before.of) || role) return [];
    const words = { says: says.madeOver({ field: label }), why: says.madeOverWhy, mend: says.madeOverMend };
    return [{ kind: 'field', id, at: 'of', grave: 'loses', blocks: true, ...words }];
  });
};

/** A form that asks for what is made of other answers. */
export const askedMade: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const made = new Map(computed(setup).map((field) => [String(field.id), field]));
  return setup.doc.forms.flatMap((form) =>
    form.parts.flatMap((part, at): Found[] => {
      const field = part.part === 'field' ? made.get(part.field) : undefined;
      if (!field || form.retired) return [];
      const named = { form: form.title, field: field.label };
      const words = { says: says.askedMade(named), why: says.askedMadeWhy, mend: says.askedMadeMend };
      return [{ kind: 'form', id: form.id, at: `parts.${at}`, grave: 'misleads', blocks: false, ...words }];
    }),
  );
};
