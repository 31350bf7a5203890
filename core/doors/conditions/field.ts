/** Purpose: the condition on a profile answer. */
import type { z } from 'zod';
import { AnswerCondition, meetsField, type FieldTest } from '../../fields/answerRule';
import { sayDay } from '../../fields/kinds/dates';
import { showValue } from '../../fields/show';
import { never } from '../../kernel';
import { doorsSays } from '../doors.sentences';
import type { ConditionKind, Known } from './kind';
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
    case 'is':
      return says.is({ field, value: value(test.value) });
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

export const field: ConditionKind<Of> & { schema: typeof schema } = {
  schema,
  names: (condition) => [{ kind: 'fields', id: condition.field }],
  bits: () => null,
  meets: (condition, facts, _now, { fields }) =>
    fields.has(condition.field) && meetsField(condition.test, facts.fields[condition.field]),
  ready(condition, { fields }) {
    if (!fields.has(condition.field)) return () => false;
    return (facts) => meetsField(condition.test, facts.fields[condition.field]);
  },
  says: (condition, known) => saysTest(condition.test, known, condition.field),
  found(condition, facts, _now, { fields, doc }) {
    const value = facts.fields[condition.field];
    const of = fields.get(condition.field)?.of;
    return value === undefined || !of ? doorsSays(doc.site).notAnswered : showValue(of, value, doc.site);
  },
  marks: () => [],
};
