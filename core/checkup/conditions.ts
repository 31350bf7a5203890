/**
 * Purpose: conditions on answers, on paths and forms, that can never be met by the answers that are offered, or always
 * are. Doors are looked at as a whole (`doors.ts`).
 * How: three values. A condition on a field is *never* or *always* by what that field can hold; a rule by Kleene's
 * tables over its parts. What depends on anything else may be either.
 */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { childrenOf, describe, isCondition, type Rule } from '../doors';
import { facetOf, partKindOf, testHolds, type Holds } from '../fields';
import { rulesOfPath } from '../joining';
import { rulesOfForm } from '../forms';
import type { ItemKind, Setup } from '../setup';

const opposite: Record<Holds, Holds> = { never: 'always', always: 'never', may: 'may' };

/** Whether a rule can hold at all, or always does, for those who have answered what it asks about. */
export function holds(rule: Rule, setup: Setup): Holds {
  if (isCondition(rule)) {
    const field = rule.fact === 'field' ? setup.fields.get(rule.field) : undefined;
    return field && rule.fact === 'field' ? testHolds(rule.test, facetOf(field.of)) : 'may';
  }
  const parts = childrenOf(rule).map((part) => holds(part, setup));
  const all = (): Holds =>
    parts.includes('never') ? 'never' : parts.every((one) => one === 'always') ? 'always' : 'may';
  const any = (): Holds =>
    parts.includes('always') ? 'always' : parts.every((one) => one === 'never') ? 'never' : 'may';
  if ('all' in rule) return all();
  return 'any' in rule ? any() : opposite[any()];
}

/** Rules that are empty on purpose, such as *everyone*, decide by their shape and are no mistake. */
const decides = (rule: Rule): boolean => isCondition(rule) || childrenOf(rule).length > 0;

export const neverOrAlways: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const look = (kind: ItemKind, id: string, at: string, rule: Rule | undefined, where: string): Found[] => {
    const found = rule && decides(rule) ? holds(rule, setup) : 'may';
    if (!rule || found === 'may') return [];
    const named = { where, rule: describe(rule, setup) };
    const words =
      found === 'never'
        ? { says: says.never(named), why: says.neverWhy(named), mend: says.neverMend }
        : { says: says.always(named), why: says.alwaysWhy(named), mend: says.alwaysMend };
    return [{ kind, id, at, grave: found === 'never' ? 'stops' : 'misleads', blocks: false, ...words }];
  };
  return [
    ...setup.doc.paths.flatMap((path) =>
      rulesOfPath(path).flatMap(({ at, rule }) =>
        look('path', path.id, at.replace(/\.when$/, ''), rule, says.ruleOf({ item: path.title })),
      ),
    ),
    ...setup.doc.forms.flatMap((form) =>
      rulesOfForm(form).flatMap(({ at, rule }) => look('form', form.id, at, rule, says.ruleOf({ item: form.title }))),
    ),
    ...setup.doc.forms.flatMap(({ id, title, parts }) =>
      parts.flatMap((part, at) => {
        const where = says.partOf({ part: partKindOf(part).title(part, setup), form: title });
        return look('form', id, `parts.${at}`, part.when, where);
      }),
    ),
  ];
};
