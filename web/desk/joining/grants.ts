/** Purpose: whom a grant is for, as one of the few sentences that can be chosen; what is more than that stays as it is. */
import type { FieldItem } from '../../../core/fields';
import type { Rule } from '../../../core/doors';
import type { FieldId } from '../../../core/kernel';

/** `''` is everybody; `field=choice`, or `field>` with a number beside it; `*` any other rule. */
export function keyOfRule(when: Rule | undefined): { key: string; number: number | null } {
  if (!when) return { key: '', number: null };
  if ('fact' in when && when.fact === 'field') {
    const { field, test } = when;
    if (test.op === 'is' || test.op === 'includes') return { key: `${field}=${String(test.value)}`, number: null };
    if (test.op === 'atLeast') return { key: `${field}>`, number: test.value };
  }
  return { key: '*', number: null };
}

export function ruleOfKey(key: string, number: number | null, fields: readonly FieldItem[]): Rule | undefined {
  const [, id = '', sign, value = ''] = /^([^=>]+)([=>])(.*)$/.exec(key) ?? [];
  const field = fields.find((one) => one.id === id);
  if (!field) return undefined;
  if (sign === '>') return { fact: 'field', field: id as FieldId, test: { op: 'atLeast', value: number ?? 1 } };
  const answer = field.of.kind === 'yesNo' ? value === 'true' : value;
  const op = field.of.kind === 'severalChoices' ? ('includes' as const) : ('is' as const);
  return { fact: 'field', field: id as FieldId, test: { op, value: answer } as never };
}
