/**
 * Purpose: conditions on answers, on paths and forms, that can never be met by the answers that are offered, or always
 * are. Doors are looked at as a whole (`doors.ts`).
 * How: three values. A condition on a field is *never* or *always* by what that field can hold; a rule by Kleene's
 * tables over its parts. What depends on anything else may be either.
 */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { childrenOf, describe, isCondition, type FieldTest, type Rule } from '../doors';
import { partKindOf, type FieldItem } from '../fields';
import { rulesOfForm, rulesOfPath } from '../joining';
import { never } from '../kernel';
import type { ItemKind, Setup } from '../setup';

export type Holds = 'never' | 'always' | 'may';

/** What a test can come out as for those who have answered. */
function testHolds({ of }: FieldItem, test: FieldTest): Holds {
  const choices = 'choices' in of ? of.choices.map(({ id }) => id) : null;
  const [least, most] =
    of.kind === 'number'
      ? [of.least ?? -Infinity, of.most ?? Infinity]
      : of.kind === 'agreement'
        ? [1, of.version]
        : [NaN, NaN];
  const isNumber = of.kind === 'number' || of.kind === 'agreement';
  const isDays = of.kind === 'date' || of.kind === 'dateRange';
  switch (test.op) {
    case 'answered':
      return 'may';
    case 'is':
      if (of.kind === 'severalChoices') return 'never';
      if (choices) return choices.includes(String(test.value)) ? 'may' : 'never';
      if (isNumber)
        return typeof test.value === 'number' && test.value >= least && test.value <= most ? 'may' : 'never';
      if (of.kind === 'yesNo') return typeof test.value === 'boolean' ? 'may' : 'never';
      return typeof test.value === 'string' ? 'may' : 'never';
    case 'atLeast':
      if (!isNumber || test.value > most) return 'never';
      return test.value <= least ? 'always' : 'may';
    case 'atMost':
      if (!isNumber || test.value < least) return 'never';
      return test.value >= most ? 'always' : 'may';
    case 'startsWith':
      return isNumber || of.kind === 'yesNo' || of.kind === 'severalChoices' ? 'never' : 'may';
    case 'includes':
      return of.kind === 'severalChoices' && choices!.includes(test.value) ? 'may' : 'never';
    case 'from':
      if (!isDays || (of.latest && test.day > of.latest)) return 'never';
      return of.earliest && test.day <= of.earliest ? 'always' : 'may';
    case 'until':
      if (!isDays || (of.earliest && test.day < of.earliest)) return 'never';
      return of.latest && test.day >= of.latest ? 'always' : 'may';
    default:
      return never(test);
  }
}

const opposite: Record<Holds, Holds> = { never: 'always', always: 'never', may: 'may' };

/** Whether a rule can hold at all, or always does, for those who have answered what it asks about. */
export function holds(rule: Rule, setup: Setup): Holds {
  if (isCondition(rule)) {
    const field = rule.fact === 'field' ? setup.fields.get(rule.field) : undefined;
    return field && rule.fact === 'field' ? testHolds(field, rule.test) : 'may';
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
