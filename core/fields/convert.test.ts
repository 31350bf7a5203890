import { describe, expect, it } from 'vitest';
import { place } from '../../tests/support/quillmoor';
import type { FieldValue } from '../facts';
import { converted } from './convert';
import type { FieldKind } from './kinds';

const text = { kind: 'shortText', longest: 120 } as FieldKind;
const number = { kind: 'number', whole: true } as FieldKind;
const yesNo = { kind: 'yesNo' } as FieldKind;
const date = { kind: 'date' } as FieldKind;
const hives = [
  { id: 'national', label: 'National' },
  { id: 'skep', label: 'Skep' },
];
const one = { kind: 'oneChoice', choices: hives } as FieldKind;
const other = {
  kind: 'oneChoice',
  choices: [
    { id: 'a', label: 'national' },
    { id: 'b', label: 'Top bar' },
  ],
} as FieldKind;
const several = { kind: 'severalChoices', choices: hives } as FieldKind;

describe('an answer of another kind', () => {
  it.each<[string, FieldKind, FieldKind, FieldValue, FieldValue]>([
    ['a number in words', number, text, 5, '5'],
    ['words that are a number', text, number, '1,200', 1200],
    ['yes in words', yesNo, text, true, 'yes'],
    ['words that say no', text, yesNo, ' No ', false],
    ['a choice in words', one, text, 'skep', 'Skep'],
    ['words that are a choice', text, one, 'skep', 'skep'],
    ['words as a choice is called', text, one, 'NATIONAL', 'national'],
    ['a choice among others of one id', one, several, 'skep', ['skep']],
    ['a choice by its words, where ids are others', one, other, 'national', 'a'],
    ['several of which there is one', several, one, ['skep'], 'skep'],
    ['several in words', several, text, ['national', 'skep'], 'National and Skep'],
    ['a day as a span', date, { kind: 'dateRange' } as FieldKind, '2026-03-02', '2026-03-02/2026-03-02'],
    ['a picture of choices', one, { kind: 'imageChoice', choices: hives } as FieldKind, 'skep', 'skep'],
  ])('%s', (_, before, after, value, becomes) => {
    const done = converted(before, after, value, place);
    expect(done).toEqual({ ok: true, value: becomes });
  });

  it.each<[string, FieldKind, FieldKind, FieldValue]>([
    ['words that are no number', text, number, 'many'],
    ['a number over the new limit', number, { ...number, most: 3 } as FieldKind, 5],
    ['words longer than the new limit', text, { kind: 'shortText', longest: 3 } as FieldKind, 'heather'],
    ['a choice that is not offered any more', one, other, 'skep'],
    ['several where one is held', several, one, ['national', 'skep']],
    ['words that say neither yes nor no', text, yesNo, 'perhaps'],
    ['a number as a day', number, date, 5],
    ['a picture', { kind: 'picture' } as FieldKind, text, '2345678923456789abcd'],
    ['words as a picture', text, { kind: 'picture' } as FieldKind, '2345678923456789abcd'],
  ])('%s: stays as it is, with the reason', (_, before, after, value) => {
    const done = converted(before, after, value, place);
    expect(done.ok).toBe(false);
    expect(!done.ok && done.refusal.length).toBeGreaterThan(5);
  });
});
