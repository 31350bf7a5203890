/** Rules and people made at random, for tests that hold the readings of a rule against each other. */
import fc from 'fast-check';
import type { Condition, FieldTest, Rule } from '../../core/doors';
import { standings, type Facts } from '../../core/facts';
import { DAY, type FieldId, type GroupId, type LessonId, type LevelId } from '../../core/kernel';
import { NOW, person } from './quillmoor';

/** Any rule over Quillmoor, three deep, unknown references among them. */
export const anyRule: fc.Arbitrary<Rule> = fc.letrec<{ rule: Rule; condition: Condition }>((tie) => ({
  condition: fc.oneof(
    fc.constant<Condition>({ fact: 'signedIn' }),
    fc.subarray([...standings], { minLength: 1 }).map((is): Condition => ({ fact: 'standing', is })),
    fc
      .record({
        is: fc.subarray(['friend', 'keeper', 'patron', 'apprentice', 'unknown'] as LevelId[], { minLength: 1 }),
        when: fc.constantFrom('now' as const, 'ever' as const),
      })
      .map((rest): Condition => ({ fact: 'level', ...rest })),
    fc
      .record({
        is: fc.subarray(['keeper', 'friend', 'unknown'] as LevelId[], { minLength: 1 }),
        heldDays: fc.integer({ min: 1, max: 900 }),
        when: fc.constantFrom('now' as const, 'ever' as const),
      })
      .map((rest): Condition => ({ fact: 'level', ...rest })),
    fc
      .subarray(['mentors', 'swarm-collectors', 'committee', 'unknown'] as GroupId[], { minLength: 1 })
      .map((is): Condition => ({ fact: 'group', is })),
    fc
      .record({
        field: fc.constantFrom(
          ...(['years-keeping', 'apiary-postcode', 'interests', 'hive-type', 'talk-title', 'unknown'] as FieldId[]),
        ),
        test: fc.oneof(
          fc.constant<FieldTest>({ op: 'answered' }),
          fc.constantFrom('national', 'NATIONAL', 'qm4 7tb', 9, true).map((value): FieldTest => ({ op: 'is', value })),
          fc.integer({ min: 0, max: 20 }).map((value): FieldTest => ({ op: 'atLeast', value })),
          fc.integer({ min: 0, max: 20 }).map((value): FieldTest => ({ op: 'atMost', value })),
          fc.constantFrom('qm', 'QM4', 'x').map((value): FieldTest => ({ op: 'startsWith', value })),
          fc.constantFrom('planting', 'pollen').map((value): FieldTest => ({ op: 'includes', value })),
          fc.constantFrom('2026-03-02', '2026-10-14').map((day): FieldTest => ({ op: 'from', day })),
          fc.constantFrom('2026-03-02', '2026-10-14').map((day): FieldTest => ({ op: 'until', day })),
        ),
      })
      .map((rest): Condition => ({ fact: 'field', ...rest })),
    fc
      .subarray(['mail.example', 'MAIL.example', 'elsewhere.example'], { minLength: 1 })
      .map((is): Condition => ({ fact: 'mailDomain', is })),
    fc
      .record(
        {
          from: fc.constantFrom('2026-09-20', '2026-10-14', '2026-13-01'),
          until: fc.constantFrom('2026-10-13', '2026-10-25', '2026-02-30'),
        },
        { requiredKeys: [] },
      )
      .map((window): Condition => ({ fact: 'date', ...window })),
    fc.integer({ min: 0, max: 400 }).map((days): Condition => ({ fact: 'admittedFor', days })),
    fc
      .record(
        {
          is: fc.subarray(['keeper', 'patron', 'unknown'] as LevelId[], { minLength: 1 }),
          within: fc.integer({ min: 1, max: 400 }),
        },
        { requiredKeys: ['is'] },
      )
      .map((rest): Condition => ({ fact: 'paidFor', ...rest })),
    fc.constant<Condition>({ fact: 'lessonDone', is: ['unknown' as LessonId] }),
    fc.constant<Condition>({ fact: 'ownsThis' }),
  ),
  rule: fc.oneof(
    { maxDepth: 3, withCrossShrink: true },
    tie('condition'),
    fc.array(tie('rule'), { maxLength: 5 }).map((all): Rule => ({ all })),
    fc.array(tie('rule'), { maxLength: 5 }).map((any): Rule => ({ any })),
    fc.array(tie('rule'), { maxLength: 4 }).map((none): Rule => ({ none })),
  ),
})).rule;

export const anyFacts: fc.Arbitrary<Facts> = fc
  .record({
    standing: fc.constantFrom(...standings),
    levels: fc.array(
      fc.tuple(
        fc.constantFrom('friend', 'keeper', 'patron', 'apprentice', 'unknown'),
        fc.integer({ min: -900, max: 30 }).map((days) => NOW + days * DAY),
        fc.option(fc.integer({ min: -400, max: 400 }).map((days) => NOW + days * DAY)),
      ),
      { maxLength: 3 },
    ),
    paid: fc.array(
      fc.tuple(
        fc.constantFrom('keeper', 'patron', 'unknown'),
        fc.integer({ min: -500, max: 30 }).map((days) => NOW + days * DAY),
      ),
      { maxLength: 3 },
    ),
    groups: fc.subarray(['mentors', 'swarm-collectors', 'committee', 'unknown']),
    fields: fc.record(
      {
        'years-keeping': fc.integer({ min: 0, max: 20 }),
        'apiary-postcode': fc.constantFrom('QM4 7TB', 'XX1 1XX'),
        interests: fc.subarray(['planting', 'pollen']),
        'hive-type': fc.constantFrom('national', 'skep'),
        'talk-title': fc.constantFrom('2026-03-02', '2026-03-02/2026-12-01', '2026-10-14', ''),
        unknown: fc.constantFrom('national', 9, true),
      },
      { requiredKeys: [] },
    ),
  })
  .map((about) => person(about as Parameters<typeof person>[0]));
