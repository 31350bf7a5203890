import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  questionsOf,
  readForm,
  type AnswerRule,
  type Beforehand,
  type PartOfForm,
  type RawForm,
} from '../../../core/fields';
import { quillmoor } from '../../../tests/support/quillmoor';
import { shownBy, wrongWith } from './check';

const nowhere: Beforehand = { query: () => null, profile: () => null, words: () => null, says: () => 'so' };
const asks = (field: string, more: object = {}): PartOfForm =>
  ({ part: 'field', field, required: true, half: false, ...more }) as never;
const when = (field: string, test: object): AnswerRule => ({ fact: 'field', field, test }) as never;

/** Some forms of Quillmoor's fields, with conditions on any of them, before and after. */
const names = ['heard-of-us', 'years-keeping', 'colonies-kept', 'hive-type', 'apiary-postcode', 'interests'] as const;
const condition = fc.constantFrom(
  when('heard-of-us', { op: 'is', value: 'swarm' }),
  when('years-keeping', { op: 'atLeast', value: 3 }),
  when('colonies-kept', { op: 'atMost', value: 3 }),
  when('interests', { op: 'includes', value: 'pollen' }),
  when('apiary-postcode', { op: 'startsWith', value: 'QM' }),
  when('hive-type', { op: 'answered' }),
);
const rule: fc.Arbitrary<AnswerRule | undefined> = fc.oneof(
  fc.constant(undefined),
  condition,
  fc.array(condition, { maxLength: 3 }).map((all) => ({ all })),
  fc.array(condition, { maxLength: 3 }).map((any) => ({ any })),
  fc.array(condition, { maxLength: 3 }).map((none) => ({ none })),
);
const form = fc
  .tuple(fc.shuffledSubarray([...names], { minLength: 1 }), fc.array(rule, { minLength: 6, maxLength: 6 }), fc.nat(5))
  .map(([order, rules, page]): PartOfForm[] =>
    order.flatMap((name, at): PartOfForm[] => [
      ...(at === page ? [{ part: 'page' as const, title: 'More', when: rules[(at + 1) % 6] }] : []),
      asks(name, { when: rules[at] }),
    ]),
  );
const answers = fc.record(
  {
    'heard-of-us': fc.constantFrom('swarm', 'market-stall', 'owl', ''),
    'years-keeping': fc.constantFrom('0', '4', 'four', ''),
    'colonies-kept': fc.constantFrom('2', '9', '-1'),
    'hive-type': fc.constantFrom('', 'none of these'),
    'apiary-postcode': fc.constantFrom('QM4 7TB', 'XX1 1XX', 'moor'),
    interests: fc.constantFrom([], ['pollen'], ['owls']),
  },
  { requiredKeys: [] },
);

describe('browser and server agree', () => {
  it('on what is shown: a needed answer that is not shown is neither missed nor kept', () => {
    fc.assert(
      fc.property(form, answers, (parts, raw) => {
        const found = readForm({ parts }, quillmoor, raw as RawForm);
        const shown = shownBy(questionsOf(parts, quillmoor, nowhere), raw, quillmoor.doc.site);
        const visited = found.ok ? Object.keys(found.value.fields) : found.refusal.map(({ at }) => at);
        for (const name of visited) expect(shown).toContain(name);
        if (found.ok) expect(visited.sort()).toEqual([...shown].filter((name) => !name.startsWith('page')).sort());
      }),
      { numRuns: 600 },
    );
  });

  it('on what is wrong with each answer that is shown, in the same words', () => {
    fc.assert(
      fc.property(form, answers, (parts, raw) => {
        const found = readForm({ parts }, quillmoor, raw as RawForm);
        const questions = questionsOf(parts, quillmoor, nowhere);
        const shown = shownBy(questions, raw, quillmoor.doc.site);
        const wrong = questions.flatMap((question) => {
          const says = shown.has(question.name)
            ? wrongWith(question, (raw as RawForm)[question.name], quillmoor.doc.site)
            : null;
          return says ? [{ at: question.name, says }] : [];
        });
        expect(wrong).toEqual(found.ok ? [] : found.refusal.map(({ at, says }) => ({ at, says })));
      }),
      { numRuns: 600 },
    );
  });
});
