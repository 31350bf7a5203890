/**
 * Purpose: a condition on an answer as one of the few sentences that can be chosen, with what is typed or chosen beside
 * it; what is more than that stays as it is.
 */
import {
  choicesIn,
  facetOf,
  sayDay,
  type AnswerRule,
  type FacetName,
  type FieldItem,
  type FieldTest,
} from '../../../core/fields';
import type { Rule } from '../../../core/doors';
import { dayOf, sayNumber, type FieldId } from '../../../core/kernel';
import { reader } from '../base/reader';
import { rulesSays } from './rules.sentences';

const says = rulesSays(reader);
type Choice = { readonly title: string; readonly value: string };

/** What stands beside a sentence: a number, letters, a day, or one of many answers. */
export type Beside = 'number' | 'letters' | 'day' | 'choice';
type Sign = {
  readonly beside: Beside | null;
  /** How it is offered, and how it reads with what stands beside it. */
  readonly offer: (about: { field: string }) => string;
  readonly so: (about: { field: string; typed: string }) => string;
  readonly test: (typed: string) => FieldTest;
};
const numberOf = (typed: string): number => Number(typed.replace(',', '.'));

/** Each sentence by the sign that its key ends with. */
const signs: Readonly<Record<string, Sign>> = {
  '!': { beside: null, offer: says.ifAnswered, so: says.ifAnswered, test: () => ({ op: 'answered' }) },
  '>': {
    beside: 'number',
    offer: says.ifAtLeast,
    so: says.ifAtLeastSo,
    test: (typed) => ({ op: 'atLeast', value: numberOf(typed) }),
  },
  '<': {
    beside: 'number',
    offer: says.ifAtMost,
    so: says.ifAtMostSo,
    test: (typed) => ({ op: 'atMost', value: numberOf(typed) }),
  },
  '^': {
    beside: 'letters',
    offer: says.ifStarts,
    so: says.ifStartsSo,
    test: (typed) => ({ op: 'startsWith', value: typed }),
  },
  '+': { beside: 'day', offer: says.ifFrom, so: says.ifFromSo, test: (day) => ({ op: 'from', day }) },
  '~': { beside: 'day', offer: says.ifUntil, so: says.ifUntilSo, test: (day) => ({ op: 'until', day }) },
  '@': { beside: 'choice', offer: says.ifOneOf, so: says.ifOneOfSo, test: (code) => ({ op: 'is', value: code }) },
};
/** The signs of a sort of value of which no single answer is offered. */
const signsBy: Readonly<Record<FacetName, readonly string[]>> = {
  number: ['>', '<'],
  // By the version that was agreed to, so that those of an earlier one can be found and asked again.
  agreement: ['!', '>', '<'],
  day: ['+', '~', '!'],
  span: ['+', '~', '!'],
  // Of too many to offer each.
  choice: ['@', '!'],
  choices: ['!'],
  yes: ['!'],
  text: ['!'],
  file: ['!'],
};
/** So many choices are each offered as a sentence of their own. */
const MOST_OFFERED = 60;
/** The answers that can be given; null where they are typed. */
const answersOf = ({ of }: FieldItem): readonly Choice[] | null =>
  choicesIn(facetOf(of), reader)?.map(({ id, label }) => ({ title: label, value: id })) ?? null;
/** Those that are each offered as a sentence of their own; null where they are too many, or typed. */
function offeredOf(field: FieldItem): readonly Choice[] | null {
  const list = answersOf(field);
  return list && list.length <= MOST_OFFERED ? list : null;
}
const isOffered = (id: string, fields: readonly FieldItem[]): boolean =>
  fields.some((field) => field.id === id && offeredOf(field) !== null);

/** What stands beside the sentence of that key; null for nothing. */
export const besideOf = (key: string): Beside | null => signs[key.slice(-1)]?.beside ?? null;

/** The answers of which one stands beside the sentence of that key. */
export function choicesBeside(key: string, fields: readonly FieldItem[]): readonly Choice[] {
  const field = fields.find(({ id }) => `${id}@` === key);
  return field ? (answersOf(field) ?? []) : [];
}

/** What stands there until somebody types, where a condition must be whole at once. */
export const beginsWith = (key: string, fields: readonly FieldItem[]): string => {
  const beside = besideOf(key);
  if (beside === 'day') return dayOf(Date.now(), { ...reader, zone: Intl.DateTimeFormat().resolvedOptions().timeZone });
  return beside === 'choice' ? (choicesBeside(key, fields)[0]?.value ?? '') : '1';
};

