/**
 * Purpose: rules that hang on what the people they decide about are never asked, and answers that decline everybody.
 * How: for each path, the forms that lead to it, by themselves or over other paths; what each of them asks, and what a
 * further form asks on the way.
 */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { holds } from './conditions';
import { everyOf, facetOf, fieldsAsked, meetsAnswers, sourcesOf, type AnswerRule } from '../fields';
import { type AnyForm } from '../forms';
import type { FieldValue } from '../facts';
import { kindOf, type PathItem } from '../joining';
import { rulesOfForm } from '../forms';
import { rulesOfPath } from '../joining';
import { titleIn } from '../lines';
import type { Setup } from '../setup';

const offered = ({ doc }: Setup): AnyForm[] => doc.forms.filter(({ retired }) => !retired);

/** The forms whose senders walk a path. @param been the paths that have been looked at */
function formsTo(path: PathItem, setup: Setup, been: ReadonlySet<string> = new Set()): AnyForm[] {
  if (been.has(path.id)) return [];
  const seen = new Set([...been, path.id]);
  return [
    ...offered(setup).filter(({ purpose }) => purpose.is === 'signup' && purpose.path === path.id),
    ...setup.doc.paths
      .filter(({ turns = [], retired }) => !retired && turns.some((turn) => 'to' in turn && turn.to === path.id))
      .flatMap((from) => formsTo(from, setup, seen)),
  ];
}

/** What a form asks; of a field that is made of others it asks what that is made of. */
const asks = ({ parts }: AnyForm, field: string, setup: Setup): boolean => {
  const asked = (id: string) => parts.some((part) => part.part === 'field' && part.field === id);
  const item = setup.fields.get(field);
  return asked(field) || (item !== undefined && sourcesOf(item).some(asked));
};

/** The gate that stands before a rule of a path: what is asked there has been answered by then. */
const gateOfRule = (at: string, path: PathItem): number => {
  const gate = /^gates\.(\d+)/.exec(at)?.[1];
  if (gate !== undefined) return Number(gate);
  return at.startsWith('turns') ? 0 : path.gates.length;
};

/** A condition on a question that some of those it decides about are not asked: for them it never holds. */
export const askedNowhere: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const told = (kind: 'path' | 'form', id: string, at: string, field: string, form: string): Found => {
    const named = {
      field: titleIn('fields', field, setup),
      form,
      item: titleIn(kind === 'path' ? 'paths' : 'forms', id, setup),
    };
    const words = {
      says: says.askedNowhere(named),
      why: says.askedNowhereWhy(named),
      mend: says.askedNowhereMend(named),
    };
    return { kind, id, at: at.replace(/\.when$/, ''), grave: 'stops', blocks: false, ...words };
  };
  const known = (rule: unknown) => fieldsAsked(rule as AnswerRule).filter((id) => setup.fields.has(id));
  return [
    ...setup.doc.paths.flatMap((path) => {
      if (path.retired) return [];
      const forms = formsTo(path, setup);
      return rulesOfPath(path).flatMap(({ at, rule }) => {
        const further = path.gates
          .slice(0, gateOfRule(at, path))
          .flatMap((gate) => setup.forms.get(kindOf(gate).form(gate) ?? '') ?? []);
        return known(rule).flatMap((field): Found[] => {
          const without = forms.find((form) => ![form, ...further].some((one) => asks(one, field, setup)));
          return without ? [told('path', path.id, at, field, without.title)] : [];
        });
      });
    }),
    ...offered(setup).flatMap((form) =>
      rulesOfForm(form).flatMap(({ at, rule }) =>
        at === 'purpose.audience'
          ? []
          : known(rule).flatMap((field): Found[] =>
              asks(form, field, setup) ? [] : [told('form', form.id, at, field, form.title)],
            ),
      ),
    ),
  ];
};

/** What everybody answers who sends a form: what it asks of all, where one of so many answers has to be given. */
function everyAnswer(field: string, setup: Setup): readonly FieldValue[] | null {
  const of = setup.fields.get(field)?.of;
  return of ? everyOf(facetOf(of)) : null;
}

const mustAnswer = (form: AnyForm, field: string): boolean =>
  form.parts.some(
    (part) => part.part === 'field' && part.field === field && part.required && !part.when && !part.hidden,
  );

/** Whether a rule holds for whoever sends a form, whatever they answer. */
function holdsForAll(rule: AnswerRule, form: AnyForm, setup: Setup): boolean {
  const fields = [...new Set(fieldsAsked(rule))];
  if (fields.length === 0 || !fields.every((field) => mustAnswer(form, field))) return false;
  const [field] = fields;
  const answers = fields.length === 1 ? everyAnswer(field!, setup) : null;
  if (answers) return answers.every((value) => meetsAnswers(rule, new Map([[field!, value]])));
  const onlyAsked = (one: AnswerRule): boolean => ('fact' in one ? one.test.op === 'answered' : false);
  return ('any' in rule ? rule.any.some(onlyAsked) : onlyAsked(rule)) || holds(rule, setup) === 'always';
}

/** A rule that declines by answers, and every answer there is. */
export const everybodyDeclined: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.paths.flatMap((path): Found[] => {
    if (path.retired) return [];
    const forms = formsTo(path, setup);
    const declines = [
      ...path.gates.flatMap((gate, at) =>
        gate.kind === 'review' && gate.declineIf ? [{ at: `gates.${at}.declineIf`, rule: gate.declineIf.when }] : [],
      ),
      ...(path.turns ?? []).flatMap((turn, at) => ('decline' in turn ? [{ at: `turns.${at}`, rule: turn.when }] : [])),
    ];
    return declines.flatMap(({ at, rule }): Found[] => {
      const form = forms.find((one) => holdsForAll(rule, one, setup));
      if (!form) return [];
      const named = { path: path.title, form: form.title };
      const words = {
        says: says.everybodyDeclined(named),
        why: says.everybodyDeclinedWhy(named),
        mend: says.everybodyDeclinedMend,
      };
      return [{ kind: 'path', id: path.id, at, grave: 'stops', blocks: false, ...words }];
    });
  });
};
