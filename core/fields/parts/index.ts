/** Purpose: the parts a form is made of. To add one, write it and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import { field } from './field';
import type { PartKind } from './kind';
import { heading, page, words } from './layout';
import { password } from './password';
import { topics } from './topics';

export { KeptAnswers } from './kind';
export type { AnswerFault, Beforehand, PartsKnown, AnswersInReading } from './kind';
export { StartsWith } from './field';

export const partKinds = { field, password, heading, words, page, topics } as const;

export const PartOfForm = z.discriminatedUnion('part', [
  field.schema,
  password.schema,
  heading.schema,
  words.schema,
  page.schema,
  topics.schema,
]);
export type PartOfForm = z.infer<typeof PartOfForm>;

partKinds satisfies {
  readonly [K in PartOfForm['part'] | keyof typeof partKinds]: PartKind<Extract<PartOfForm, { part: K }>>;
};

/** The kind of a part, to be asked about that very part. */
export const partKindOf = ({ part }: { readonly part: PartOfForm['part'] }): PartKind<PartOfForm> =>
  lineFor(partKinds, part);

/** The name under which a part is answered; null for one that asks nothing. */
export const nameOfPart = (part: PartOfForm): string | null => partKindOf(part).name(part);
