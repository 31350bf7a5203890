/** Purpose: the kinds of condition there are. To add one, write it and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import { admittedFor, date } from './days';
import { field } from './field';
import type { ConditionKind } from './kind';
import { lessonDone, ownsThis, paidFor } from './later';
import { level } from './level';
import { group, mailDomain, signedIn, standing } from './who';

export { FieldTest } from '../../fields/answerRule';
export type { Known, Make, Named } from './kind';

export const conditionKinds = {
  signedIn,
  standing,
  level,
  group,
  field,
  mailDomain,
  admittedFor,
  date,
  paidFor,
  lessonDone,
  ownsThis,
} as const;

export const Condition = z.discriminatedUnion('fact', [
  signedIn.schema,
  standing.schema,
  level.schema,
  group.schema,
  field.schema,
  mailDomain.schema,
  admittedFor.schema,
  date.schema,
  paidFor.schema,
  lessonDone.schema,
  ownsThis.schema,
]);
export type Condition = z.infer<typeof Condition>;

conditionKinds satisfies {
  readonly [K in Condition['fact'] | keyof typeof conditionKinds]: ConditionKind<Extract<Condition, { fact: K }>>;
};

/** The kind of a condition, to be asked about that very condition. */
export const conditionKindOf = (condition: Condition): ConditionKind<Condition> =>
  lineFor(conditionKinds, condition.fact);
