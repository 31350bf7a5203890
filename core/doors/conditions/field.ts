/** Purpose: the condition on a profile answer. */
import type { z } from 'zod';
import { AnswerCondition, inSmall, meetsField, type FieldTest } from '../../fields/answerRule';
import { sayDay } from '../../fields/kinds/dates';
import { coded, orInto, bitsWithin, type Bits, type Population } from '../../facts';
import type { FieldColumn } from '../../facts/population';
import { samplesOf } from '../../fields/facets';
import { facetOf } from '../../fields/kinds';
import { showValue } from '../../fields/show';
import { never } from '../../kernel';
import { doorsSays } from '../doors.sentences';
import { foldedOf } from '../prepare';
import { asIs, type ConditionKind, type Known, type Make } from './kind';
import { missingName } from './phrases';

const schema = AnswerCondition;
type Of = z.infer<typeof schema>;

function saysTest(test: FieldTest, { fields, doc }: Known, id: string): string {
  const says = doorsSays(doc.site);
  const of = fields.get(id)?.of;
  const field = fields.get(id)?.label ?? missingName(id, doc.site);
  const value = (raw: string | number | boolean) => (of ? showValue(of, raw, doc.site) : String(raw));
  switch (test.op) {
    case 'answered':
      return says.answered({ field });
    case 'is': {
      // A choice is chosen; a text is typed, and people write it in their own way.
      const typed = typeof test.value === 'string' && of && facetOf(of).is === 'text';
      return (typed ? says.isText : says.is)({ field, value: value(test.value) });
    }
    case 'atLeast':
      return says.atLeast({ field, value: test.value });
    case 'atMost':
      return says.atMost({ field, value: test.value });
    case 'startsWith':
      return says.startsWith({ field, value: test.value });
    case 'includes':
      return says.includes({ field, value: value(test.value) });
    case 'from':
      return says.fromDay({ field, day: sayDay(test.day, doc.site) });
    case 'until':
      return says.untilDay({ field, day: sayDay(test.day, doc.site) });
    default:
      return never(test);
  }
}

function columnOf(test: FieldTest, column: FieldColumn, people: Population): Bits {
  const { numbers, codes, words } = column;
  const byNumber = (least: number, most: number) => (numbers ? bitsWithin(numbers, least, most) : people.none());
  const byWord = (fits: (word: string) => boolean) => {
    if (!codes) return people.none();
    // The first is no text at all, which meets nothing.
    const marked = Uint8Array.from(words.list, (word, at) => (at > 0 && fits(word) ? 1 : 0));
    return coded(codes, marked);
  };
  switch (test.op) {
    case 'answered': {
      const all = byWord(() => true);
      for (const set of [
        byNumber(-Infinity, Infinity),
        column.yes.true.bits,
        column.yes.false.bits,
        column.listed.bits,
      ])
        orInto(all, set);
      return all;
    }
    case 'is':
      if (typeof test.value === 'number') return byNumber(test.value, test.value);
      if (typeof test.value === 'boolean') return column.yes[test.value ? 'true' : 'false'].bits;
      return byWord((word) => meetsField(test, word));
    case 'atLeast':
      return byNumber(test.value, Infinity);
    case 'atMost':
      return byNumber(-Infinity, test.value);
    case 'includes':
      return column.lists.get(test.value)?.bits ?? people.none();
    case 'startsWith':
    case 'from':
    case 'until':
      return byWord((word) => meetsField(test, word));
    default:
      return never(test);
  }
}

export const field: ConditionKind<Of> & { schema: typeof schema } = {
  schema,
  names: (condition) => [{ kind: 'fields', id: condition.field }],
  bits: () => null,
  meets: (condition, facts, _now, { fields }) =>
    fields.has(condition.field) && meetsField(condition.test, facts.fields[condition.field]),
  ready({ field: id, test }, { fields }) {
    if (!fields.has(id)) return () => false;
    const wanted = 'value' in test && typeof test.value === 'string' ? inSmall(test.value) : '';
    if (wanted && test.op === 'is') return (person) => foldedOf(person, id) === wanted;
    if (wanted && test.op === 'startsWith') return (person) => foldedOf(person, id)?.startsWith(wanted) ?? false;
    return ({ facts }) => meetsField(test, facts.fields[id]);
  },
  column({ field: id, test }, people, _now, { fields }) {
    const column = fields.has(id) ? people.field(id) : null;
    return column ? columnOf(test, column, people) : people.none();
  },
  says: (condition, known) => saysTest(condition.test, known, condition.field),
  found(condition, facts, _now, { fields, doc }) {
    const value = facts.fields[condition.field];
    const of = fields.get(condition.field)?.of;
    return value === undefined || !of ? doorsSays(doc.site).notAnswered : showValue(of, value, doc.site);
  },
  marks: () => [],
  mixes: (all, { fields }) =>
    [...new Set(all.map((one) => one.field))].flatMap((id) => {
      const field = fields.get(id);
      if (!field) return [];
      const tests = all.flatMap((one) => (one.field === id ? [one.test] : []));
      return [
        [
          asIs,
          ...samplesOf(tests, facetOf(field.of)).map((value): Make => (facts) => ({
            ...facts,
            fields: { ...facts.fields, [id]: value },
          })),
        ],
      ];
    }),
};
