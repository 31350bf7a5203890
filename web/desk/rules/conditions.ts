/**
 * Purpose: a condition on an answer as one of the few sentences that can be chosen; what is more than that stays as it is.
 */
import type { AnswerRule, FieldItem } from '../../../core/fields';
import type { Rule } from '../../../core/doors';
import { sayNumber, type FieldId } from '../../../core/kernel';
import { reader } from '../reader';
import { rulesSays } from './rules.sentences';

const says = rulesSays(reader);
const textual: ReadonlySet<string> = new Set(['shortText', 'longText', 'mail', 'phone', 'webAddress']);
type Choice = { readonly title: string; readonly value: string };

/** `''` is no condition; `field=choice`, `field>` or `field<` with a number beside it, `field!` answered; `*` any other. */
export function keyOfRule(when: Rule | undefined): { key: string; number: number | null } {
  if (!when) return { key: '', number: null };
  if ('fact' in when && when.fact === 'field') {
    const { field, test } = when;
    if (test.op === 'is' || test.op === 'includes') return { key: `${field}=${String(test.value)}`, number: null };
    if (test.op === 'atLeast') return { key: `${field}>`, number: test.value };
    if (test.op === 'atMost') return { key: `${field}<`, number: test.value };
    if (test.op === 'answered') return { key: `${field}!`, number: null };
  }
  return { key: '*', number: null };
}

/** A condition as one reads it, with the number or the letters it was given. */
export function sayCondition(when: AnswerRule, fields: readonly FieldItem[]): string {
  if ('fact' in when) {
    const field = fields.find(({ id }) => id === when.field)?.label ?? when.field;
    const { test } = when;
    if (test.op === 'startsWith') return says.ifStartsSo({ field, typed: test.value });
    if (test.op === 'atLeast') return says.ifAtLeastSo({ field, typed: sayNumber(test.value, reader) });
    if (test.op === 'atMost') return says.ifAtMostSo({ field, typed: sayNumber(test.value, reader) });
  }
  const { key } = keyOfRule(when);
  return conditionsOn(fields).find(({ value }) => value === key)?.title ?? '';
}

export function ruleOfKey(key: string, number: number | null, fields: readonly FieldItem[]): AnswerRule | undefined {
  const [, id = '', sign, value = ''] = /^([^=<>!]+)([=<>!])(.*)$/.exec(key) ?? [];
  const field = fields.find((one) => one.id === id);
  if (!field) return undefined;
  const about = { fact: 'field', field: id as FieldId } as const;
  if (sign === '>') return { ...about, test: { op: 'atLeast', value: number ?? 1 } };
  if (sign === '<') return { ...about, test: { op: 'atMost', value: number ?? 1 } };
  if (sign === '!') return { ...about, test: { op: 'answered' } };
  if (field.of.kind === 'severalChoices') return { ...about, test: { op: 'includes', value } };
  return { ...about, test: { op: 'is', value: field.of.kind === 'yesNo' ? value === 'true' : value } };
}

/** What can be asked of these fields: each answer that can be chosen, each number that can be reached. */
export const conditionsOn = (fields: readonly FieldItem[]): Choice[] =>
  fields.flatMap(({ id, label: field, of }): Choice[] => {
    if ('choices' in of)
      return of.choices.map((choice) => ({
        title: says.ifFieldIs({ field, choice: choice.label }),
        value: `${id}=${choice.id}`,
      }));
    if (of.kind === 'yesNo')
      return [
        { title: says.ifYes({ field }), value: `${id}=true` },
        { title: says.ifNo({ field }), value: `${id}=false` },
      ];
    if (of.kind === 'number')
      return [
        { title: says.ifAtLeast({ field }), value: `${id}>` },
        { title: says.ifAtMost({ field }), value: `${id}<` },
      ];
    return [{ title: says.ifAnswered({ field }), value: `${id}!` }];
  });

/** What can be asked of texts, letters typed: how they begin. A rule of the set-up must be whole at once, and asks none. */
export const beginningsOf = (fields: readonly FieldItem[]): Choice[] =>
  fields
    .filter(({ of }) => textual.has(of.kind))
    .map(({ id, label: field }) => ({ title: says.ifStarts({ field }), value: `${id}^` }));

export const startsWith = (key: string, value: string): AnswerRule => ({
  fact: 'field',
  field: key.slice(0, -1) as FieldId,
  test: { op: 'startsWith', value },
});