/** What is wrong with what was typed beside a sentence; null where it can be taken. */
export function wrongBeside(key: string, typed: string): string | null {
  const beside = besideOf(key);
  if (beside === null || (beside === 'choice' && typed)) return null;
  if (beside === 'number') return typed !== '' && Number.isFinite(numberOf(typed)) ? null : says.typeNumber;
  if (beside === 'day') return /^\d{4}-\d\d-\d\d$/.test(typed) ? null : says.chooseDay;
  return typed === '' ? (beside === 'letters' ? says.typeLetters : says.chooseOne) : null;
}

/** `''` is no condition; `field=choice` one answer; a field and a sign with what stands beside; `*` any other. */
function keyOfRule(when: Rule | undefined, fields: readonly FieldItem[]): { key: string; typed: string } {
  if (!when) return { key: '', typed: '' };
  if (!('fact' in when) || when.fact !== 'field') return { key: '*', typed: '' };
  const { field, test } = when;
  const signed = (sign: string, typed: string | number = '') => ({ key: `${field}${sign}`, typed: String(typed) });
  switch (test.op) {
    case 'is':
      if (choicesBeside(`${field}@`, fields).length && !isOffered(field, fields))
        return signed('@', String(test.value));
      return { key: `${field}=${String(test.value)}`, typed: '' };
    case 'includes':
      return { key: `${field}=${test.value}`, typed: '' };
    case 'atLeast':
      return signed('>', test.value);
    case 'atMost':
      return signed('<', test.value);
    case 'answered':
      return signed('!');
    case 'startsWith':
      return signed('^', test.value);
    case 'from':
      return signed('+', test.day);
    case 'until':
      return signed('~', test.day);
  }
}

/** A condition as one reads it, with what stands beside it. */
export function sayCondition(when: AnswerRule, fields: readonly FieldItem[]): string {
  const { key, typed } = keyOfRule(when, fields);
  const sign = signs[key.slice(-1)];
  if (!sign || !('fact' in when)) return conditionsOn(fields).find(({ value }) => value === key)?.title ?? '';
  const field = fields.find(({ id }) => id === when.field)?.label ?? when.field;
  const shown = {
    number: () => sayNumber(Number(typed), reader),
    letters: () => typed,
    day: () => sayDay(typed, reader),
    choice: () => choicesBeside(key, fields).find(({ value }) => value === typed)?.title ?? typed,
  };
  return sign.so({ field, typed: sign.beside ? shown[sign.beside]() : '' });
}

/** The rule of a key with what stands beside it; none where that cannot be taken. */
export function ruleOfKey(key: string, typed: string, fields: readonly FieldItem[]): AnswerRule | undefined {
  const [, id = '', value] = /^([a-z0-9-]+)(?:=(.*)|[!<>^+~@])$/.exec(key) ?? [];
  const field = fields.find((one) => one.id === id);
  if (!field || wrongBeside(key, typed)) return undefined;
  const about = { fact: 'field', field: id as FieldId } as const;
  const sign = signs[key.slice(-1)];
  if (value === undefined) return sign && { ...about, test: sign.test(typed) };
  const { is } = facetOf(field.of);
  if (is === 'choices') return { ...about, test: { op: 'includes', value } };
  return { ...about, test: { op: 'is', value: is === 'yes' ? value === 'true' : value } };
}

const offer = ({ id, label }: FieldItem, sign: string): Choice => ({
  title: signs[sign]!.offer({ field: label }),
  value: `${id}${sign}`,
});

/** What can be asked of these fields: each answer that can be chosen, each number or day that can be reached. */
export const conditionsOn = (fields: readonly FieldItem[]): Choice[] =>
  fields.flatMap((field): Choice[] => {
    const { id, label, of } = field;
    const { is } = facetOf(of);
    const answers = offeredOf(field);
    if (answers)
      return answers.map(({ title, value }) => ({
        title: says.ifFieldIs({ field: label, choice: title }),
        value: `${id}=${value}`,
      }));
    if (is === 'yes')
      return [
        { title: says.ifYes({ field: label }), value: `${id}=true` },
        { title: says.ifNo({ field: label }), value: `${id}=false` },
      ];
    return signsBy[is].map((sign) => offer(field, sign));
  });

/** What can be asked of texts, letters typed: how they begin. A rule of the set-up must be whole at once, and asks none. */
export const beginningsOf = (fields: readonly FieldItem[]): Choice[] =>
  fields.filter(({ of }) => facetOf(of).is === 'text').map((field) => offer(field, '^'));

/** A condition as one of those that are offered; `*` where it is none of them. */
export function choiceOf(when: Rule | undefined, fields: readonly FieldItem[]): { key: string; typed: string } {
  const found = keyOfRule(when, fields);
  const offered = found.key === '' || conditionsOn(fields).some(({ value }) => value === found.key);
  return offered ? found : { key: '*', typed: '' };
}
