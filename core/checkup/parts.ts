/** Purpose: what is wrong with what parts of a form hang on, and with what a form sets by itself. */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { fieldsAsked, partKindOf, readAnswer } from '../fields';
import { titleIn } from '../lines';

/** A part that hangs on an answer that nobody has given by then is never shown, or always. */
export const askedLater: Check = (setup) =>
  setup.doc.forms.flatMap((form) => {
    const says = checkupSays(setup.doc.site);
    const before = new Set<string>();
    return form.parts.flatMap((part, at): Found[] => {
      const lacks = (part.when ? fieldsAsked(part.when) : []).filter((id) => !before.has(id));
      // What the form sets by itself is not an answer that shows.
      if (part.part === 'field' && !(part.hidden && part.start?.from === 'constant')) before.add(part.field);
      return lacks.slice(0, 1).map((id): Found => {
        const named = {
          part: partKindOf(part).title(part, setup),
          field: titleIn('fields', id, setup),
          form: form.title,
        };
        const words = {
          says: says.askedLater(named),
          why: says.askedLaterWhy(named),
          mend: says.askedLaterMend(named),
        };
        return { kind: 'form', id: form.id, at: `parts.${at}`, grave: 'loses', blocks: false, ...words };
      });
    });
  });

/** What a form sets by itself must be what the field takes. */
export const setRefused: Check = (setup) =>
  setup.doc.forms.flatMap((form) =>
    form.parts.flatMap((part, at): Found[] => {
      if (part.part !== 'field' || part.start?.from !== 'constant') return [];
      const field = setup.fields.get(part.field);
      const read = field && readAnswer(field, part.start.value, true, setup.doc.site);
      if (!read || read.ok) return [];
      const says = checkupSays(setup.doc.site);
      const named = { field: field.label, form: form.title };
      const words = {
        says: says.setRefused(named),
        why: says.setRefusedWhy({ ...named, because: read.refusal }),
        mend: says.setRefusedMend,
      };
      return [{ kind: 'form', id: form.id, at: `parts.${at}`, grave: 'loses', blocks: false, ...words }];
    }),
  );
