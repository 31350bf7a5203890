/**
 * Purpose: a condition on an answer as one of the few sentences that can be chosen; what is more than that stays as it is.
 */
import type { AnswerRule, FieldItem } from '../../../core/fields';
import type { Rule } from '../../../core/doors';
import type { FieldId } from '../../../core/kernel';
import { reader } from '../reader';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
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
