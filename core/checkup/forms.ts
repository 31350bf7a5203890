/** Purpose: what is wrong with profile fields and signup forms. */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { formsLedTo } from './pages';
import { conditionsOf } from '../doors';
import { isAnswered, leastOfShape, nameOfPart, sourcesOf } from '../fields';
import { type AnyForm } from '../forms';
import { rulesOfPath } from '../joining';
import { rulesOfForm } from '../forms';
import { listed } from '../kernel';
import { titleIn } from '../lines';
import { sameBody, type Setup } from '../setup';

const live = (setup: Setup): AnyForm[] => setup.doc.forms.filter(({ retired }) => !retired);

/** A form that signs people up must ask for what an account needs, once each. */
export const asksEnough: Check = (setup) =>
  setup.doc.forms.flatMap((form) => {
    if (form.purpose.is !== 'signup') return [];
    const says = checkupSays(setup.doc.site);
    const named = { form: form.title };
    const found: Found[] = [];
    const lacks = (what: 'Name' | 'Mail' | 'Password') =>
      found.push({
        kind: 'form',
        id: form.id,
        at: what.toLowerCase(),
        grave: 'stops',
        blocks: true,
        says: says[`no${what}`](named),
        why: says[`no${what}Why`],
        mend: says[`no${what}Mend`],
      });
    for (const [role, what] of [
      ['name', 'Name'],
      ['mail', 'Mail'],
    ] as const) {
      const holder = setup.doc.fields.find((field) => field.role === role);
      const names: readonly string[] = !holder ? [] : !isAnswered(holder.of) ? sourcesOf(holder) : [holder.id];
      const asked = form.parts.filter((part) => part.part === 'field' && names.includes(part.field));
      // What is shown to some only, or not at all, is not asked of everybody.
      const sure = asked.filter((part) => part.part === 'field' && part.required && !part.when && !part.hidden);
      if (sure.length === 0 || (names.length === 1 && asked.length > 1)) lacks(what);
    }
    const passwords = form.parts.filter(({ part }) => part === 'password');
    if (passwords.length !== 1 || passwords[0]!.when) lacks('Password');
    return found;
  });

export const sameQuestion: Check = (setup) =>
  setup.doc.forms.flatMap((form) => {
    const says = checkupSays(setup.doc.site);
    const names = form.parts.map(nameOfPart);
    return form.parts.flatMap((part, at): Found[] => {
      const name = names[at];
      if (!name || part.part === 'password' || names.indexOf(name) === at) return [];
      const question =
        part.part === 'field' ? titleIn('fields', part.field, setup) : 'label' in part ? part.label : name;
      const words = {
        says: says.sameQuestion({ form: form.title }),
        why: says.sameQuestionWhy({ question }),
        mend: says.sameQuestionMend,
      };
      return [{ kind: 'form', id: form.id, at: `parts.${at}`, grave: 'loses', blocks: true, ...words }];
    });
  });

/** A field that stays empty for ever: asked nowhere, and to be changed by nobody. */
export const nobodySets: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const asked = new Set(live(setup).flatMap((form) => form.parts.map(nameOfPart)));
  return setup.doc.fields.flatMap(({ id, label, retired, changedBy, of }): Found[] => {
    if (retired || changedBy !== 'nobody' || asked.has(id) || !isAnswered(of)) return [];
    const named = { field: label };
    const words = { says: says.nobodySets(named), why: says.nobodySetsWhy, mend: says.nobodySetsMend };
    return [{ kind: 'field', id, at: 'changedBy', grave: 'loses', blocks: false, ...words }];
  });
};

/** Of a field whose answers decide something on a path, the choices that decide nothing and are not meant so. */
export const unrouted: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  // Whom a follow-up is put to is no consequence of an answer that is given on it.
  const rules = [
    ...setup.doc.paths.flatMap((path) => (path.retired ? [] : rulesOfPath(path))),
    ...live(setup).flatMap((form) => rulesOfForm(form).filter(({ at }) => at !== 'purpose.audience')),
  ].map(({ rule }) => rule);
  const conditions = rules.flatMap(conditionsOf).flatMap((one) => (one.fact === 'field' ? [one] : []));
  return setup.doc.fields.flatMap(({ id, label, of, retired }): Found[] => {
    const about = conditions.filter(({ field }) => field === id);
    if (retired || about.length === 0 || !('choices' in of)) return [];
    if (about.some(({ test }) => test.op === 'answered')) return [];
    const used = new Set(about.map(({ test }) => ('value' in test ? String(test.value) : '')));
    const left = of.choices.filter((choice) => !choice.idle && !used.has(choice.id));
    if (left.length === 0) return [];
    const named = {
      field: label,
      choices: listed(
        left.map((choice) => `“${choice.label}”`),
        setup.doc.site,
      ),
    };
    const words = { says: says.unrouted(named), why: says.unroutedWhy(named), mend: says.unroutedMend };
    return [{ kind: 'field', id, at: 'choices', grave: 'loses', blocks: false, ...words }];
  });
};

/** A form that no menu, block or Join button leads to. */
export const unlinked: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const linked = new Set([...formsLedTo(setup), ...(setup.doc.site.joinBy ? [setup.doc.site.joinBy as string] : [])]);
  return live(setup).flatMap(({ id, title, purpose, invited }): Found[] => {
    // A follow-up is put to its audience, a step by its gate, an invitation is a link of its own.
    if (purpose.is !== 'signup' || invited || linked.has(id)) return [];
    const words = { says: says.unlinked({ form: title }), why: says.unlinkedWhy, mend: says.unlinkedMend };
    return [{ kind: 'form', id, at: 'address', grave: 'loses', blocks: false, ...words }];
  });
};

/** An agreement in other words under the same version: who agreed to what would not be known any more. */
export const agreementChanged: Check = (setup, { live: before }) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.fields.flatMap(({ id, label, of }): Found[] => {
    const old = before?.fields.get(id)?.of;
    if (of.kind !== 'agreement' || old?.kind !== 'agreement' || old.version !== of.version || sameBody(old, of))
      return [];
    const words = {
      says: says.agreement({ field: label }),
      why: says.agreementWhy({ version: of.version }),
      mend: says.agreementMend,
    };
    return [{ kind: 'field', id, at: 'of.version', grave: 'misleads', blocks: false, ...words }];
  });
};

/** A text whose shape is longer than the text may be: no answer is ever right. */
export const shapeTooLong: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.fields.flatMap(({ id, label, of, retired }): Found[] => {
    if (retired || of.kind !== 'shortText' || !of.shape) return [];
    const least = leastOfShape(of.shape.pieces);
    if (least <= of.longest) return [];
    const words = {
      says: says.shapeTooLong({ field: label }),
      why: says.shapeTooLongWhy({ least, most: of.longest }),
      mend: says.shapeTooLongMend,
    };
    return [{ kind: 'field', id, at: 'of', grave: 'stops', blocks: true, ...words }];
  });
};

/** Two fields that both hold the name, or both the address, of a member. */
export const roleTwice: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const fields = setup.doc.fields.filter(({ retired }) => !retired);
  return fields.flatMap(({ id, label, role }, at): Found[] => {
    const first = role && fields.findIndex((field) => field.role === role);
    if (first === undefined || first === at) return [];
    const named = { field: label, other: fields[first]!.label };
    const words = {
      says: role === 'mail' ? says.mailTwice(named) : says.nameTwice(named),
      why: says.roleTwiceWhy,
      mend: says.roleTwiceMend,
    };
    return [{ kind: 'field', id, at: 'role', grave: 'stops', blocks: true, ...words }];
  });
};
